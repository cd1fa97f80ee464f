import { ARROW_STEPS } from '@young-shell/core/quantity';
import { Dialog } from '../ui/Dialog';
import { showShortcuts } from '../view/slice';
import { useAppDispatch, useAppSelector } from './store';

/** Stands for the steps in the user’s unit. */
const STEPS = 'move';

const KEYS: { where: string; keys: [string, string][] }[] = [
  {
    where: 'Everywhere',
    keys: [
      ['?', 'this list'],
      ['Ctrl Z', 'undo, also tomorrow'],
      ['Ctrl Shift Z, Ctrl Y', 'redo'],
      ['F', 'the whole shell in the view'],
      ['Escape', 'close one thing: a menu, what is tried on, what is open, the selection'],
      ['Tab', 'from one thing to the next; parts in the sections too'],
    ],
  },
  {
    where: 'In the view',
    keys: [
      ['Ctrl + arrows', 'turn the view around the shell; move a section'],
      ['+ and −', 'nearer, farther'],
      ['Enter', 'select the part that has the focus'],
    ],
  },
  {
    where: 'In the view, for the selected part',
    keys: [
      ['Arrows', STEPS],
      ['Page Up, Page Down', 'move into the view and out of it'],
      ['R, Shift R', 'turn by a quarter'],
      ['x, y or z held + a number', 'set that position'],
    ],
  },
  {
    where: 'While dragging',
    keys: [
      ['Alt', 'freely, without snapping'],
      ['Shift', 'up and down in 3D'],
      ['Escape, a second finger', 'put it back where it was'],
    ],
  },
];

/** All keys, on a sheet of paper. */
export function Shortcuts() {
  const dispatch = useAppDispatch();
  const unit = useAppSelector((s) => s.preferences.unit);
  const open = useAppSelector((s) => s.view.shortcuts);
  return (
    <Dialog
      title="Keys"
      about="Everything goes by keyboard."
      open={open}
      onClose={() => dispatch(showShortcuts(false))}
    >
      <div className="grid gap-4 p-4 text-base">
        {KEYS.map(({ where, keys }) => (
          <section key={where}>
            <h3 className="m-0 mb-1 text-base font-semibold">{where}</h3>
            <dl className="m-0 grid grid-cols-[13rem_minmax(0,1fr)] gap-x-4 gap-y-1">
              {keys.map(([key, what]) => (
                <div key={key} className="contents">
                  <dt className="figure text-lg">{key}</dt>
                  <dd className="m-0 self-center">{what === STEPS ? `move ${ARROW_STEPS[unit].words}` : what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
