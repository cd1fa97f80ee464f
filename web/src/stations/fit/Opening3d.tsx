import { useAppSelector } from '../../app/store';
import { selectOpened, selectShown } from '../../document/selectors';
import { Line } from '../../view/Line';
import { SHELL_FILL } from '../../view/palette';
import { Solids3d } from '../../view/Solids3d';

/** The walls of the body that is open, and the line where it is tightest at that moment. */
export function Opening3d() {
  const opened = useAppSelector(selectOpened);
  const at = useAppSelector((s) => s.view.opened);
  const moment = useAppSelector((s) => s.fit.moment);
  const { material } = useAppSelector(selectShown).shell;
  if (!opened || !at) return null;
  return (
    <>
      <Solids3d
        solids={opened.walls.map((shape, i) => ({
          id: `wall-${i}`,
          owner: at.body,
          shape,
          fill: SHELL_FILL[material].fill,
          edge: '#f3e7c8',
          opacity: 0.35,
        }))}
      />
      {moment && Math.abs(moment.share - at.share) < 1e-6 && (
        <Line from={moment.from} to={moment.to} colour={moment.spare < 0 ? '#ff7a5e' : '#ffffff'} />
      )}
    </>
  );
}
