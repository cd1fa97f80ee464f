import type { Lid } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { hullModel } from '@young-shell/core/assembly';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

const CLOSURES: Lid['closure'][] = ['screws outside', 'screws inside', 'snap tabs', 'hinge', 'lift off'];

/** The body that comes off: everything above a joint. */
export function LidForm() {
  const { shell } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { lid } = shell;
  if (!lid) {
    const top = Math.max(...hullModel(shell).outline.map((p) => p[1]));
    return (
      <Section title="Lid">
        <p className="mt-0 mb-2 text-ink-soft">No lid yet: the part of the shell that is lifted off to get in.</p>
        <Button
          onClick={() =>
            submit({
              type: 'setLid',
              lid: { name: 'Lid', splitHeight: measured(Math.round(top * 0.8), 'guess'), closure: 'screws outside' },
            })
          }
        >
          Set a lid
        </Button>
      </Section>
    );
  }
  return (
    <Section
      title="Lid"
      aside={
        <Button look="quiet" onClick={() => submit({ type: 'setLid', lid: null })}>
          no lid
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-2.5">
        <TextField
          label="Name"
          value={lid.name}
          onCommit={(name) => submit({ type: 'setLid', lid: { ...lid, name } })}
        />
        <Choice
          label="Held by"
          value={lid.closure}
          options={CLOSURES.map((value) => ({ value, label: value }))}
          onChange={(closure) => submit({ type: 'setLid', lid: { ...lid, closure } })}
        />
        <MeasuredField
          label="Joint over the floor’s underside"
          value={lid.splitHeight}
          onCommit={(m) =>
            submit({ type: 'setMeasured', path: '/shell/lid/splitHeight', measured: m, what: 'joint of the lid' })
          }
        />
      </div>
    </Section>
  );
}
