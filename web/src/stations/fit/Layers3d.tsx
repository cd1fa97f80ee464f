import { boundsOf } from '@young-shell/core/solid';
import { useAppSelector } from '../../app/store';
import { Line } from '../../view/Line';
import { RED_TAPE } from '../../view/palette';
import { Solids3d } from '../../view/Solids3d';
import { Opening3d } from './Opening3d';
import { Routes3d } from './Routes3d';
import { selectClashes, selectPartMargins, shownMargins } from './selectors';
import { Where3d } from './Where3d';

/** Where the selected part can go, and how cables run. */
export function FitUnder3d() {
  return (
    <>
      <Where3d />
      <Routes3d />
    </>
  );
}

/** Red tape where things are in each other; the selected part’s tightest distances as lines. */
export function FitOver3d() {
  const clashes = useAppSelector(selectClashes);
  const margins = useAppSelector(selectPartMargins);
  return (
    <>
      <Solids3d
        solids={clashes.map(({ id, low, high }) => ({
          id,
          owner: id,
          shape: { kind: 'box', ...boundsOf([{ kind: 'box', low, high }]) },
          fill: RED_TAPE,
          edge: '#ffd9cf',
          opacity: 0.75,
        }))}
      />
      <Opening3d />
      {shownMargins(margins).map((m) => (
        <Line key={m.id} from={m.from} to={m.to} colour={m.spare < 0 ? '#ff7a5e' : '#ffffff'} />
      ))}
    </>
  );
}
