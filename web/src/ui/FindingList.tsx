import type { Station } from '@young-shell/core/findings';
import { useMemo } from 'react';
import { useAppSelector } from '../app/store';
import { selectKeptAssessment } from '../document/selectors';
import { FindingCard } from './FindingCard';

/** All findings of a station, worst first. */
export function FindingList({ station }: { station: Station }) {
  const { findings } = useAppSelector(selectKeptAssessment);
  const own = useMemo(() => findings.filter((f) => f.station === station), [findings, station]);
  return (
    <section aria-label="Findings">
      <h2 className="m-0 px-4 pt-3 pb-1 font-label text-base font-semibold">Findings</h2>
      {own.map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
      ))}
      {own.length === 0 && <p className="m-0 border-b border-line px-4 pb-3 text-ink-soft">Nothing to say.</p>}
    </section>
  );
}
