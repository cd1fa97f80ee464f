import { comparePlans, type Difference } from '@young-shell/core/build';
import type { Conversion, JournalEntry } from '@young-shell/core/document';
import { useEffect, useState } from 'react';
import { useParams } from 'react-router';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { api } from '../../document/api';
import { selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { shortDay } from '../../ui/days';
import { Section } from '../../ui/Section';

/** Dates of the plan: the last change of each day. */
const datesOf = (journal: readonly JournalEntry[]) => {
  const last = new Map<string, JournalEntry>();
  for (const entry of journal) last.set(entry.madeAt.slice(0, 10), entry);
  return [...last].map(([day, { revision }]) => ({ day, revision }));
};

/** What the plan was on a day, against what it was on another. */
export function HistorySection() {
  const { id = '' } = useParams();
  const document = useAppSelector(selectDocument);
  const [dates, setDates] = useState<{ day: string; revision: number }[]>();
  const [first, setFirst] = useState('0');
  const [second, setSecond] = useState('now');
  const [found, setFound] = useState<Difference[]>();
  useEffect(() => {
    let alive = true;
    api.changes(id, 0).then(
      (journal) => alive && setDates(datesOf(journal)),
      () => alive && setDates([]),
    );
    return () => {
      alive = false;
    };
  }, [id, document]);
  useEffect(() => {
    if (!dates) return;
    let alive = true;
    const at = async (which: string): Promise<Conversion> => {
      if (which === 'now') return document;
      const answer = await api.at(id, Number(which));
      return answer.document;
    };
    Promise.all([at(first), at(second)]).then(
      ([a, b]) => alive && setFound(comparePlans(a, b)),
      (error: Error) => {
        if (!alive) return;
        setFound(undefined);
        toast.error(error.message);
      },
    );
    return () => {
      alive = false;
    };
  }, [id, dates, first, second, document]);
  if (!dates) return null;
  const options = [
    { value: '0', label: 'as it began' },
    ...dates.map(({ day, revision }) => ({ value: String(revision), label: `at the end of ${shortDay(day)}` })),
    { value: 'now', label: 'now' },
  ];
  return (
    <Section title="The plan then and now">
      <div className="grid grid-cols-2 gap-2.5">
        <Choice label="The plan" value={first} options={options} onChange={setFirst} />
        <Choice label="against" value={second} options={options} onChange={setSecond} />
      </div>
      {found &&
        (found.length === 0 ? (
          <p className="mt-2 mb-0 text-ink-soft" role="status">
            Nothing is otherwise.
          </p>
        ) : (
          <ul className="mt-2 mb-0 pl-5" aria-label="What became otherwise">
            {found.map((d) => (
              <li key={`${d.about} ${d.words}`}>{d.words}</li>
            ))}
          </ul>
        ))}
    </Section>
  );
}
