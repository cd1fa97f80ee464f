import {
  dayNumber,
  dayWords,
  markOfStep,
  PHASES,
  whyNotAfter,
  type PlannedStep,
  type Slot,
} from '@young-shell/core/build';
import { nextId } from '@young-shell/core/document';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FindingList } from '../../ui/FindingList';
import { Figure } from '../../ui/Figure';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';
import { EarlierLessons } from './EarlierLessons';
import { pickStep } from './slice';
import { shortDay, span, today } from '../../ui/days';
import { Orders } from './Orders';
import { useSteps } from './useSteps';
import { capital } from '../../ui/capital';

/** What to do now, and everything that is to be done, part by part of the work. */
export function StepsPanel() {
  const { steps, laid, busy } = useSteps();
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const slots = new Map(laid.schedule?.slots.map((s) => [s.id, s]));
  const critical = new Set(laid.schedule?.critical);
  const done = steps.filter((s) => s.done).length;
  const now = steps
    .filter((s) => !s.done && s.waitsFor.length === 0)
    .sort((a, b) => Number(critical.has(b.id)) - Number(critical.has(a.id)));
  const drying = steps.filter(
    (s) =>
      s.done &&
      s.wait > 0 &&
      (slots.get(s.id)?.free ?? 0) > dayNumber(today()) * 24 &&
      steps.some((o) => !o.done && o.after.some((b) => b.id === s.id)),
  );
  if (steps.length === 0)
    return (
      <Section title="Steps">
        <p className="m-0 text-ink-soft">Nothing is planned yet: place parts in Fit, and the steps follow.</p>
      </Section>
    );
  return (
    <>
      <Section
        title="Do this now"
        aside={
          busy ? (
            <span role="status" className="text-sm text-ink-soft">
              working out the order …
            </span>
          ) : undefined
        }
      >
        <div className="grid grid-cols-3 gap-x-3">
          <Figure label="steps done" value={`${done}`} unit={`of ${steps.length}`} />
          <Figure label="hours left" value={(laid.schedule?.left ?? 0).toFixed(0)} unit="h" />
          <Figure
            label="finished"
            value={laid.schedule ? shortDay(dayWords(Math.floor(laid.schedule.end / 24))).replace(/^\w+ /, '') : '–'}
            unit=""
          />
        </div>
        {laid.words && <p className="my-1 text-stop">{laid.words}</p>}
        <ul className="mt-2 mb-0 list-none p-0">
          {now.slice(0, 4).map((step) => (
            <StepRow
              key={step.id}
              step={step}
              steps={steps}
              slot={slots.get(step.id)}
              critical={critical.has(step.id)}
              where="now"
            />
          ))}
        </ul>
        {drying.length > 0 && (
          <p className="mt-1 mb-0">
            {drying
              .map((s) => `${s.name}: ready ${shortDay(dayWords(Math.floor((slots.get(s.id)?.free ?? 0) / 24)))}`)
              .join('; ')}
            . Meanwhile do what stands above.
          </p>
        )}
        <Orders steps={steps} />
      </Section>
      <FindingList station="build" />
      {PHASES.map((phase) => {
        const of = steps.filter((s) => s.phase === phase);
        if (of.length === 0) return null;
        return (
          <Section key={phase} title={`${capital(phase)}, ${of.filter((s) => s.done).length} of ${of.length}`}>
            <ul className="m-0 list-none p-0">
              {of.map((step) => (
                <StepRow
                  key={step.id}
                  step={step}
                  steps={steps}
                  slot={slots.get(step.id)}
                  critical={critical.has(step.id)}
                  where="list"
                />
              ))}
            </ul>
          </Section>
        );
      })}
      <EarlierLessons />
      <Section title="A step of your own">
        <Button
          onClick={() => {
            const id = nextId(document.build.own, 'step', document.spent);
            const wrong = submit({
              type: 'setOwnStep',
              id,
              own: { name: 'Something else', minutes: 15, wait: 0, after: {}, caution: '' },
            });
            if (wrong) toast.error(wrong);
            else dispatch(pickStep(`own.${id}`));
          }}
        >
          Add a step
        </Button>
      </Section>
    </>
  );
}

function StepRow({
  step,
  steps,
  slot,
  critical,
  where,
}: {
  step: PlannedStep;
  steps: readonly PlannedStep[];
  slot: Slot | undefined;
  critical: boolean;
  where: 'now' | 'list';
}) {
  const picked = useAppSelector((s) => s.build.picked);
  const [read, setRead] = useState(false);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const key = where === 'now' ? `now/${step.id}` : step.id;
  const open = picked === key;
  const tick = (on: boolean) => {
    if (on && step.cautions.length > 0 && !read && !open) {
      dispatch(pickStep(key));
      toast('Read what stands there first; then tick it.');
      return;
    }
    const wrong = submit({
      type: 'tick',
      step: step.id,
      name: step.name,
      done: on ? { on: today(), of: markOfStep(step) } : null,
    });
    if (wrong) toast.error(wrong);
  };
  return (
    <li className="border-t border-line py-1 first:border-t-0">
      <div className="grid grid-cols-[auto_1fr_auto] items-baseline gap-x-2">
        <input
          type="checkbox"
          className="accent-ink"
          aria-label={`Done: ${step.name}`}
          checked={step.done !== undefined}
          onChange={(event) => tick(event.target.checked)}
        />
        <button
          type="button"
          aria-expanded={open}
          className={`text-left hover:underline ${step.done ? 'text-ink-soft line-through' : ''}`}
          onClick={() => {
            setRead(true);
            dispatch(pickStep(open ? null : key));
            if (!open && step.about)
              dispatch(select(step.about.kind === 'face' ? null : { kind: step.about.kind, id: step.about.id }));
          }}
        >
          {step.name}
        </button>
        <span className="figure text-base whitespace-nowrap">{step.minutes > 0 ? span(step.minutes) : ''}</span>
        <span />
        <span className="col-span-2 text-sm text-ink-soft">
          {step.done
            ? `done ${shortDay(step.done.on)}${step.touched ? '; the plan has changed since' : ''}`
            : [
                slot ? shortDay(dayWords(Math.floor(slot.begin / 24))) : '',
                critical ? 'holds everything up' : '',
                step.unattended ? 'needs nobody' : '',
                step.wait > 0 ? `then ${step.wait} h to wait` : '',
                step.waitsFor.length > 0
                  ? `after ${steps.find((s) => s.id === step.waitsFor[0])?.name ?? step.waitsFor[0]}`
                  : '',
              ]
                .filter((w) => w !== '')
                .join(', ')}
        </span>
      </div>
      {open && <StepFields step={step} steps={steps} />}
    </li>
  );
}

function StepFields({ step, steps }: { step: PlannedStep; steps: readonly PlannedStep[] }) {
  const { build } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const name = (id: string) => steps.find((s) => s.id === id)?.name ?? id;
  const said = build.steps[step.id] ?? {};
  const ownId = step.own ? step.id.slice('own.'.length) : undefined;
  const own = ownId === undefined ? undefined : build.own[ownId];
  const set = (patch: typeof said) =>
    submit({ type: 'setStep', step: step.id, name: step.name, said: { ...said, ...patch } });
  const setOwn = (patch: Partial<NonNullable<typeof own>>) =>
    submit({ type: 'setOwnStep', id: ownId!, own: { ...own!, ...patch } });
  const addAfter = (id: string) => {
    if (id === '') return undefined;
    const why = whyNotAfter(steps, step.id, id);
    if (why) return why;
    return own ? setOwn({ after: { ...own.after, [id]: true } }) : set({ after: { ...said.after, [id]: true } });
  };
  return (
    <div className="pt-1 pb-2 pl-6">
      {step.cautions.length > 0 && (
        <ul className="my-1 border-l-4 border-warn pl-5">
          {step.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
      {(step.tools.length > 0 || step.materials.length > 0) && (
        <p className="my-1 text-sm text-ink-soft">{[...step.tools, ...step.materials].join('; ')}</p>
      )}
      {step.after.length > 0 && (
        <ul className="my-1 list-none p-0 text-sm">
          {step.after.map((b) => (
            <li key={b.id} className="flex items-center justify-between gap-2">
              <span>
                after <strong>{name(b.id)}</strong>: {b.why} <span className="text-ink-soft">({b.kind})</span>
              </span>
              {b.kind === 'own' && (
                <Button
                  look="quiet"
                  aria-label={`Not after ${name(b.id)}`}
                  onClick={() => {
                    if (own) {
                      const { [b.id]: _gone, ...after } = own.after;
                      setOwn({ after });
                    } else {
                      const { [b.id]: _gone, ...after } = said.after ?? {};
                      set({ after });
                    }
                  }}
                >
                  ×
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      <div className="grid grid-cols-2 gap-2.5">
        {own && <TextField label="Step" value={own.name} onCommit={(text) => setOwn({ name: text })} />}
        <NumberField
          label="Minutes"
          value={step.minutes}
          least={0}
          most={10_000}
          onCommit={(minutes) => (own ? setOwn({ minutes }) : set({ minutes }))}
        />
        <NumberField
          label="Then wait, hours"
          value={step.wait}
          least={0}
          most={2000}
          onCommit={(wait) => (own ? setOwn({ wait }) : set({ wait }))}
        />
        {!own && (
          <TextField
            label="Not before"
            value={said.from ?? ''}
            placeholder="2027-01-31"
            onCommit={(text) => {
              if (text.trim() !== '') return set({ from: text.trim() });
              const { from: _gone, ...rest } = said;
              return submit({ type: 'setStep', step: step.id, name: step.name, said: rest });
            }}
          />
        )}
        <Choice
          label="Also after"
          value=""
          options={[
            { value: '', label: 'choose a step' },
            ...steps.filter((s) => s.id !== step.id).map((s) => ({ value: s.id, label: s.name })),
          ]}
          onChange={addAfter}
        />
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        {own ? (
          <Button
            look="danger"
            onClick={() => {
              submit({ type: 'setOwnStep', id: ownId!, own: null });
              dispatch(pickStep(null));
            }}
          >
            Delete the step
          </Button>
        ) : (
          <Button look="quiet" onClick={() => set({ left: true })}>
            Leave it out
          </Button>
        )}
      </div>
    </div>
  );
}
