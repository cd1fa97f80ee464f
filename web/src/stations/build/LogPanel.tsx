import { faceWord, facesOf, nextId, type Conversion, type LogEntry } from '@young-shell/core/document';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice, same } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { api } from '../../document/api';
import { select } from '../../view/slice';
import { HistorySection } from './HistorySection';
import { BookSection } from './BookSection';
import { cleanPhoto } from './cleanPhoto';
import { shortDay, today } from '../../ui/days';

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

const KINDS = ['note', 'decision', 'mistake', 'lesson', 'reading'] as const;

/** What was done, decided, spoilt and learnt, by date. */
export function LogPanel() {
  const document = useAppSelector(selectDocument);
  const { steps } = useAppSelector(selectAssessment).reports.build;
  const submit = useSubmit();
  const [kind, setKind] = useState<LogEntry['kind']>('note');
  const [step, setStep] = useState('');
  const [about, setAbout] = useState('');
  const [reading, setReading] = useState('');
  const entries = Object.entries(document.build.log).sort(([, a], [, b]) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0));
  const lessons = entries.filter(([, e]) => e.kind === 'lesson');
  const lost = entries.filter(([, e]) => e.kind === 'mistake');
  return (
    <>
      <Section title="Write it down">
        <div className="grid grid-cols-2 gap-2.5">
          <Choice label="Kind" value={kind} options={same(KINDS)} onChange={setKind} />
          <Choice
            label="About the step"
            value={step}
            options={[{ value: '', label: 'none' }, ...steps.map((s) => ({ value: s.id, label: s.name }))]}
            onChange={setStep}
          />
          <Choice label="About the part or place" value={about} options={placesOf(document)} onChange={setAbout} />
          {kind === 'reading' && (
            <TextField
              label="Reading, with unit"
              placeholder="48.5 °C"
              value={reading}
              onCommit={(text) => (setReading(text), undefined)}
            />
          )}
        </div>
        <NewEntry
          key={entries.length}
          onWrite={async (text, file) => {
            try {
              const photo = file ? await kept(file) : undefined;
              const [, placeKind, place] = /^(part|feature|face)\/(.+)$/.exec(about) ?? [];
              const [, value, unit] = /^\s*([-−+]?[\d.,]+)\s*(.{0,12})$/.exec(kind === 'reading' ? reading : '') ?? [];
              if (kind === 'reading' && reading.trim() !== '' && value === undefined)
                throw new Error(`“${reading}” is no reading; enter a number and its unit, such as 48.5 °C.`);
              const wrong = submit({
                type: 'setEntry',
                id: nextId(document.build.log, 'entry', document.spent),
                entry: {
                  on: today(),
                  kind,
                  text,
                  ...(step === '' ? {} : { step }),
                  ...(photo ? { photo } : {}),
                  ...(place === undefined
                    ? {}
                    : { about: { kind: placeKind as 'part' | 'feature' | 'face', id: place } }),
                  ...(value === undefined
                    ? {}
                    : { value: Number(value.replace('−', '-').replace(',', '.')), unit: unit!.trim() }),
                },
              });
              if (wrong) throw new Error(wrong);
            } catch (problem) {
              toast.error((problem as Error).message);
            }
          }}
        />
      </Section>
      {lessons.length > 0 && (
        <Section title="For the next one">
          <ul className="m-0 pl-5">
            {lessons.map(([id, e]) => (
              <li key={id}>{e.text}</li>
            ))}
          </ul>
        </Section>
      )}
      <Section
        title={`Log: ${counted(entries.length, 'entry', 'entries')}${lost.length > 0 ? `, ${counted(lost.length, 'mistake', 'mistakes')}` : ''}`}
      >
        {entries.length === 0 && (
          <p className="m-0 text-ink-soft">Nothing yet. A line a day is enough to know in a year why.</p>
        )}
        <ul className="m-0 list-none p-0">
          {entries.map(([id, entry]) => (
            <EntryRow key={id} id={id} entry={entry} about={steps.find((s) => s.id === entry.step)?.name} />
          ))}
        </ul>
      </Section>
      <HistorySection />
      <BookSection />
    </>
  );
}

/** Parts, things in the shell and faces. */
function placesOf({ kit, shell }: Conversion) {
  const faces = facesOf(shell.hull);
  return [
    { value: '', label: 'none' },
    ...Object.entries(kit.parts).map(([id, p]) => ({ value: `part/${id}`, label: p.name })),
    ...Object.entries(shell.features).map(([id, f]) => ({ value: `feature/${id}`, label: f.name })),
    ...faces.map((face) => ({ value: `face/${face}`, label: `the ${faceWord(face)}` })),
  ];
}

/** A photo, cleaned and kept. */
async function kept(file: File): Promise<NonNullable<LogEntry['photo']>> {
  const { blob, width, height } = await cleanPhoto(file);
  const { content } = await api.keep(blob);
  return { content, width, height };
}

function NewEntry({ onWrite }: { onWrite: (text: string, file: File | undefined) => Promise<void> }) {
  const [text, setText] = useState('');
  const [file, setFile] = useState<File>();
  const [busy, setBusy] = useState(false);
  return (
    <div className="mt-2">
      <label className="block font-label text-sm text-ink-soft" htmlFor="log-text">
        What happened
      </label>
      <textarea
        id="log-text"
        rows={3}
        className="w-full border border-line-strong bg-field p-2"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Button
          look="strong"
          disabled={busy || text.trim() === ''}
          onClick={() => {
            setBusy(true);
            void onWrite(text.trim().slice(0, 2000), file).finally(() => setBusy(false));
          }}
        >
          Into the log
        </Button>
        <input
          type="file"
          accept="image/jpeg,image/png"
          aria-label="Photo for the log"
          className="min-w-0 flex-1 text-sm"
          onChange={(event) => setFile(event.target.files?.[0])}
        />
      </div>
      <p className="m-0 text-sm text-ink-soft">Place, time and camera are taken out of a photo before it is kept.</p>
    </div>
  );
}

/** How something that an entry is about is called. */
const nameOf = ({ kit, shell }: Conversion, { kind, id }: NonNullable<LogEntry['about']>) =>
  (kind === 'part' ? kit.parts[id]?.name : kind === 'feature' ? shell.features[id]?.name : `the ${id}`) ?? id;

function EntryRow({ id, entry, about }: { id: string; entry: LogEntry; about: string | undefined }) {
  const [open, setOpen] = useState(false);
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const set = (patch: Partial<LogEntry>) => submit({ type: 'setEntry', id, entry: { ...entry, ...patch } });
  return (
    <li className="border-t border-line py-1.5 first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="w-full text-left"
        onClick={() => {
          setOpen(!open);
          const to = entry.about;
          if (!open && to && to.kind !== 'face') dispatch(select({ kind: to.kind, id: to.id }));
        }}
      >
        <span className="text-sm text-ink-soft">
          {shortDay(entry.on)}, {entry.kind}
          {about ? `, ${about}` : ''}
          {entry.about ? `, ${nameOf(document, entry.about)}` : ''}
          {entry.value === undefined ? '' : `: ${entry.value} ${entry.unit ?? ''}`}
          {entry.minutes ? `, ${entry.minutes} min lost` : ''}
          {entry.cost ? `, ${(entry.cost / 100).toFixed(0)} lost` : ''}
        </span>
        <span className="block">{entry.text}</span>
        {entry.photo && (
          <img
            src={`/api/attachments/${entry.photo.content}`}
            alt=""
            width={entry.photo.width}
            height={entry.photo.height}
            loading="lazy"
            className={open ? 'mt-1 h-auto w-full' : 'mt-1 h-20 w-auto'}
          />
        )}
      </button>
      {open && (
        <div className="grid grid-cols-2 gap-2.5 pt-1">
          <TextField label="Words" multiline value={entry.text} onCommit={(text) => set({ text })} />
          <TextField label="Day" value={entry.on} onCommit={(on) => set({ on })} />
          {entry.kind === 'mistake' && (
            <>
              <NumberField
                label="Minutes lost"
                value={entry.minutes ?? 0}
                least={0}
                most={100_000}
                onCommit={(minutes) => set({ minutes })}
              />
              <NumberField
                label="Money lost"
                value={(entry.cost ?? 0) / 100}
                least={0}
                most={1_000_000}
                onCommit={(v) => set({ cost: Math.round(v * 100) })}
              />
            </>
          )}
          <Button look="danger" onClick={() => submit({ type: 'setEntry', id, entry: null })}>
            Take it out
          </Button>
        </div>
      )}
    </li>
  );
}
