import { DRAWER_BOARDS, type BoardOpening, type Body } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Plus, X } from 'lucide-react';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice, same } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { TextField } from '../../ui/TextField';

type Slide = Extract<Body['motion'], { kind: 'slide' }>;

const FIRST: BoardOpening = {
  name: 'Opening',
  board: 'back',
  shape: { kind: 'rectangle', width: measured(60, 'rule'), height: measured(30, 'rule') },
  u: measured(60, 'rule'),
  v: measured(30, 'rule'),
  there: false,
};

/** Openings in the floor, sides and back of a drawer: for cables and air, there already or to be cut. */
export function BoardOpenings({ motion, put }: { motion: Slide; put: (motion: Slide) => string | undefined }) {
  const all = motion.openings ?? [];
  const set = (openings: BoardOpening[]) => {
    const { openings: _, ...rest } = motion;
    return put(openings.length === 0 ? rest : { ...rest, openings });
  };
  return (
    <fieldset className="col-span-2 m-0 border-0 p-0">
      <legend className="text-sm text-ink-soft">Openings in its boards</legend>
      {all.map((opening, i) => {
        const change = (next: Partial<BoardOpening>) =>
          set(all.map((o, j): BoardOpening => (j === i ? { ...o, ...next } : o)));
        const { shape } = opening;
        const length = (label: string, value: number, next: (mm: number) => Partial<BoardOpening>) => (
          <LengthField label={label} value={value} least={0.1} most={3000} onCommit={(mm) => change(next(mm))} />
        );
        return (
          <fieldset key={i} className="m-0 mb-2 grid grid-cols-2 gap-2 border-0 border-b border-line p-0 pb-2">
            <legend className="sr-only">{`${opening.name}, ${opening.board}`}</legend>
            <TextField label="What it is for" value={opening.name} onCommit={(name) => change({ name })} />
            <Choice
              label="In its"
              value={opening.board}
              options={same(DRAWER_BOARDS)}
              onChange={(board) => change({ board })}
            />
            <Choice
              label="Shape"
              value={shape.kind}
              options={[
                { value: 'rectangle', label: 'rectangle' },
                { value: 'round', label: 'round' },
              ]}
              onChange={(kind) =>
                change({
                  shape:
                    kind === 'round'
                      ? { kind, diameter: measured(40, 'rule') }
                      : { kind, width: measured(60, 'rule'), height: measured(30, 'rule') },
                })
              }
            />
            <span className="self-end pb-1">
              <Check label="There already" checked={opening.there} onChange={(there) => change({ there })} />
            </span>
            {shape.kind === 'round' ? (
              length('Diameter', shape.diameter.value, (mm) => ({
                shape: { kind: 'round', diameter: measured(mm, 'rule') },
              }))
            ) : (
              <>
                {length('Width', shape.width.value, (mm) => ({ shape: { ...shape, width: measured(mm, 'rule') } }))}
                {length('Height', shape.height.value, (mm) => ({ shape: { ...shape, height: measured(mm, 'rule') } }))}
              </>
            )}
            {length('Middle, to the right', opening.u.value, (mm) => ({ u: measured(mm, 'rule') }))}
            {length('Middle, up', opening.v.value, (mm) => ({ v: measured(mm, 'rule') }))}
            <Button aria-label={`Remove ${opening.name}`} onClick={() => set(all.filter((_, j) => j !== i))}>
              <X size={14} aria-hidden /> remove
            </Button>
          </fieldset>
        );
      })}
      <p className="m-0 pb-1 text-xs text-ink-soft">
        Seen from inside the drawer, the floor from above; places count from the lower left corner of the board.
      </p>
      <Button disabled={all.length >= 40} onClick={() => set([...all, FIRST])}>
        <Plus size={14} aria-hidden /> opening in a board
      </Button>
    </fieldset>
  );
}
