import { Cable, Keyboard, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { selectDocument, selectHistory } from '../document/selectors';
import { redo, undo } from '../document/sync';
import { Button } from '../ui/Button';
import { ExportMenu } from '../ui/ExportMenu';
import { Connection } from './Connection';
import { setTheme, setUnit } from './preferences';
import { showInstruments } from '../instruments/slice';
import { showShortcuts } from '../view/slice';
import { useAppDispatch, useAppSelector } from './store';
import type { LengthUnit } from '@young-shell/core/quantity';
import { POLICIES } from '@young-shell/core/brief';

/** The units in turn: shown on the button, said, and what comes next. */
const UNITS: Readonly<Record<LengthUnit, { shown: string; said: string; next: LengthUnit }>> = {
  mm: { shown: 'mm', said: 'mm', next: 'inch' },
  inch: { shown: 'in', said: 'inches, decimal', next: 'fraction' },
  fraction: { shown: 'in ½', said: 'in ½, inches in fractions', next: 'mm' },
};

/** Name, policy, undo, units, theme, and whether everything is kept. */
export function Header({
  id,
  late,
}: {
  id: string;
  /** What takes a while is still being worked out. */ late: boolean;
}) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const history = useAppSelector(selectHistory);
  const { unit, theme } = useAppSelector((s) => s.preferences);
  const connected = useAppSelector((s) => Object.keys(s.instruments.on).length);
  const next = history.undo.at(-1);
  const again = history.redo.at(-1);
  return (
    <header className="bench-header flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-sheet px-4 py-1">
      <Link to="/" className="font-label text-sm whitespace-nowrap text-ink-soft underline-offset-2 hover:underline">
        All conversions
      </Link>
      <h1 className="m-0 max-w-80 truncate text-lg font-semibold" title={document.name}>
        {document.name}
      </h1>
      <span className="hidden min-w-0 flex-1 basis-0 truncate text-ink-soft lg:inline" title={document.note}>
        {document.note}
      </span>
      <span className="ml-auto" />
      {late && (
        <span
          className="font-label text-sm whitespace-nowrap text-ink-soft"
          title="How cables run and in which order things go in takes a while in a plan of this size. What is said of that until then is of the plan as it was."
        >
          working out cables and order …
        </span>
      )}
      <Connection />
      <span
        className="hidden font-label text-sm whitespace-nowrap text-ink-soft xl:inline"
        title={POLICIES[document.brief.policy].rule}
      >
        {POLICIES[document.brief.policy].label}
      </span>
      <Button
        disabled={!next}
        onClick={() => dispatch(undo())}
        aria-label={next ? `Undo: ${next.label}` : history.end ? `Undo ends here: ${history.end}` : 'Nothing to undo'}
        title={next ? `Undo: ${next.label}` : history.end && `Undo ends here: ${history.end}`}
      >
        <Undo2 size={16} aria-hidden /> Undo
      </Button>
      <Button
        disabled={!again}
        onClick={() => dispatch(redo())}
        aria-label={again ? `Redo: ${again.label}` : 'Nothing to redo'}
        title={again ? `Redo: ${again.label}` : undefined}
      >
        <Redo2 size={16} aria-hidden />
      </Button>
      <Button
        onClick={() => dispatch(setUnit(UNITS[unit].next))}
        aria-label={`Lengths in ${UNITS[unit].said}; change`}
        title={`Lengths in ${UNITS[unit].said}`}
      >
        {UNITS[unit].shown}
      </Button>
      <Button
        onClick={() => dispatch(setTheme(theme === 'light' ? 'dark' : 'light'))}
        aria-label={theme === 'light' ? 'Dark theme' : 'Light theme'}
      >
        {theme === 'light' ? <Moon size={16} aria-hidden /> : <Sun size={16} aria-hidden />}
      </Button>
      <Button
        onClick={() => dispatch(showInstruments(true))}
        aria-label={connected > 0 ? `Instruments, ${connected} connected` : 'Instruments'}
        title="Instruments of the bench"
      >
        <Cable size={16} aria-hidden />
        {connected > 0 && <span className="figure ml-1">{connected}</span>}
      </Button>
      <Button onClick={() => dispatch(showShortcuts(true))} aria-label="Keys" title="Keys (?)">
        <Keyboard size={16} aria-hidden />
      </Button>
      <ExportMenu id={id} trigger={<Button>Export</Button>} />
    </header>
  );
}
