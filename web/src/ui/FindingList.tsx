import { RANK } from '@young-shell/core/findings';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../app/store';
import { selectKeptAssessment } from '../document/selectors';
import { FindingCard } from './FindingCard';

/** All findings of a station, worst first. */
export function FindingList({ station }: { station: string }) {
  const { findings } = useAppSelector(selectKeptAssessment);
  const own = useMemo(() => findings.filter((f) => f.station === station), [findings, station]);
  const [all, setAll] = useState(false);
  const pressing = own.filter((f) => RANK[f.verdict] < RANK.note && f.accepted === undefined);
  const quiet = own.filter((f) => !pressing.includes(f));
  const folded = pressing.length > 0 && quiet.length > 1 && !all;
  return (
    <section aria-label="Findings" data-findings>
      <h2 className="m-0 px-4 pt-3 pb-1 font-label text-base font-semibold">Findings</h2>
      {(folded ? pressing : own).map((finding) => (
        <FindingCard key={finding.id} finding={finding} />
      ))}
      {folded && (
        <p className="m-0 border-b border-line px-4 py-2">
          <button
            type="button"
            className="text-sm text-ink-soft underline underline-offset-2"
            onClick={() => setAll(true)}
          >
            and {quiet.length} minor ones
          </button>
        </p>
      )}
      {own.length === 0 && <p className="m-0 border-b border-line px-4 pb-3 text-ink-soft">Nothing to say.</p>}
    </section>
  );
}
