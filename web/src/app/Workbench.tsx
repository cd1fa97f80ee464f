import { STATIONS } from '@young-shell/core/plan';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { lazy, Suspense, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { toast } from 'sonner';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { closeConversion, openConversion, restoreDeleted } from '../document/sync';
import { Button } from '../ui/Button';
import { Later } from '../ui/Later';
import { forgetSlow } from '../document/slowSlice';
import { resetView } from '../view/slice';
import { useStations } from '../view/station';
import { PartsInWords } from '../view/PartsInWords';
import { ShellView } from '../view/ShellView';
import { Announcer } from './Announcer';
import { BehindDialog } from './BehindDialog';
import { ConflictDialog } from './ConflictDialog';
import { Header } from './Header';
import { OnceShown } from './OnceShown';
import { StationRail } from './StationRail';
import { useAppDispatch, useAppSelector } from './store';
import { useKeptFocus } from './useKeptFocus';
import { useOpeningMenus } from './useOpeningMenus';
import { useShortcuts } from './useShortcuts';
import { useSlowFindings } from './useSlowFindings';
import { VerdictStrip } from './VerdictStrip';
import { Waiting } from './Waiting';

/** Asked for in the address: `?debug`. */
const DEBUG = new URLSearchParams(window.location.search).has('debug');
const DebugPanel = lazy(async () => ({ default: (await import('./DebugPanel')).DebugPanel }));

const TROUBLE = {
  absent: {
    title: 'This conversion is not here',
    words: 'It may have been deleted. For 30 days it can be restored, with what waits for it in this browser.',
  },
  failed: { title: 'The server can’t be reached', words: 'Is it running? Start it with npm start, then try again.' },
  unreadable: { title: 'This conversion can’t be read', words: 'The list says why, and gives it as it is.' },
};

/** One conversion on the bench: the shell in the middle, the stations around it. */
export function Workbench() {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const stations = useStations();
  const { status, id: openId } = useAppSelector((s) => s.document);
  const [sheet, setSheet] = useState(true);
  const panel = useRef<HTMLElement>(null);
  const { pathname } = useLocation();
  const name = useAppSelector((s) => s.document.document?.name);
  const station = STATIONS.find((s) => pathname.endsWith(`/${s.id}`));
  useEffect(() => {
    document.title = [station?.label, name, 'Young Shell'].filter(Boolean).join(' · ');
    return () => void (document.title = 'Young Shell');
  }, [name, station]);
  useShortcuts();
  useKeptFocus();
  useOpeningMenus();
  const late = useSlowFindings();
  useEffect(() => {
    dispatch(resetView());
    void dispatch(openConversion(id));
    return () => {
      for (const { leave } of stations) if (leave) dispatch(leave());
      dispatch(forgetSlow());
      dispatch(closeConversion());
    };
  }, [dispatch, id, stations]);

  // A station begins at its top, wherever the one before was read to: before it is painted, not after.
  useLayoutEffect(() => {
    if (panel.current) panel.current.scrollTop = 0;
  }, [pathname]);

  if (status === 'absent' || status === 'failed' || status === 'unreadable')
    return (
      <main className="mx-auto flex h-full max-w-lg flex-col justify-center gap-3 p-6">
        <h1 className="m-0 text-2xl font-semibold">{TROUBLE[status].title}</h1>
        <p className="m-0">{TROUBLE[status].words}</p>
        <div className="flex gap-3">
          {status === 'absent' && (
            <Button
              look="strong"
              onClick={() => void dispatch(restoreDeleted(id)).then((wrong) => wrong && toast.error(wrong))}
            >
              Restore it
            </Button>
          )}
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
    <div className={`bench ${sheet ? '' : 'bench-sheet-down'}`}>
      <a
        href="#station"
        className="skip-link"
        onClick={(event) => {
          event.preventDefault();
          panel.current?.focus();
        }}
      >
        To the station
      </a>
      <a
        href="#findings"
        className="skip-link"
        onClick={(event) => {
          event.preventDefault();
          (panel.current?.querySelector<HTMLElement>('[data-findings] button') ?? panel.current)?.focus();
        }}
      >
        To the first finding
      </a>
      <Header id={id} late={late} />
      <StationRail id={id} />
      <main className="bench-view min-h-0 min-w-0" aria-label="Shell view">
        <ShellView id={id} />
        <Later>
          <PartsInWords />
        </Later>
      </main>
      <aside
        ref={panel}
        className="bench-panel min-h-0 overflow-y-auto border-l border-line bg-sheet"
        aria-label="Station"
        id="station"
        tabIndex={-1}
      >
        {station && <h2 className="sr-only">{station.label}</h2>}
        <button
          type="button"
          className="sheet-handle sticky top-0 z-20 hidden min-h-10 w-full items-center justify-center gap-2 border-b border-line bg-paper font-label text-[15px] font-semibold"
          aria-expanded={sheet}
          onClick={() => setSheet(!sheet)}
        >
          {sheet ? <ChevronDown size={16} aria-hidden /> : <ChevronUp size={16} aria-hidden />}
          {sheet ? 'more of the shell' : 'the station'}
        </button>
        <Later instead={<span data-to-come hidden />}>
          <Outlet />
        </Later>
      </aside>
      <VerdictStrip id={id} />
      <Announcer />
      <ConflictDialog />
      <BehindDialog />
      <OnceShown />
      {DEBUG && (
        <Suspense>
          <DebugPanel />
        </Suspense>
      )}
    </div>
  );
}
