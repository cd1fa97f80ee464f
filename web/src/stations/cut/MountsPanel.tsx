import { mountsOf, type MountPlan } from '@young-shell/core/cut';
import type { MountKind } from '@young-shell/core/document';
import { unitWord, formatLength, inUnit } from '@young-shell/core/quantity';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { Section } from '../../ui/Section';
import { DrillTable } from './DrillTable';
import { ExistingHoles } from './ExistingHoles';

/** How every part is held, with what it drills and which screws to buy; holes the shell already has come first. */
export function MountsPanel() {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const plans = useMemo(() => mountsOf(document, assembly), [document, assembly]);
  return (
    <>
      <ExistingHoles />
      <Section title="How parts are held">
        {plans.length === 0 && <p className="m-0 text-ink-soft">Nothing stands, lies or is screwed to anything yet.</p>}
        <ul className="m-0 list-none p-0">
          {plans.map((plan) => (
            <Held key={plan.part} plan={plan} />
          ))}
        </ul>
      </Section>
      <DrillTable />
    </>
  );
}

function Held({ plan }: { plan: MountPlan }) {
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const option = plan.options.find((o) => o.kind === plan.chosen);
  const l = (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
  const set = (kind: MountKind, family = plan.family) =>
    submit({ type: 'setMount', part: plan.part, mount: { kind, ...(family ? { family } : {}) } });
  return (
    <li className="border-t border-line py-2 first:border-t-0">
      <Choice
        label={`${plan.name}, on ${plan.on.name}`}
        value={plan.chosen ?? 'nothing'}
        options={[
          ...(plan.chosen === undefined ? [{ value: 'nothing' as const, label: 'its own weight' }] : []),
          ...plan.options.map((o) => ({ value: o.kind, label: o.no ? `${o.kind} (not here)` : o.kind })),
        ]}
        onChange={(kind) => kind !== 'nothing' && set(kind)}
      />
      {option && (
        <p className={`mt-1 mb-0 text-sm ${option.no ? 'font-medium text-stop' : 'text-ink-soft'}`}>
          {inUnit(option.no ?? option.why, unit)}
        </p>
      )}
      {option && !option.no && (
        <p className="mt-0.5 mb-0">
          {option.hole > 0 ? `${plan.count} × drill ø ${l(option.hole)}` : 'nothing is drilled'}
          {option.screw &&
            `; ${plan.count} × ${plan.thread.thread} × ${l(option.screw.length)}, ${l(option.screw.engagement)} deep${
              option.screw.engagement < option.screw.least ? ` (${l(option.screw.least)} would hold better)` : ''
            }`}
          {plan.own ? (
            <button
              type="button"
              className="ml-2 text-sm text-ink-soft underline"
              onClick={() => submit({ type: 'setMount', part: plan.part, mount: null })}
            >
              as usual
            </button>
          ) : (
            <span className="text-sm text-ink-soft"> (as usual)</span>
          )}
        </p>
      )}
      {plan.mayFamily && option !== undefined && option.hole > 0 && (
        <Check
          label="drill the holes of larger boards now, too"
          checked={plan.family}
          onChange={(family) => plan.chosen !== undefined && set(plan.chosen, family)}
        />
      )}
    </li>
  );
}
