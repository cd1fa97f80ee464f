import type { Outside } from '@young-shell/core/document';
import { faceName } from '@young-shell/core/fit';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';

/** A fan on the outside of a face: which one, and where its middle is there. */
export function OuterFace({ outside, put }: { outside: Outside; put: (outside: Outside) => string | undefined }) {
  const document = useAppSelector(selectDocument);
  const { hull } = useAppSelector(selectAssembly);
  const { on } = outside;
  const square = hull.frames.filter((f) => f.outward.some((n) => Math.abs(n) > 0.999));
  const middleOf = (face: string) => {
    const { outline } = hull.frames.find((f) => f.face === face)!;
    const mid = (i: 0 | 1) => (Math.min(...outline.map((p) => p[i])) + Math.max(...outline.map((p) => p[i]))) / 2;
    return { face, u: Math.round(mid(0)), v: Math.round(mid(1)) };
  };
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      <Choice
        label="Screwed to"
        value={on?.face ?? 'nothing'}
        options={[
          { value: 'nothing', label: 'no face: it only lies there' },
          ...square.map((f) => ({ value: f.face, label: `outside of the ${faceName(document, f.face)}` })),
        ]}
        onChange={(face) => {
          const { on: _, kept: __, ...rest } = outside;
          return put(face === 'nothing' ? rest : { ...rest, on: middleOf(face) });
        }}
      />
      {on && (
        <>
          <LengthField
            label="Middle from the left"
            value={on.u}
            least={-5000}
            most={5000}
            onCommit={(u) => put({ ...outside, on: { ...on, u } })}
          />
          <LengthField
            label={on.face === 'bottom' || on.face === 'top' ? 'Middle from the front' : 'Middle from below'}
            value={on.v}
            least={-5000}
            most={5000}
            onCommit={(v) => put({ ...outside, on: { ...on, v } })}
          />
        </>
      )}
    </div>
  );
}
