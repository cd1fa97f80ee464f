import { nextId, type Scores } from '@young-shell/core/document';
import { compareScores, LEAK_HOURS, sourceLevel, spreadOf } from '@young-shell/core/proof';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { shortDay, today } from '../../ui/days';
import { Field, inputClass } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';

/** Numbers typed into a row of fields; it is kept by its button, so that nothing half-typed is kept. */
function useFields<K extends string>(empty: Record<K, string>) {
  const [values, setValues] = useState(empty);
  const field = (key: K, label: string, placeholder = '') => (
    <Field key={key} label={label}>
      {({ id, describedBy }) => (
        <input
          id={id}
          aria-describedby={describedBy}
          type="text"
          className={inputClass}
          placeholder={placeholder}
          value={values[key]}
          onChange={(event) => setValues({ ...values, [key]: event.target.value })}
        />
      )}
    </Field>
  );
  const number = (key: K, words: string): number => {
    const text = values[key].trim().replace(',', '.').replace('−', '-');
    const n = Number(text);
    if (text === '' || !Number.isFinite(n)) throw new Error(`${words}: “${values[key]}” is not a number.`);
    return n;
  };
  return { values, field, number, clear: () => setValues(empty) };
}

/** Noise, throughput, scores and leak tests as they were measured. */
export function MeasuredPanel() {
  return (
    <>
      <Noise />
      <Speeds />
      <ScoresSection />
      <Leaks />
    </>
  );
}

function Noise() {
  const { proof, spent } = useAppSelector(selectDocument);
  const predicted = useAppSelector(selectAssessment).reports.air.noise;
  const submit = useSubmit();
  const { field, number, values, clear } = useFields({ running: '', background: '' });
  const [distance, setDistance] = useState(1000);
  const add = () => {
    try {
      const wrong = submit({
        type: 'setLoudness',
        id: nextId(proof.noises, 'noise', spent),
        loudness: {
          name: 'Noise',
          on: today(),
          running: number('running', 'With it on'),
          background: number('background', 'With it off'),
          distance,
        },
      });
      if (wrong) throw new Error(wrong);
      clear();
    } catch (problem) {
      toast.error((problem as Error).message);
    }
  };
  return (
    <Section title="Noise">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        A phone’s reading will do: once with it on, once off, from the same place. The room’s own noise is taken out by
        energy.
        {Number.isFinite(predicted) ? ` The model says ${predicted.toFixed(0)} dB(A) at 1 m.` : ''}
      </p>
      <ul className="m-0 list-none p-0">
        {Object.entries(proof.noises).map(([id, n]) => {
          const { level, most, words } = sourceLevel(n.running, n.background, n.distance);
          return (
            <li
              key={id}
              className="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-2 border-t border-line py-1 first:border-t-0"
            >
              <span>
                {n.name}, {shortDay(n.on)}
                <span className="block text-sm text-ink-soft">
                  {n.running} on, {n.background} off, {(n.distance / 1000).toFixed(1)} m
                  {n.simulated ? ', simulated' : ''}. {words}
                </span>
              </span>
              <span className="figure text-xl whitespace-nowrap">
                {level === undefined ? `under ${most.toFixed(0)}` : level.toFixed(1)} dB(A)
              </span>
              <Button
                look="quiet"
                aria-label={`Delete ${n.name}, ${shortDay(n.on)}`}
                onClick={() => submit({ type: 'setLoudness', id, loudness: null })}
              >
                ×
              </Button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 grid grid-cols-3 gap-2">
        {field('running', 'With it on, dB(A)')}
        {field('background', 'With it off, dB(A)')}
        <LengthField
          label="Distance"
          value={distance}
          least={10}
          most={100_000}
          onCommit={(mm) => void setDistance(mm)}
        />
      </div>
      <Button className="mt-2" disabled={values.running === '' || values.background === ''} onClick={add}>
        Keep this reading
      </Button>
    </Section>
  );
}

function Speeds() {
  const { proof, spent } = useAppSelector(selectDocument);
  const { tree } = useAppSelector(selectAssessment).reports.links;
  const submit = useSubmit();
  const devices = tree.filter((l) => l.alone > 0 && Number.isFinite(l.alone) && l.depth > 0 && l.children.length === 0);
  const [link, setLink] = useState('');
  const [together, setTogether] = useState<'alone' | 'together'>('alone');
  const { field, number, values, clear } = useFields({ rate: '' });
  const chosen = devices.find((d) => d.id === link) ?? devices[0];
  const expected = (id: string, all: boolean) => {
    const l = tree.find((o) => o.id === id);
    if (!l) return undefined;
    // Alone it moves what it can over the narrowest link above it; together each its share of that link.
    let [rate, at] = [Math.min(l.alone, l.rate), l.node.on];
    while (at !== undefined) {
      const up = tree.find((o) => o.id === at);
      if (!up) break;
      const crowd = all && up.asked > up.rate && up.asked > 0 ? up.rate / up.asked : 1;
      rate = Math.min(rate, all ? l.alone * crowd : up.rate);
      at = up.node.on;
    }
    return rate;
  };
  if (devices.length === 0 && Object.keys(proof.speeds).length === 0)
    return (
      <Section title="Throughput">
        <p className="m-0 text-ink-soft">No drives or network in the tree of Links yet.</p>
      </Section>
    );
  return (
    <Section title="Throughput">
      <p className="mt-0 mb-2 text-sm text-ink-soft">Each alone, then all at once: that shows what they share.</p>
      <ul className="m-0 list-none p-0">
        {Object.entries(proof.speeds).map(([id, s]) => {
          const want = expected(s.link, s.together);
          const share = want ? s.rate / want : undefined;
          return (
            <li
              key={id}
              className="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-2 border-t border-line py-1 first:border-t-0"
            >
              <span>
                {tree.find((l) => l.id === s.link)?.node.name ?? s.link}, {s.together ? 'all at once' : 'alone'}
                <span className="block text-sm text-ink-soft">
                  {want === undefined ? '' : `the tree says ${want.toFixed(0)} MB/s; `}
                  {share === undefined
                    ? ''
                    : share > 0.8
                      ? 'as expected'
                      : share > 0.5
                        ? 'less than expected: another load, a slower generation'
                        : 'far less: a lane, cable or generation is lost'}
                </span>
              </span>
              <span className="figure text-xl whitespace-nowrap">{s.rate.toFixed(0)} MB/s</span>
              <Button
                look="quiet"
                aria-label={`Delete the throughput of ${s.link}`}
                onClick={() => submit({ type: 'setSpeed', id, speed: null })}
              >
                ×
              </Button>
            </li>
          );
        })}
      </ul>
      {chosen && (
        <>
          <div className="mt-2 grid grid-cols-3 gap-2">
            <Choice
              label="Of"
              value={chosen.id}
              options={devices.map((d) => ({ value: d.id, label: d.node.name }))}
              onChange={setLink}
            />
            <Choice
              label="While"
              value={together}
              options={[
                { value: 'alone', label: 'alone' },
                { value: 'together', label: 'all at once' },
              ]}
              onChange={setTogether}
            />
            {field('rate', 'MB/s')}
          </div>
          <Button
            className="mt-2"
            disabled={values.rate === ''}
            onClick={() => {
              try {
                const wrong = submit({
                  type: 'setSpeed',
                  id: nextId(proof.speeds, 'speed', spent),
                  speed: {
                    on: today(),
                    link: chosen.id,
                    together: together === 'together',
                    rate: number('rate', 'MB/s'),
                  },
                });
                if (wrong) throw new Error(wrong);
                clear();
              } catch (problem) {
                toast.error((problem as Error).message);
              }
            }}
          >
            Keep this throughput
          </Button>
        </>
      )}
    </Section>
  );
}

function ScoresSection() {
  const { proof, spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [better, setBetter] = useState<Scores['better']>('more');
  const { field, values, clear } = useFields({ test: '', settings: '', variant: 'this shell', unit: '', values: '' });
  const all = Object.entries(proof.scores);
  const add = () => {
    try {
      const numbers = values.values
        .split(/[\s;]+/)
        .filter((t) => t !== '')
        .map((t) => {
          const n = Number(t.replace(',', '.'));
          if (!Number.isFinite(n))
            throw new Error(`“${t}” is not a number. Runs are typed with blanks between: 61.2 60.8 61.5.`);
          return n;
        });
      if (values.test.trim() === '') throw new Error('Which test was it?');
      if (numbers.length === 0) throw new Error('No run is typed.');
      const wrong = submit({
        type: 'setScores',
        id: nextId(proof.scores, 'scores', spent),
        scores: {
          test: values.test.trim(),
          settings: values.settings,
          variant: values.variant,
          unit: values.unit,
          better,
          values: numbers,
        },
      });
      if (wrong) throw new Error(wrong);
      clear();
    } catch (problem) {
      toast.error((problem as Error).message);
    }
  };
  return (
    <Section title="Performance">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        The same test and settings, three runs at least: median and spread, never one run.
      </p>
      <ul className="m-0 list-none p-0">
        {all.map(([id, s], i) => {
          const spread = spreadOf(s.values);
          const other = all.slice(0, i).find(([, o]) => o.test === s.test && o.settings === s.settings);
          return (
            <li
              key={id}
              className="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-2 border-t border-line py-1 first:border-t-0"
            >
              <span>
                {s.test}, {s.variant}
                <span className="block text-sm text-ink-soft">
                  {s.settings ? `${s.settings}; ` : ''}
                  {spread.count} {spread.count === 1 ? 'run' : 'runs'}, {spread.low} – {spread.high}
                  {other ? `. Against ${other[1].variant}: ${compareScores(other[1], s).words}` : ''}
                </span>
              </span>
              <span className="figure text-xl whitespace-nowrap">
                {spread.median} {s.unit}
              </span>
              <Button
                look="quiet"
                aria-label={`Delete ${s.test}, ${s.variant}`}
                onClick={() => submit({ type: 'setScores', id, scores: null })}
              >
                ×
              </Button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {field('test', 'Test')}
        {field('settings', 'Settings')}
        {field('variant', 'Where', 'its old case')}
        {field('unit', 'Unit', 's, frames a second')}
        {field('values', 'Runs', '61.2 60.8 61.5')}
        <Choice
          label="Better is"
          value={better}
          options={[
            { value: 'more', label: 'more' },
            { value: 'less', label: 'less' },
          ]}
          onChange={setBetter}
        />
      </div>
      <Button className="mt-2" disabled={values.values === ''} onClick={add}>
        Keep these runs
      </Button>
    </Section>
  );
}

function Leaks() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { field, number, values, clear } = useFields({ hours: '', note: '' });
  const leaks = Object.entries(document.proof.leaks);
  if (!document.air.loop && leaks.length === 0) return null;
  const add = (dry: boolean) => {
    try {
      const wrong = submit({
        type: 'setLeak',
        id: nextId(document.proof.leaks, 'leak', document.spent),
        leak: { on: today(), hours: number('hours', 'Hours'), dry, note: values.note },
      });
      if (wrong) throw new Error(wrong);
      clear();
    } catch (problem) {
      toast.error((problem as Error).message);
    }
  };
  return (
    <Section title="Leak tests of the loop">
      <ul className="m-0 list-none p-0">
        {leaks.map(([id, l]) => (
          <li
            key={id}
            className="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-2 border-t border-line py-1 first:border-t-0"
          >
            <span>
              {shortDay(l.on)} {l.note}
            </span>
            <span className={`figure text-xl ${l.dry ? '' : 'text-stop'}`}>
              {l.hours} h, {l.dry ? 'dry' : 'wet'}
            </span>
            <Button
              look="quiet"
              aria-label={`Delete the leak test of ${shortDay(l.on)}`}
              onClick={() => submit({ type: 'setLeak', id, leak: null })}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <div className="mt-2 grid grid-cols-2 gap-2">
        {field('hours', `Hours, ${LEAK_HOURS} are usual`)}
        {field('note', 'Note')}
      </div>
      <div className="mt-2 flex gap-2">
        <Button disabled={values.hours === ''} onClick={() => add(true)}>
          It stayed dry
        </Button>
        <Button disabled={values.hours === ''} onClick={() => add(false)}>
          It leaked
        </Button>
      </div>
    </Section>
  );
}
