import type { Measured, Tool } from '@young-shell/core/quantity';
import { watchesOf } from '@young-shell/core/plan';
import {
  averaged,
  judgeReading,
  surveyOf,
  withReading,
  type ReadingVerdict,
  type SurveyStep,
} from '@young-shell/core/shell';
import { valueAt } from '@young-shell/core/document';
import { useCallback, useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';

/** A reading that waits for a word of the user. */
export interface Doubt {
  value: number;
  verdict: Exclude<ReadingVerdict, { kind: 'good' }>;
}

/** Good readings of one place before the survey goes on by itself. */
const ENOUGH = 2;

/** The guided measuring: the step at hand, what its readings say, and what one can do with them. */
export function useSurvey() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [skipped, setSkipped] = useState<readonly string[]>([]);
  const [chosen, setChosen] = useState<string>();
  const [taken, setTaken] = useState(0);
  const [doubt, setDoubt] = useState<Doubt>();
  const survey = useMemo(() => surveyOf(document, watchesOf(document)), [document]);
  const queue = useMemo(() => survey.steps.filter((s) => !skipped.includes(s.path)), [survey, skipped]);
  // The place stays until it is left, also when its first reading has made another one more useful.
  const [held, setHeld] = useState<SurveyStep>();
  const step = held ?? queue.find((s) => s.path === chosen) ?? queue[0];
  const known = step && (valueAt(document, step.path) as Measured | undefined);
  const readings = useMemo(() => (taken > 0 && known?.readings ? known.readings.slice(-taken) : []), [known, taken]);

  const leave = useCallback(() => {
    setHeld(undefined);
    setChosen(undefined);
    setTaken(0);
    setDoubt(undefined);
  }, []);

  /** Keeps a reading, whatever is thought of it. */
  const keep = useCallback(
    (value: number, tool: Tool) => {
      if (!step || !known) return undefined;
      const wrong = submit({
        type: 'setMeasured',
        path: step.path,
        measured: withReading(taken === 0 ? { ...known, readings: [] } : known, value, tool, new Date().toISOString()),
        what: step.words,
      });
      setDoubt(undefined);
      if (wrong) return wrong;
      const all = [...readings, value];
      const { crooked } = averaged(all, tool);
      if (all.length >= ENOUGH + (crooked ? 1 : 0)) leave();
      else {
        setHeld(step);
        setTaken(all.length);
      }
      return undefined;
    },
    [step, known, readings, taken, submit, leave],
  );

  /** Takes a reading: good ones are kept at once, doubtful ones ask. */
  const take = useCallback(
    (value: number, tool: Tool) => {
      if (!known) return undefined;
      const again = doubt?.verdict.kind === 'surprise' && Math.abs(doubt.value - value) < 0.6;
      const verdict = judgeReading(known, readings, value, tool);
      if (verdict.kind === 'good' || again) return keep(value, tool);
      setDoubt({ value, verdict });
      return undefined;
    },
    [known, readings, doubt, keep],
  );

  return {
    survey,
    queue,
    step,
    known,
    readings,
    doubt,
    take,
    keep,
    drop: () => setDoubt(undefined),
    leave,
    skip: () => {
      if (step) setSkipped((s) => [...s, step.path]);
      leave();
    },
    choose: (path: string) => {
      leave();
      setChosen(path);
    },
    back: () => setSkipped([]),
    skipped: skipped.length,
  };
}
