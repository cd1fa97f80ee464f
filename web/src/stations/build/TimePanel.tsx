import { useAppSelector } from '../../app/store';
import { dayWords, type PlannedStep } from '@young-shell/core/build';
import { toast } from 'sonner';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Figure } from '../../ui/Figure';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { BarChart } from './BarChart';
import { shortDay } from '../../ui/days';
import { useSteps } from './useSteps';

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** The steps on days: hours of the week, the first day, and when it is finished. */
export function TimePanel() {
  const { steps, laid } = useSteps();
  const { build } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { schedule, words } = laid;
  const pin = (step: PlannedStep, day: string | null) => {
    if (step.own) {
      toast('A step of your own has no day of its own: put it after another.');
      return undefined;
    }
    const { from: _was, ...rest } = build.steps[step.id] ?? {};
    const wrong = submit({
      type: 'setStep',
      step: step.id,
      name: step.name,
      said: day === null ? rest : { ...rest, from: day },
    });
    if (wrong) toast.error(wrong);
    return wrong;
  };
  return (
    <>
      <Section title="When it is finished">
        {schedule ? (
          <div className="grid grid-cols-3 gap-x-3">
            <Figure
              label="finished"
              value={shortDay(dayWords(Math.floor(schedule.end / 24))).replace(/^\w+ /, '')}
              unit=""
            />
            <Figure label="of work left" value={schedule.left.toFixed(0)} unit="h" />
            <Figure label="hold it up" value={`${schedule.critical.length}`} unit="steps" />
          </div>
        ) : (
          <p className="m-0 text-stop" role="alert">
            {words}
          </p>
        )}
        <div className="mt-2 grid grid-cols-4 gap-2">
          {DAYS.map((day, i) => (
            <NumberField
              key={day}
              label={`${day}, h`}
              value={build.hours[i] ?? 0}
              least={0}
              most={16}
              onCommit={(h) =>
                submit({ type: 'setBuild', build: { hours: build.hours.map((v, k) => (k === i ? h : v)) } })
              }
            />
          ))}
          <TextField
            label="First day"
            value={build.start ?? ''}
            placeholder="2027-01-31"
            onCommit={(text) => submit({ type: 'setBuild', build: { start: text.trim() === '' ? null : text.trim() } })}
          />
        </div>
      </Section>
      {schedule && (
        <Section title="Day by day">
          <BarChart steps={steps} schedule={schedule} onPin={pin} />
          <p className="mt-1 mb-0 text-sm text-ink-soft">
            Dark bars are work, pale ones wait or need nobody; those with an edge hold everything up. What is ticked
            moves the rest. Drag a bar to the right, or use the arrow keys on it, to begin later; back to the left to
            free it.
          </p>
        </Section>
      )}
    </>
  );
}
