import { formatLength, TOOLS, type LengthError } from '@young-shell/core/quantity';
import { averaged } from '@young-shell/core/shell';
import { useEffect, useRef, useState } from 'react';
import { useParams } from 'react-router';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { typedReading, useCalipers } from '../../document/useCalipers';
import { heard } from '../../instruments/slice';
import { Button } from '../../ui/Button';
import { halfTyped, keepHalfTyped } from '../../ui/halfTyped';
import { Section } from '../../ui/Section';
import { WhatIfWrong } from '../../ui/WhatIfWrong';
import { showJaws } from './slice';
import { DoubtCard } from './DoubtCard';
import { SimulatedCalipers } from './SimulatedCalipers';
import { useSurvey } from './useSurvey';

/** Guided measuring without the mouse: what to measure next, where to put the jaws, the reading, and on. */
export function SurveyPanel() {
  const { id = '' } = useParams();
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const session = useSurvey();
  const { step, known, readings, doubt, queue, survey } = session;
  const field = `reading ${step?.path}`;
  const [text, setTyped] = useState(() => halfTyped(field) ?? '');
  const setText = (typed: string) => {
    setTyped(typed);
    keepHalfTyped(field, typed === '' ? undefined : typed);
  };
  const [error, setError] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const simulated = useAppSelector((s) => s.instruments.on.calipers !== undefined);
  const { connected, press } = useCalipers(simulated, (value, path) => {
    dispatch(heard([{ kind: 'calipers', text: `${value} at ${path}` }]));
    if (step && path === step.path) setError(session.take(value, step.tool, true));
  });
  useEffect(() => {
    dispatch(showJaws(step?.jaws ?? null));
    setTyped(halfTyped(`reading ${step?.path}`) ?? '');
    setError(undefined);
    // After the tab that was pressed has had its focus.
    requestAnimationFrame(() => input.current?.focus());
  }, [dispatch, step?.path, step?.jaws]);
  useEffect(
    () => () => {
      dispatch(showJaws(null));
    },
    [dispatch],
  );
  if (!step || !known)
    return (
      <Section title="Survey">
        <p className="m-0">
          {session.skipped > 0
            ? `Only what you skipped is left (${session.skipped}).`
            : `Nothing is worth measuring again: all ${survey.all} values of the shell are as sure as their tools allow.`}
        </p>
        {session.skipped > 0 && (
          <Button className="mt-2" onClick={session.back}>
            take those up again
          </Button>
        )}
      </Section>
    );
  const enter = () => {
    if (text.trim() === '') {
      if (doubt?.verdict.kind === 'slip') setError(session.keep(doubt.verdict.meant, step.tool));
      else if (doubt) session.drop();
      else if (readings.length > 0) session.leave();
      return;
    }
    try {
      setError(session.take(typedReading(text, unit), step.tool));
      setText('');
    } catch (problem) {
      setError((problem as LengthError).message);
    }
  };
  const keys: Record<string, () => void> = {
    s: session.skip,
    ...(connected ? { c: () => void press(id, step.path) } : {}),
    k: () => doubt && setError(session.keep(doubt.value, step.tool)),
    d: session.drop,
  };
  const mean = readings.length > 0 ? averaged(readings, step.tool) : undefined;
  const show = (value: number, digits = unit === 'mm' ? 2 : 3) => formatLength(value, unit, digits);
  return (
    <>
      <Section
        title="Measure next"
        aside={
          <span className="font-label text-sm text-ink-soft">
            {survey.done} of {survey.all} measured
          </span>
        }
      >
        <p className="m-0 text-xl leading-tight font-semibold">{step.words}</p>
        <p className="mt-1 mb-2 text-sm text-ink-soft">
          {TOOLS[step.tool].label}; expected {show(known.value, 1)} ±{show(known.uncertainty, 1)} {unit}. It is{' '}
          {step.because}.
        </p>
        <label className="block font-label text-sm text-ink-soft" htmlFor="reading">
          Reading
        </label>
        <input
          id="reading"
          ref={input}
          autoComplete="off"
          className="figure min-h-12 w-full rounded-sm border border-line-strong bg-field px-3 text-3xl"
          value={text}
          aria-invalid={error !== undefined}
          aria-describedby="reading-help"
          onChange={(event) => setText(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') enter();
            else if (text === '' && event.key in keys && !event.ctrlKey && !event.metaKey) {
              event.preventDefault();
              keys[event.key]!();
            }
          }}
        />
        {error && (
          <p role="alert" className="mt-1 mb-0 text-sm font-medium text-stop">
            {error}
          </p>
        )}
        {doubt && <DoubtCard doubt={doubt} unit={unit} />}
        {mean && !doubt && (
          <div className="mt-2 flex items-baseline gap-4" aria-live="polite">
            <span className="figure text-[28px] leading-8">{show(mean.value)}</span>
            <span className="figure text-lg text-ink-soft">±{show(mean.uncertainty)}</span>
            <span className="text-sm text-ink-soft">
              {readings.length === 1
                ? 'once; take it again at another place'
                : `${readings.map((r) => show(r)).join(', ')}; spread ${show(mean.spread)}`}
              {mean.crooked && ': the shell differs there, measure a third place'}
            </span>
          </div>
        )}
        <Button className="mt-3 w-full" onClick={session.skip}>
          skip (s)
        </Button>
        <WhatIfWrong key={step.path} path={step.path} name={step.words} />
        <p id="reading-help" className="mt-2 mb-0 text-sm text-ink-soft">
          Type it, or press the button of calipers that type; Enter takes it. Two that agree, and the next comes by
          itself. Empty Enter: enough of this one. Readings are kept at once: leave any time, go on next week.
        </p>
      </Section>
      <SimulatedCalipers connected={connected} onPress={() => void press(id, step.path)} />
      <Section title="Then">
        <ol className="m-0 list-none p-0">
          {queue
            .filter((s) => s.path !== step.path)
            .slice(0, 6)
            .map((s) => (
              <li key={s.path}>
                <button
                  type="button"
                  className="flex min-h-8 w-full items-baseline justify-between gap-2 text-left hover:underline"
                  onClick={() => session.choose(s.path)}
                >
                  <span className="min-w-0 [overflow-wrap:anywhere]">{s.words}</span>
                  <span className="figure shrink-0 text-ink-soft">
                    ±{show(s.measured.uncertainty, 1)} → {show(s.wouldBe, 1)}
                  </span>
                </button>
              </li>
            ))}
        </ol>
      </Section>
    </>
  );
}
