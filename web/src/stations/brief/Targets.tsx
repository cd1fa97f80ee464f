import { nextId, TARGET_KINDS, TARGETS, type TargetKind } from '@young-shell/core/document';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument, selectKeptAssessment } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { inputClass } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';

const KNOWN = new Set<TargetKind>(['mass', 'drives', 'smallest-margin']);

/** Targets with numbers; which are met is said by the findings. */
export function Targets() {
  const { brief, spent } = useAppSelector(selectDocument);
  const { findings, figures } = useAppSelector(selectKeptAssessment);
  const submit = useSubmit();
  const [kind, setKind] = useState<TargetKind>('mass');
  const state = (id: string, target: TargetKind) => {
    if (!KNOWN.has(target)) return 'kept; this plan does not compute it';
    if (figures[target] === undefined) return 'not computed yet';
    return findings.some((f) => f.id === `brief/target/${id}`) ? 'missed' : 'met';
  };
  return (
    <Section title="Targets">
      <ul className="m-0 mb-2 list-none p-0">
        {Object.entries(brief.targets).map(([id, target]) => {
          const { label, unit, sense } = TARGETS[target.kind];
          return (
            <li key={id} className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-1.5 py-1">
              {unit === 'mm' ? (
                <LengthField
                  label={`${label}, at ${sense} · ${state(id, target.kind)}`}
                  value={target.limit}
                  least={0}
                  most={99_999}
                  onCommit={(limit) => submit({ type: 'setTarget', id, target: { ...target, limit } })}
                />
              ) : (
                <NumberField
                  label={`${label}, at ${sense}${unit ? `, ${unit}` : ''} · ${state(id, target.kind)}`}
                  value={target.limit}
                  least={0}
                  most={99_999_999}
                  onCommit={(limit) => submit({ type: 'setTarget', id, target: { ...target, limit } })}
                />
              )}
              <Button
                look="quiet"
                aria-label={`Drop the target ${label}`}
                onClick={() => submit({ type: 'setTarget', id, target: null })}
              >
                <X size={15} aria-hidden />
              </Button>
            </li>
          );
        })}
      </ul>
      <form
        className="grid grid-cols-[minmax(0,1fr)_auto] gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          submit({
            type: 'setTarget',
            id: nextId(brief.targets, kind, spent),
            target: { kind, limit: TARGETS[kind].sense === 'least' ? 1 : 10 },
          });
        }}
      >
        <select
          className={inputClass}
          aria-label="New target"
          value={kind}
          onChange={(event) => setKind(event.target.value as TargetKind)}
        >
          {TARGET_KINDS.map((k) => (
            <option key={k} value={k}>
              {TARGETS[k].label}
              {TARGETS[k].unit && TARGETS[k].unit !== 'mm' ? `, ${TARGETS[k].unit}` : ''}
            </option>
          ))}
        </select>
        <Button type="submit">Add</Button>
      </form>
    </Section>
  );
}
