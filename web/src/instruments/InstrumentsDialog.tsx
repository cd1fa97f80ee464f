import { countOf } from '@young-shell/core/quantity';
import { useParams, Link } from 'react-router';
import { useAppDispatch, useAppSelector } from '../app/store';
import { Dialog } from '../ui/Dialog';
import { ConnectSimulated } from './ConnectSimulated';
import { ABOUT, INSTRUMENTS } from './kinds';
import { showInstruments } from './slice';

/** The one place where instruments are connected, and what they send is seen. */
export function InstrumentsDialog() {
  const { shown, on, lines } = useAppSelector((s) => s.instruments);
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const close = () => dispatch(showInstruments(false));
  return (
    <Dialog
      title="Instruments"
      about="All of these are simulated: they show how a real one would work. What they read is marked in the plan, and never stands among what you measured."
      open={shown}
      onClose={close}
      wide
    >
      <div className="grid grid-cols-1 md:grid-cols-[1fr_1fr]">
        <ul className="m-0 list-none p-0">
          {INSTRUMENTS.map((kind) => (
            <li key={kind} className="border-b border-line px-4 py-2.5">
              <div className="flex items-baseline justify-between gap-3">
                <h3 className="m-0 font-label text-base font-semibold">{ABOUT[kind].name}</h3>
                <Link to={`/c/${id}/${ABOUT[kind].station}`} onClick={close} className="text-sm underline">
                  its readings go to {ABOUT[kind].station[0]!.toUpperCase() + ABOUT[kind].station.slice(1)},{' '}
                  {ABOUT[kind].tab}
                </Link>
              </div>
              <ConnectSimulated kind={kind} label={`Connect the ${ABOUT[kind].short}`} />
            </li>
          ))}
        </ul>
        <section className="border-l border-line px-4 py-2.5" aria-label="What they send">
          <h3 className="m-0 font-label text-base font-semibold">What they send</h3>
          {lines.length === 0 ? (
            <p className="my-1 text-ink-soft">
              {Object.keys(on).length === 0
                ? 'Nothing is connected. Connect one, then take readings at its station.'
                : 'Connected, and silent: readings are asked for at the station.'}
            </p>
          ) : (
            <>
              <p className="my-1 text-sm text-ink-soft">
                The last {countOf(lines.length, 'line')}, newest first
                {lines.some((l) => l.garbage) ? '; struck out: no reading, left out' : ''}.
              </p>
              <ol className="m-0 max-h-[60vh] list-none overflow-y-auto p-0 text-sm" role="log" aria-live="off">
                {[...lines].reverse().map((line) => (
                  <li key={line.n} className="border-t border-line py-0.5 break-all">
                    <span className="text-ink-soft">{ABOUT[line.kind].name}, simulated: </span>
                    <span className={line.garbage ? 'line-through' : 'figure text-base'}>{line.text}</span>
                  </li>
                ))}
              </ol>
            </>
          )}
          <p className="mt-2 mb-0 text-sm text-ink-soft">
            A reading that is typed, or sent by calipers that act as a keyboard, goes the same way: put the cursor in
            the field and press the button.
          </p>
        </section>
      </div>
    </Dialog>
  );
}
