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
  stop: 'strip-stop bg-[#a92c17] text-white',
  warn: 'strip-warn text-[#f5b649]',
  note: 'strip-quiet text-strip-ink',
  good: 'strip-quiet text-strip-ink',
};

/**
 * Drawn anew only when it says something else. What stops is read from a metre away, what is quiet stays small; words
 * go on in a second line rather than being cut off.
 */
const Cell = memo(function Cell(props: { to: string; label: string; verdict: Verdict; open: number; brief: string }) {
  const { to, label, verdict, open, brief } = props;
  return (
    <Link
      to={to}
      title={brief}
      className={`strip-cell flex flex-col justify-center border-r border-white/15 px-3 py-1 hover:bg-white/10 ${TONES[verdict]}`}
    >
      <span
        className={`strip-label flex items-center gap-1.5 font-label ${verdict === 'stop' ? 'text-white' : 'text-strip-soft'}`}
      >
        <VerdictMark verdict={verdict} size={10} colour="text-current" />
        {label}
        {open > 1 && <span className="ml-auto pl-2 whitespace-nowrap">{open} open</span>}
      </span>
      <span className="strip-brief figure">{brief}</span>
    </Link>
  );
});

/** Always on screen: each station’s worst finding in a few words and figures, and what else a station adds. */
export function VerdictStrip({ id }: { id: string }) {
  const { strip } = useAppSelector(selectAssessment);
  const unit = useAppSelector((s) => s.preferences.unit);
  const said = (verdict: Verdict) =>
    strip.filter((c) => c.verdict === verdict).map((c) => `${c.station}: ${inUnit(c.brief, unit)}`);
  const [stops, warns] = [said('stop'), said('warn')];
  return (
    <footer className="bench-strip flex flex-wrap bg-strip text-strip-ink" aria-label="Verdicts" aria-live="off">
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
      <span className="sr-only" role="status">
        {stops.length > 0 ? `Stops: ${stops.join('; ')}. ` : 'Nothing stops. '}
        {warns.length > 0 && `Warns: ${warns.join('; ')}.`}
      </span>
    </footer>
  );
}
