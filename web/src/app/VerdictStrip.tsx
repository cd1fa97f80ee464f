import type { Verdict } from '@young-shell/core/findings';
import { STATIONS } from '@young-shell/core/plan';
import { inUnit } from '@young-shell/core/quantity';
import { memo } from 'react';
import { Link } from 'react-router';
import { selectAssessment } from '../document/selectors';
import { VerdictMark } from '../ui/VerdictMark';
import { useStations } from '../view/station';
import { useAppSelector } from './store';

const TONES: Record<Verdict, string> = {
  stop: 'bg-[#a92c17] text-white',
  warn: 'text-[#f5b649]',
  note: 'text-strip-ink',
  good: 'text-strip-ink',
};

/** Drawn anew only when it says something else. */
const Cell = memo(function Cell(props: { to: string; label: string; verdict: Verdict; open: number; brief: string }) {
  const { to, label, verdict, open, brief } = props;
  return (
    <Link
      to={to}
      className={`flex min-w-0 flex-1 flex-col justify-center border-r border-white/15 px-3.5 hover:bg-white/10 ${TONES[verdict]}`}
    >
      <span
        className={`flex items-center gap-1.5 font-label text-sm ${verdict === 'stop' ? 'text-white' : 'text-strip-soft'}`}
      >
        <VerdictMark verdict={verdict} size={10} colour="text-current" />
        {label}
        {open > 1 && <span className="ml-auto">{open} open</span>}
      </span>
      <span className="figure truncate text-[21px] leading-6">{brief}</span>
    </Link>
  );
});

/** Always on screen: each station’s worst finding in a few words and figures, and what else a station adds. */
export function VerdictStrip({ id }: { id: string }) {
  const { strip } = useAppSelector(selectAssessment);
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <footer className="col-span-3 flex bg-strip text-strip-ink" aria-label="Verdicts">
      {STATIONS.map((station, i) => {
        const { verdict, open, brief } = strip[i]!;
        return (
          <Cell
            key={station.id}
            to={`/c/${id}/${station.id}`}
            label={station.label}
            verdict={verdict}
            open={open}
            brief={inUnit(brief, unit)}
          />
        );
      })}
      {useStations().map(({ id: station, StripCell }) => StripCell && <StripCell key={station} />)}
    </footer>
  );
}
