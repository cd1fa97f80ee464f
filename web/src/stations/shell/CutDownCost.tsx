import type { CutDown } from '@young-shell/core/search';
import { useLength } from '../../ui/useLength';
import { TryAndUse } from './TryAndUse';

/** What one piece costs, and where the lines are. */
export function CutDownCost({ cut }: { cut: CutDown }) {
  const l = useLength();
  return (
    <div className="mt-2" role="status">
      {cut.inTheWay.length > 0 && (
        <p className="m-0 text-stop">
          In the way: {cut.inTheWay.map((p) => p.name).join(', ')}. Move {cut.inTheWay.length === 1 ? 'it' : 'them'}{' '}
          first.
        </p>
      )}
      {cut.lost.length > 0 && (
        <p className="m-0 text-warn">
          Lost with the piece:{' '}
          {cut.lost.map(({ name, survivor }) => (survivor ? `${name} (survives, says the brief)` : name)).join(', ')}.
        </p>
      )}
      {cut.shorter.length > 0 && (
        <p className="m-0">Cut through and shorter: {[...new Set(cut.shorter)].join(', ')}.</p>
      )}
      <p className="m-0">
        {l(cut.to - cut.from)} shorter; {l(cut.sawn)} to saw, the same again to join.
      </p>
      <ul className="m-0 list-none p-0 text-sm text-ink-soft">
        {cut.lines.map(({ face, name, along, from, to }) => (
          <li key={face}>
            {name}: {l(from)} and {l(to)} from its {along === 'u' ? 'left' : 'lower'} edge
          </li>
        ))}
      </ul>
      <p className="mt-1 mb-0 text-sm text-ink-soft">
        Saw beside the lines, on the side of the piece. Strips of the same stuff inside hold the joint; clamp it on a
        flat board. Glasses and mask on.
      </p>
      <TryAndUse label={`${l(cut.to - cut.from)} out`} change={cut.change} blocked={cut.inTheWay.length > 0} />
    </div>
  );
}
