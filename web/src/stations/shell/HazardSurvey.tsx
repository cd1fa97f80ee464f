import { HAZARD_KINDS, type Hazard } from '@young-shell/core/document';
import { HAZARDS } from '@young-shell/core/shell';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const STATES: { value: Hazard['state']; label: string }[] = [
  { value: 'unknown', label: 'not looked' },
  { value: 'absent', label: 'no' },
  { value: 'suspected', label: 'maybe' },
  { value: 'present', label: 'yes' },
  { value: 'dealt with', label: 'dealt with' },
];

/** What the shell may contain that hurts: eight questions before the first screw. */
export function HazardSurvey() {
  const { hazards, material } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  return (
    <Section title="Before the first screw">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        Local rules and licensed people come first; this only says what to look for. Marked: usual in {material}.
      </p>
      {HAZARD_KINDS.map((kind) => {
        const { name, ask, caution, where } = HAZARDS[kind];
        const hazard = hazards[kind] ?? { state: 'unknown', note: '' };
        const asked = hazard.state === 'suspected' || hazard.state === 'present';
        const put = (patch: Partial<Hazard>) => submit({ type: 'setHazard', kind, hazard: { ...hazard, ...patch } });
        return (
          <fieldset key={kind} className="m-0 mb-1 border-0 border-t border-line p-0 pt-2 first-of-type:border-t-0">
            <legend className="float-left w-full p-0 font-semibold">
              {name} {where.includes(material) && <span className="font-label text-sm text-warn">look here</span>}
            </legend>
            <p className="clear-both m-0 mb-1 text-sm text-ink-soft">{ask}</p>
            <div className="flex flex-wrap gap-1" role="radiogroup" aria-label={name}>
              {STATES.map((state) => (
                <label
                  key={state.value}
                  className={`cursor-pointer rounded-sm border px-2 py-0.5 font-label text-sm has-focus-visible:outline-2 has-focus-visible:outline-pencil ${hazard.state === state.value ? 'border-ink bg-ink text-sheet' : 'border-line-strong bg-field'}`}
                >
                  <input
                    type="radio"
                    name={kind}
                    className="sr-only"
                    checked={hazard.state === state.value}
                    onChange={() => put({ state: state.value })}
                  />
                  {state.label}
                </label>
              ))}
            </div>
            {asked && <p className="mt-1.5 mb-1 border-l-4 border-stop pl-2 text-sm">{caution}</p>}
            {(asked || hazard.state === 'dealt with' || hazard.note !== '') && (
              <TextField label="Note" value={hazard.note} onCommit={(note) => put({ note })} />
            )}
          </fieldset>
        );
      })}
    </Section>
  );
}
