import { clearancesOf } from '@young-shell/core/assembly';
import { CLEARANCE_WORDS, LEAST_MAINS, type Clearances } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { CLEARANCES, PLACEMENT } from '@young-shell/core/standards';
import { RotateCcw } from 'lucide-react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { sourceText } from '../../ui/FindingCard';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { capital } from '../../ui/capital';

/** What may be chosen, with the usual value, its reason, and the least and most that make sense, mm. */
const ROWS: readonly { name: keyof Clearances; usual: number; why: string; least: number; most: number }[] = [
  ...(['static', 'conducting', 'moving', 'mains'] as const).map((name) => ({
    name,
    usual: CLEARANCES[name].value,
    why: `${CLEARANCES[name].why}; ${sourceText(CLEARANCES[name].source)}`,
    least: name === 'mains' ? LEAST_MAINS : 0,
    most: 50,
  })),
  {
    name: 'markingOut',
    usual: PLACEMENT.uncertainty,
    why: `a finger and the play of a drill; ${sourceText(PLACEMENT.source)}`,
    least: 0.01,
    most: 20,
  },
];

/** What things keep from each other in this plan, and how exactly one marks out: the usual unless it is chosen. */
export function ClearancesSection() {
  const { layout } = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const now = clearancesOf({ layout });
  return (
    <Section title="Clearances and marking out">
      <p className="mt-0 mb-2 text-sm leading-snug text-ink-soft">Margins, free places and layouts all go by these.</p>
      <ul className="m-0 flex list-none flex-col gap-3 p-0">
        {ROWS.map(({ name, usual, why, least, most }) => {
          const value = name === 'markingOut' ? now.markingOut : now[name].value;
          const label = capital(CLEARANCE_WORDS[name]);
          const chosen = layout.clearances?.[name] !== undefined;
          return (
            <li key={name}>
              <LengthField
                label={label}
                value={value}
                least={least}
                most={most}
                onCommit={(mm) => submit({ type: 'setClearance', name, value: mm === usual ? null : mm })}
              />
              <p className="m-0 mt-1 text-sm leading-snug text-ink-soft">
                {chosen && <>Usually {inUnit(`${usual} mm`, unit)}: </>}
                {why}
              </p>
              {chosen && (
                <Button
                  className="mt-1"
                  aria-label={`${label}: back to ${inUnit(`${usual} mm`, unit)}`}
                  onClick={() => submit({ type: 'setClearance', name, value: null })}
                >
                  <RotateCcw size={14} aria-hidden /> Back to {inUnit(`${usual} mm`, unit)}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
