import { SIDES, wholeExtentOf, MOST_CUT_AWAY, type CutAway, type Feature, type Side } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { axisOf, signOf } from '@young-shell/core/solid';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';

const STARTS: readonly { value: Side | 'none'; label: string }[] = [
  { value: 'none', label: 'cut off at …' },
  ...SIDES.map((value) => ({ value, label: `its ${value}` })),
];

const ENDS = [
  { key: 'x', label: 'left (x)' },
  { key: 'y', label: 'front (y)' },
  { key: 'z', label: 'lower (z)' },
] as const;
const SIZES = [
  { key: 'width', label: 'width' },
  { key: 'depth', label: 'depth' },
  { key: 'height', label: 'height' },
] as const;

const planned = (value: number) => measured(Math.round(value * 10) / 10, 'jigsaw');

/** A third of a feature, at one of its sides: what cutting begins with. */
function thirdAt(feature: Feature, side: Side): CutAway {
  const { low, high } = wholeExtentOf(feature);
  const axis = axisOf(side);
  const third = (high[axis] - low[axis]) / 3;
  if (signOf(side) > 0) low[axis] = high[axis] - third;
  else high[axis] = low[axis] + third;
  const [x, y, z] = low.map(planned) as [CutAway['x'], CutAway['y'], CutAway['z']];
  const [width, depth, height] = [0, 1, 2].map((i) => planned(high[i]! - low[i]!)) as [
    CutAway['width'],
    CutAway['depth'],
    CutAway['height'],
  ];
  return { x, y, z, width, depth, height };
}

/** What is cut out of a feature, block by block; the rest of it stays. */
export function CutAwayForm({ id, feature }: { id: string; feature: Feature }) {
  const submit = useSubmit();
  const { cutAway: blocks = [], name } = feature;
  const put = (next: CutAway[]) => submit({ type: 'setCutAway', id, blocks: next });
  return (
    <fieldset className="col-span-2 m-0 grid grid-cols-3 gap-1.5 border-0 p-0">
      <legend className="p-0 font-label text-sm text-ink-soft">Cut out of it; the rest stays</legend>
      {blocks.map((block, i) => {
        const field = (key: keyof CutAway, label: string) => (
          <LengthField
            key={key}
            label={blocks.length > 1 ? `Cut ${i + 1}, ${label}` : `Cut, ${label}`}
            {...(['width', 'depth', 'height'].includes(key) ? { least: 0.1 } : {})}
            value={block[key].value}
            onCommit={(mm) => put(blocks.map((b, k) => (k === i ? { ...b, [key]: measured(mm, 'jigsaw') } : b)))}
          />
        );
        return (
          <div key={i} className="col-span-3 grid grid-cols-3 gap-1.5 border-b border-line pb-1.5">
            {ENDS.map(({ key, label }) => field(key, label))}
            {SIZES.map(({ key, label }) => field(key, label))}
            <div className="col-span-3">
              <Button onClick={() => put(blocks.filter((_, k) => k !== i))}>
                Leave {blocks.length > 1 ? `cut ${i + 1}` : name} as it was
              </Button>
            </div>
          </div>
        );
      })}
      {blocks.length < MOST_CUT_AWAY && feature.fate !== 'removed' && (
        <div className="col-span-3">
          <Choice
            label={blocks.length > 0 ? 'Cut out more' : 'Cut in part'}
            value={'none' as Side | 'none'}
            options={STARTS}
            onChange={(side) => side !== 'none' && put([...blocks, thirdAt(feature, side)])}
          />
        </div>
      )}
    </fieldset>
  );
}
