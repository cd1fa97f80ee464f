import type { HoleMap } from '@young-shell/core/document';
import type { HoleSolution } from '@young-shell/core/kit';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import type { ReactNode } from 'react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { endName } from './DistanceEntry';

interface Props {
  map: HoleMap;
  solution: HoleSolution;
  onAdd: (from: string, to: string) => void;
  onAnswer: (patch: Partial<HoleMap>) => void;
}

/** What the figure still wants to know, most pressing first. */
export function HoleQuestions({ map, solution, onAdd, onAnswer }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const name = (id: string) => endName(map, id);
  const { missing, mirror, ambiguous } = solution;
  const misread = solution.distances.filter((d) => d.misread);
  const count = Object.keys(map.points).length;
  return (
    <div className="min-h-20 flex-1 px-4 py-3" aria-live="polite">
      {count < 2 ? (
        <Line>A map wants two points or more.</Line>
      ) : missing ? (
        <Line action={<Button onClick={() => onAdd(missing.add.from, missing.add.to)}>measure that</Button>}>
          The figure is not rigid: {missing.count} {missing.count === 1 ? 'distance is' : 'distances are'} missing. Best
          next: <strong>{name(missing.add.from)}</strong> to <strong>{name(missing.add.to)}</strong>.
        </Line>
      ) : misread.length > 0 && solution.misread.length === 0 ? (
        <Line>
          One of these readings is likely wrong, but nothing tells which:{' '}
          {misread.map((d) => `${name(d.from)} – ${name(d.to)}`).join(', ')}. Measure them again, or another distance to
          the same points.
        </Line>
      ) : misread.length > 0 ? (
        misread.map((d) => (
          <Line key={d.id} action={<Button onClick={() => onAdd(d.from, d.to)}>measure it again</Button>}>
            <strong>
              {name(d.from)} to {name(d.to)}
            </strong>{' '}
            is likely misread: {formatLength(Math.abs(d.residual), unit, 2)} {unitWord(unit)} off, the others make it{' '}
            {formatLength(d.fitted, unit, 2)}. It is left out until then.
          </Line>
        ))
      ) : mirror ? (
        <Line
          action={
            <span className="flex gap-2">
              {(['left', 'right'] as const).map((side) => (
                <Button key={side} onClick={() => onAnswer({ mirror: { ...mirror, side } })}>
                  {side}
                </Button>
              ))}
            </span>
          }
        >
          Distances can’t tell the board from its mirror image. Going from <strong>{name(mirror.from)}</strong> to{' '}
          <strong>{name(mirror.to)}</strong>, components up: on which side is <strong>{name(mirror.point)}</strong>?
        </Line>
      ) : ambiguous ? (
        <Line action={<Button onClick={() => onAdd(ambiguous.from, ambiguous.to)}>measure that</Button>}>
          Two different figures fit these distances. <strong>{name(ambiguous.from)}</strong> to{' '}
          <strong>{name(ambiguous.to)}</strong> tells them apart.
        </Line>
      ) : (
        <Line>
          The figure is rigid and consistent. Worst point ±
          {formatLength(Math.max(...solution.points.map((p) => p.ellipse.long)), unit, 2)} {unitWord(unit)} (95 %);
          readings spread {solution.spread.toFixed(1)} × what their tools promise.
        </Line>
      )}
      <p className="m-0 mt-1 text-sm text-ink-soft">
        Ellipses: where a point is with 95 %, drawn 20 times as large. Click two points to measure between them.
      </p>
    </div>
  );
}

function Line({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <div className="mb-1 flex items-center justify-between gap-3">
      <p className="m-0">{children}</p>
      {action && <div className="shrink-0">{action}</div>}
    </div>
  );
}
