import { inUnit } from '@young-shell/core/quantity';
import type { InShell } from '@young-shell/core/search';
import { Search, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useAppSelector } from '../../app/store';
import { api } from '../../document/api';
import { selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { Progress } from '../../ui/Progress';
import { Section } from '../../ui/Section';
import { run, stop } from '../../work/work';

interface Answer extends Partial<InShell> {
  id: string;
  name: string;
  failed?: string;
}

const STOPPED = 'Stopped.';

/** Which of my shells for this kit: it is tried in the shell of every conversion, as if that were empty. */
export function MyShells() {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const { id: own = '' } = useParams();
  const [answers, setAnswers] = useState<readonly Answer[]>([]);
  const [running, setRunning] = useState<{ share: number; what: string }>();
  const [failed, setFailed] = useState<string>();
  const asked = useRef(0);
  useEffect(
    () => () => {
      if (asked.current > 0) stop('long', STOPPED);
      asked.current++;
    },
    [],
  );
  const start = async () => {
    stop('long', STOPPED);
    const mine = ++asked.current;
    setAnswers([]);
    setFailed(undefined);
    setRunning({ share: 0, what: 'the list of conversions' });
    try {
      const list = (await api.list()).filter((c) => c.id !== own && c.fault === undefined);
      for (const [i, { id, name }] of list.entries()) {
        if (mine !== asked.current) return;
        setRunning({ share: i / list.length, what: name });
        let answer: Answer;
        try {
          const { document: other } = await api.open(id);
          answer = { id, name, ...(await run('long', 'fit', 'inOtherShell', [document, other])) };
        } catch (error) {
          const { message } = error as Error;
          if (message === STOPPED) break;
          answer = { id, name, failed: message };
        }
        if (mine !== asked.current) return;
        setAnswers((known) => [...known, answer].sort((p, q) => roomOf(q) - roomOf(p)));
      }
    } catch (error) {
      if (mine === asked.current) setFailed((error as Error).message);
    }
    if (mine === asked.current) setRunning(undefined);
  };
  const count = Object.keys(document.kit.parts).length;
  return (
    <Section title="Which of my shells for this kit?">
      {count === 0 ? (
        <p className="m-0 text-ink-soft">The kit is empty: it goes into every one of them.</p>
      ) : running ? (
        <>
          <Button
            onClick={() => {
              asked.current++;
              stop('long', STOPPED);
              setRunning(undefined);
            }}
          >
            <Square size={14} aria-hidden /> Stop
          </Button>
          <Progress share={running.share} what={running.what} />
        </>
      ) : (
        <Button onClick={() => void start()}>
          <Search size={15} aria-hidden /> Try it in all of them
        </Button>
      )}
      {failed !== undefined && (
        <p className="mb-0 text-stop" role="alert">
          {failed}
        </p>
      )}
      {answers.length > 0 && (
        <ul className="mt-2 mb-0 list-none p-0">
          {answers.map((answer) => (
            <li key={answer.id} className="border-t border-line py-1.5 first:border-t-0">
              <span className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3">
                <Link className="underline" to={`/c/${answer.id}/shell`}>
                  {answer.name}
                </Link>
                <span className={answer.spare === undefined ? 'text-ink-soft' : 'text-good'}>
                  {answer.failed !== undefined ? 'not tried' : answer.spare === undefined ? 'no' : 'goes in'}
                </span>
                <span className="col-span-2 text-sm leading-snug text-ink-soft">{inUnit(words(answer), unit)}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}

/** Most room first; what does not go in last. */
const roomOf = ({ spare }: Answer) => spare ?? -Infinity;

function words({ spare, homeless = [], failed }: Answer): string {
  if (failed !== undefined) return failed;
  if (spare === undefined)
    return homeless.length > 0
      ? `no place at all for ${homeless.join(', ')}`
      : 'each part has a place, but no layout of all of them was found';
  if (!Number.isFinite(spare)) return 'nothing is near anything else';
  return spare < 0
    ? `with ${(-spare).toFixed(1)} mm less than is wanted at the tightest`
    : `${spare.toFixed(1)} mm more than is wanted at the tightest`;
}
