import { useEffect } from 'react';
import { Link, Outlet, useParams } from 'react-router';
import { closeConversion, openConversion } from '../document/sync';
import { Button } from '../ui/Button';
import { stopSearch } from '../stations/fit/search';
import { forgetSearches } from '../stations/fit/searchSlice';
import { resetView } from '../view/slice';
import { ShellView } from '../view/ShellView';
import { ConflictDialog } from './ConflictDialog';
import { Header } from './Header';
import { StationRail } from './StationRail';
import { useAppDispatch, useAppSelector } from './store';
import { useShortcuts } from './useShortcuts';
import { useSlowFindings } from './useSlowFindings';
import { VerdictStrip } from './VerdictStrip';
import { Waiting } from './Waiting';

/** One conversion on the bench: the shell in the middle, the stations around it. */
export function Workbench() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const { status, id: openId } = useAppSelector((s) => s.document);
  useShortcuts();
  useSlowFindings();
  useEffect(() => {
    dispatch(resetView());
    void dispatch(openConversion(id));
    return () => {
      dispatch(stopSearch());
      dispatch(forgetSearches());
      dispatch(closeConversion());
    };
  }, [dispatch, id]);

  if (status === 'absent' || status === 'failed')
    return (
      <main className="mx-auto flex h-full max-w-lg flex-col justify-center gap-3 p-6">
        <h1 className="m-0 text-2xl font-semibold">
          {status === 'absent' ? 'This conversion is not here' : 'The server can’t be reached'}
        </h1>
        <p className="m-0">
          {status === 'absent'
            ? 'It may have been deleted.'
            : 'Is it running? Start it with npm start, then try again.'}
        </p>
        <div className="flex gap-3">
          {status === 'failed' && (
            <Button look="strong" onClick={() => void dispatch(openConversion(id))}>
              Try again
            </Button>
          )}
          <Link to="/" className="self-center underline">
            All conversions
          </Link>
        </div>
      </main>
    );
  if (status !== 'open' || openId !== id) return <Waiting />;
  return (
    <div className="grid h-full grid-cols-[118px_minmax(0,1fr)_360px] grid-rows-[46px_minmax(0,1fr)_64px]">
      <Header id={id} />
      <StationRail id={id} />
      <main className="min-h-0 min-w-0" aria-label="Shell view">
        <ShellView id={id} />
      </main>
      <aside className="min-h-0 overflow-y-auto border-l border-line bg-sheet" aria-label="Station" tabIndex={-1}>
        <Outlet />
      </aside>
      <VerdictStrip id={id} />
      <ConflictDialog />
    </div>
  );
}
