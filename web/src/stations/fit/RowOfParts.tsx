import { ROW_HOLDS, rowOf, type Row, type Side } from '@young-shell/core/document';
import { ROW_GAPS, rowChange, sizeAlong, usualGap } from '@young-shell/core/fit';
import { unitWord, formatLength, inUnit } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';

const SIDES: readonly { value: Side; label: string }[] = [
  { value: 'top', label: 'over it' },
  { value: 'right', label: 'to its right' },
  { value: 'rear', label: 'behind it' },
  { value: 'bottom', label: 'under it' },
  { value: 'left', label: 'to its left' },
  { value: 'front', label: 'before it' },
];

/** Equal parts one after the other, as one thing to place, turn and hold. */
export function RowOfParts({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const found = rowOf(document.layout, id);
  if (!document.kit.parts[id]) return null;
  return found ? <RowForm id={id} row={found.row} rowId={found.id} /> : <NewRow id={id} />;
}

function NewRow({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [open, setOpen] = useState(false);
  const [count, setCount] = useState(3);
  const [along, setAlong] = useState<Side>('top');
  const [gap, setGap] = useState(() => usualGap(document, id));
  const [wrong, setWrong] = useState<string>();
  if (!open)
    return (
      <Button look="quiet" className="mt-2" onClick={() => setOpen(true)}>
        Several in a row …
      </Button>
    );
  const make = () => {
    try {
      setWrong(submit(rowChange(document, id, { count, along, gap, held: 'side brackets' })));
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  return (
    <fieldset className="mt-2 border-0 p-0">
      <legend className="p-0 font-label text-sm text-ink-soft">Several in a row</legend>
      <div className="grid grid-cols-3 gap-2">
        <NumberField label="In all" value={count} least={2} most={60} onCommit={(n) => void setCount(n)} />
        <Choice label="The next one" value={along} options={SIDES} onChange={setAlong} />
        <LengthField label="Gap" value={gap} onCommit={(mm) => void setGap(mm)} />
      </div>
      {wrong && (
        <p className="m-0 text-sm text-stop" role="alert">
          {wrong}
        </p>
      )}
      <Button className="mt-2" onClick={make}>
        Make the row
      </Button>
    </fieldset>
  );
}

function RowForm({ id, row, rowId }: { id: string; row: Row; rowId: string }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const put = (next: Row | null) => submit({ type: 'setRow', id: rowId, row: next });
  const parts = Object.keys(row.parts);
  const size = sizeAlong(document, id, row.along);
  const gap = row.pitch - size;
  const mass = parts.reduce((sum, part) => sum + (document.kit.parts[part]?.mass ?? 0), 0);
  const long = size + (parts.length - 1) * row.pitch;
  const drives = usualGap(document, id) === ROW_GAPS.drive;
  return (
    <fieldset className="mt-2 border-0 p-0">
      <legend className="p-0 font-label text-sm text-ink-soft">
        In a row: {parts.length} × {row.name}
      </legend>
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="The next one"
          value={row.along}
          options={SIDES}
          onChange={(along) => put({ ...row, along, pitch: sizeAlong(document, id, along) + gap })}
        />
        <LengthField
          label="Gap"
          value={gap}
          onCommit={(mm) =>
            mm >= 0 && mm <= 500 ? put({ ...row, pitch: size + mm }) : `${mm} mm is no gap; enter 0 to 500 mm.`
          }
        />
        <Choice label="Held by" value={row.held} options={same(ROW_HOLDS)} onChange={(held) => put({ ...row, held })} />
      </div>
      <p className="mt-1 mb-0 text-sm leading-snug text-ink-soft">
        {formatLength(long, unit)} {unitWord(unit)} in all, {(mass / 1000).toFixed(2)} kg.{' '}
        {row.held === 'rods and spacers' &&
          inUnit(
            `Four rods of ${(long + 20).toFixed(0)} mm, ${4 * (parts.length - 1)} spacers of ${gap.toFixed(1)} mm. `,
            unit,
          )}
        {drives && gap < ROW_GAPS.leastForDrives && (
          <span className="text-warn">
            {inUnit(`Under ${ROW_GAPS.leastForDrives} mm drives need a fan that blows between them.`, unit)}
          </span>
        )}
      </p>
      <Button look="quiet" onClick={() => put(null)}>
        Each for itself again
      </Button>
    </fieldset>
  );
}
