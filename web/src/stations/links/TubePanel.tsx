import { fieldRate, lineRate, modeline, nextTry, readModeline, TUBE_MODES } from '@young-shell/core/links';
import { nextId, type Attempt } from '@young-shell/core/document';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { ask } from '../../instruments/ask';
import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { TubePicture } from './TubePicture';

const SEEN: Record<Attempt['seen'], string> = {
  locks: 'locks: the picture stands',
  rolls: 'rolls: it holds the lines, not the fields',
  tears: 'tears: it does not hold the lines',
  refuses: 'refuses: nothing to see',
  stopped: 'stopped: a real tube would have been spoilt',
};

/** The simulated tube monitor: connected on purpose, tried step by step, its log kept. */
export function TubePanel() {
  const set = useAppSelector((s) => s.instruments.on.tube);
  return (
    <>
      <Section title="A tube monitor that does not exist">
        <ConnectSimulated kind="tube" />
      </Section>
      {set !== undefined && <Hunt set={set} />}
    </>
  );
}

function Hunt({ set }: { set: 'A' | 'B' | 'C' }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const [lines, setLines] = useState('240');
  const [typed, setTyped] = useState<string>();
  const [asking, setAsking] = useState<string>();
  const mode = TUBE_MODES.find((m) => String(m.lines) === lines)!;
  const all = Object.entries(document.links.tries).filter(([, t]) => t.set === set);
  const tries = all
    .map(([, t]) => t)
    .filter((t) => {
      try {
        return readModeline(t.modeline).vActive === mode.lines;
      } catch {
        return false;
      }
    });
  const next = nextTry(tries, mode);
  const line = typed ?? modeline(next.timing);
  const last = tries.at(-1);
  const go = async (text: string) => {
    setAsking(undefined);
    let answer: Pick<Attempt, 'seen' | 'picture'>;
    try {
      answer = await dispatch(
        ask<Pick<Attempt, 'seen' | 'picture'>>(
          'tube',
          'try',
          { set, modeline: text },
          ({ seen }) => `${text}: ${seen}`,
        ),
      );
    } catch (problem) {
      toast.error((problem as Error).message);
      return;
    }
    const id = nextId(document.links.tries, 'try', document.spent);
    const wrong = submit({
      type: 'addTry',
      id,
      attempt: { set, modeline: text, seen: answer.seen, ...(answer.picture ? { picture: answer.picture } : {}) },
    });
    if (wrong) toast.error(wrong);
    setTyped(undefined);
  };
  return (
    <>
      <Section title={`On set ${set}`}>
        <TubePicture attempt={last} />
        <p className="my-1" role="status">
          {last ? SEEN[last.seen] : 'Nothing tried yet.'}
        </p>
        <Choice
          label="Picture"
          value={lines}
          options={TUBE_MODES.map((m) => ({
            value: String(m.lines),
            label: `${m.lines} lines, ${m.interlaced ? 'interlaced' : 'progressive'}, ${m.hz} Hz`,
          }))}
          onChange={(value) => {
            setLines(value);
            setTyped(undefined);
          }}
        />
        <p className="my-2">
          {next.done ? '✓ ' : 'Next: '}
          {next.why}
        </p>
        <TextField
          label="Timing to try"
          value={line}
          multiline
          onCommit={(text) => {
            try {
              readModeline(text);
              setTyped(text);
              return undefined;
            } catch (error) {
              return (error as Error).message;
            }
          }}
        />
        <Button look="strong" className="mt-2" onClick={() => setAsking(line)}>
          Try it on the simulated set
        </Button>
      </Section>
      <Section
        title="Log"
        aside={
          all.length > 0 ? (
            <Button
              look="danger"
              onClick={() =>
                submit({
                  type: 'all',
                  what: `log of set ${set} cleared`,
                  changes: all.map(([id]) => ({ type: 'addTry', id, attempt: null })),
                })
              }
            >
              Clear
            </Button>
          ) : undefined
        }
      >
        {all.length === 0 && <p className="m-0 text-ink-soft">Every try is kept here with what was seen.</p>}
        <ol className="m-0 list-none p-0">
          {[...all].reverse().map(([id, t]) => (
            <li key={id} className="border-t border-line py-1 first:border-t-0">
              <span className="flex justify-between gap-2">
                <span>{t.seen}</span>
                <span className="figure">{rates(t.modeline)}</span>
              </span>
              <span className="block text-sm text-ink-soft">simulated, set {t.set}</span>
            </li>
          ))}
        </ol>
      </Section>
      <Dialog
        title="Before every try"
        about="Tubes of one fixed frequency"
        open={asking !== undefined}
        onClose={() => setAsking(undefined)}
      >
        <div className="p-4">
          <p className="mt-0">
            A tube of one fixed frequency can be destroyed by a wrong timing within seconds: its line stage gets hot,
            and there is no picture to warn you. On a real one keep a hand on the switch, and stay in the range of its
            own sheet. This one is simulated, and stops itself.
          </p>
          <div className="flex gap-1.5">
            <Button look="strong" onClick={() => asking !== undefined && void go(asking)}>
              Try it
            </Button>
            <Button onClick={() => setAsking(undefined)}>Leave it</Button>
          </div>
        </div>
      </Dialog>
    </>
  );
}

function rates(text: string): string {
  const t = readModeline(text);
  return `${lineRate(t).toFixed(2)} kHz · ${fieldRate(t).toFixed(1)} Hz`;
}
