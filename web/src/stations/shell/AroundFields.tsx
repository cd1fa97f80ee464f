import type { Body } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';

type Slide = Extract<Body['motion'], { kind: 'slide' }>;

const SIDES = [
  { side: 'above', label: 'Over it, pulled out', what: 'a table top', height: 'From its upper edge' },
  { side: 'below', label: 'Under it, pulled out', what: 'knees, a box', height: 'From its lower edge' },
] as const;

/** What is over and under a drawer when it is out, and how far from the edges of its front. */
export function AroundFields({ motion, put }: { motion: Slide; put: (motion: Slide) => string | undefined }) {
  return SIDES.map(({ side, label, what, height }) => {
    const free = motion[side];
    return (
      <div key={side} className="col-span-2 grid grid-cols-2 gap-2">
        <Choice
          label={label}
          value={free ? 'something' : 'nothing'}
          options={[
            { value: 'nothing', label: 'nothing' },
            { value: 'something', label: what },
          ]}
          onChange={(value) => {
            const { [side]: _, ...rest } = motion;
            return put(value === 'nothing' ? rest : { ...rest, [side]: measured(100, 'rule') });
          }}
        />
        {free && (
          <LengthField
            label={height}
            value={free.value}
            least={0}
            most={1000}
            onCommit={(mm) => put({ ...motion, [side]: { ...free, value: mm } })}
          />
        )}
      </div>
    );
  });
}
