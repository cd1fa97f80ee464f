import type { Verdict } from '@young-shell/core/findings';
import { STATIONS } from '@young-shell/core/plan';
import { memo } from 'react';
import { NavLink } from 'react-router';
import { selectAssessment } from '../document/selectors';
import { VerdictMark } from '../ui/VerdictMark';
import { useAppSelector } from './store';

/** Drawn anew only when its verdict changes. */
const Stop = memo(function Stop(props: { to: string; number: number; label: string; verdict: Verdict }) {
  const { to, number, label, verdict } = props;
  return (
    <NavLink
      to={to}
      className={({ isActive }) =>
        `rail-stop ${isActive ? 'border-pencil bg-sheet font-semibold' : 'border-transparent hover:bg-sheet'}`
      }
    >
      <span className="figure w-4 text-base text-ink-soft">{number}</span>
      <span className="rail-label flex-1 truncate">{label}</span>
      <VerdictMark verdict={verdict} />
    </NavLink>
  );
});

/** The stations in the order of the work, each with its verdict. */
export function StationRail({ id }: { id: string }) {
  const { strip } = useAppSelector(selectAssessment);
  return (
    <nav className="bench-rail overflow-y-auto border-r border-line bg-paper pt-2" aria-label="Stations">
      {STATIONS.map((station, i) => (
        <Stop
          key={station.id}
          to={`/c/${id}/${station.id}`}
          number={station.number}
          label={station.label}
          verdict={strip[i]!.verdict}
        />
      ))}
    </nav>
  );
}
