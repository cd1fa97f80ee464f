import { MAX_BATTEN, MIN_BATTEN, type MountKind } from '@young-shell/core/document';
import { HOLDS, heldSentence, holdsOf } from '@young-shell/core/hold';
import { inUnit } from '@young-shell/core/quantity';
import { LONGEST_STANDOFF } from '@young-shell/core/standards';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';

/** What may be said here; inserts, rivets and their like are chosen at Cut. */
const WAYS: readonly { value: MountKind | ''; label: string }[] = [
  { value: '', label: 'what follows from its place' },
  { value: 'standoff', label: 'standoffs of any length' },
  { value: 'strap', label: 'a strap' },
  { value: 'tape', label: 'foam tape' },
  { value: 'glue', label: 'glue' },
];

/** What holds a part where it is, and what shall. */
export function HeldBy({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const hold = useMemo(() => holdsOf(document, assembly).get(id), [document, assembly, id]);
  if (!hold) return null;
  const said: MountKind | '' = document.cut.mounts[id]?.kind ?? '';
  const placement = document.layout.placements[id];
  const mayStand = hold.kind !== 'screws' && hold.kind !== 'plug' && placement?.with === undefined;
  const ways = WAYS.some((w) => w.value === said) ? WAYS : [...WAYS, { value: said, label: said }];
  return (
    <div className="mt-2">
      <Choice
        label="Held by"
        value={said}
        options={ways}
        onChange={(kind) => submit({ type: 'setMount', part: id, mount: kind === '' ? null : { kind } })}
      />
      {hold.kind === 'screws' && hold.gap > 0.5 && said !== 'standoff' && placement && (
        <div className="mt-1">
          <LengthField
            label="Standoffs"
            value={hold.gap}
            least={0.5}
            most={LONGEST_STANDOFF}
            onCommit={(standoffs) => submit({ type: 'placePart', id, placement: { ...placement, standoffs } })}
          />
        </div>
      )}
      {placement && (placement.battens !== undefined || mayStand) && (
        <div className="mt-1">
          <LengthField
            label="Battens under it, 0 for none"
            value={placement.battens ?? 0}
            least={0}
            most={MAX_BATTEN}
            onCommit={(battens) => {
              const { battens: before = 0, ...rest } = placement;
              if (battens > 0 && battens < MIN_BATTEN)
                return `Battens of ${battens} mm: make them ${MIN_BATTEN} mm or more.`;
              const z = Math.round((placement.z + battens - before) * 1000) / 1000;
              return submit({ type: 'placePart', id, placement: { ...rest, z, ...(battens > 0 ? { battens } : {}) } });
            }}
          />
        </div>
      )}
      <p
        className={`mt-1 mb-0 text-sm ${HOLDS.has(hold.kind) ? 'text-ink-soft' : 'font-medium text-warn'}`}
        role="status"
      >
        {inUnit(heldSentence(hold), unit)}
      </p>
    </div>
  );
}
