import { formatDistanceToNow } from 'date-fns';
import { Copy, Download, Moon, Pencil, Sun, Trash2, Upload } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { POLICIES } from '@young-shell/core/brief';
import { LARGEST_DOCUMENT, type Policy } from '@young-shell/core/document';
import { setTheme } from '../../app/preferences';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { api } from '../../document/api';
import type { Summary } from '@young-shell/core/document';
import { Button } from '../../ui/Button';
import { VerdictMark } from '../../ui/VerdictMark';
import { NewConversion } from './NewConversion';
import { Silhouette } from './Silhouette';
import { renameConversion } from './rename';

const complain = (error: unknown) => toast.error((error as Error).message, { duration: 12_000 });

/** All conversions on this bench. */
export function ConversionsPage() {
  const dispatch = useAppDispatch();
  const theme = useAppSelector((s) => s.preferences.theme);
  const [list, setList] = useState<Summary[]>();
  const [away, setAway] = useState(false);
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const load = useCallback(async () => {
    try {
      setList(await api.list());
      setAway(false);
    } catch {
      setAway(true);
    }
  }, []);
  useEffect(() => {
    void load();
    const again = () => void load();
    window.addEventListener('focus', again);
    return () => window.removeEventListener('focus', again);
  }, [load]);
  useEffect(() => {
    if (!away) return;
    const timer = setInterval(() => void load(), 2000);
    return () => clearInterval(timer);
  }, [away, load]);

  const importFile = async (chosen: File) => {
    try {
      if (chosen.size > LARGEST_DOCUMENT)
        throw new Error(
          `“${chosen.name}” has ${(chosen.size / 1e6).toFixed(1)} MB; a conversion has at most ${LARGEST_DOCUMENT / 1e6} MB. Is it a solid or a photo?`,
        );
      const head = await api.importFile(await chosen.text());
      await load();
      toast.success(`“${head.document.name}” is on the bench.`);
    } catch (error) {
      complain(error);
    }
  };
  const remove = async (conversion: Summary) => {
    try {
      await api.remove(conversion.id);
      await load();
      toast(`“${conversion.name}” was taken off the bench.`, {
        duration: 15_000,
        action: { label: 'Undo', onClick: () => void api.restore(conversion.id).then(load, complain) },
      });
    } catch (error) {
      complain(error);
    }
  };

  return (
    <div className="min-h-full bg-mat bg-[linear-gradient(rgba(205,232,220,.09)_1px,transparent_1px),linear-gradient(90deg,rgba(205,232,220,.09)_1px,transparent_1px)] bg-size-[20px_20px]">
      <main className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)_340px] gap-8 px-8 py-10 max-lg:grid-cols-1">
        <div>
          <h1 className="m-0 flex items-baseline gap-4 text-mat-ink">
            <span className="tape -rotate-1 px-5 py-2.5 text-4xl">Young Shell</span>
            <span className="font-label text-lg">what fits, by how much, how sure that is, and what to cut</span>
          </h1>
          <div className="mt-8 bg-sheet">
            <div className="flex items-center justify-between border-b border-line px-5 py-3">
              <h2 className="m-0 text-xl font-semibold">On the bench</h2>
              <div className="flex gap-2">
                <input
                  ref={file}
                  type="file"
                  accept=".json,application/json"
                  className="hidden"
                  aria-label="Conversion file"
                  tabIndex={-1}
                  onChange={(event) => {
                    const [chosen] = event.target.files ?? [];
                    if (chosen) void importFile(chosen);
                    event.target.value = '';
                  }}
                />
                <Button onClick={() => file.current?.click()}>
                  <Upload size={15} aria-hidden /> Import
                </Button>
                <Button
                  onClick={() => dispatch(setTheme(theme === 'light' ? 'dark' : 'light'))}
                  aria-label={theme === 'light' ? 'Dark theme' : 'Light theme'}
                >
                  {theme === 'light' ? <Moon size={16} aria-hidden /> : <Sun size={16} aria-hidden />}
                </Button>
              </div>
            </div>
            {away && (
              <p role="alert" className="m-0 border-b border-line px-5 py-3 text-stop">
                The server can’t be reached; trying again. Nothing is lost.
              </p>
            )}
            {list?.length === 0 && (
              <p className="m-0 px-5 py-6">
                The bench is empty. Start from a shell you have: measure its outside and its walls, that is enough for a
                first verdict.
              </p>
            )}
            <ul className="m-0 list-none p-0">
              {list?.map((conversion) => (
                <Row
                  key={conversion.id}
                  conversion={conversion}
                  onRename={(name) => renameConversion(conversion.id, name).then(load, complain)}
                  onDuplicate={() => void api.duplicate(conversion.id).then(load, complain)}
                  onRemove={() => void remove(conversion)}
                />
              ))}
            </ul>
          </div>
        </div>
        <NewConversion
          onCreate={(name, form) =>
            api.create(name, form).then((head) => void navigate(`/c/${head.id}/shell`), complain)
          }
        />
      </main>
    </div>
  );
}

interface RowProps {
  conversion: Summary;
  onRename: (name: string) => void;
  onDuplicate: () => void;
  onRemove: () => void;
}

function Row({ conversion, onRename, onDuplicate, onRemove }: RowProps) {
  const [name, setName] = useState<string>();
  const { id } = conversion;
  return (
    <li className="flex items-center gap-4 border-b border-line px-5 py-4">
      <Silhouette outline={conversion.outline} />
      <div className="min-w-0 flex-1">
        {name === undefined ? (
          <Link to={`/c/${id}/fit`} className="block truncate text-lg font-semibold underline-offset-2 hover:underline">
            {conversion.name}
          </Link>
        ) : (
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (name.trim()) onRename(name);
              setName(undefined);
            }}
          >
            <input
              autoFocus
              aria-label="New name"
              maxLength={120}
              className="min-w-0 flex-1 rounded-sm border border-line-strong bg-field px-2 py-1"
              value={name}
              onChange={(event) => setName(event.target.value)}
              onKeyDown={(event) => event.key === 'Escape' && setName(undefined)}
            />
            <Button type="submit">Keep</Button>
          </form>
        )}
        <span className="block truncate font-label text-sm text-ink-soft">
          {[
            conversion.note,
            POLICIES[conversion.policy as Policy].label,
            `${conversion.parts} parts`,
            `changed ${formatDistanceToNow(new Date(conversion.updatedAt), { addSuffix: true })}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </div>
      <span className="figure flex max-w-44 items-center gap-2 text-xl">
        <VerdictMark verdict={conversion.fit.verdict} size={14} />
        <span className="min-w-0 truncate" title={conversion.fit.brief}>
          {conversion.fit.brief}
        </span>
      </span>
      <Button look="quiet" aria-label={`Rename ${conversion.name}`} onClick={() => setName(conversion.name)}>
        <Pencil size={16} aria-hidden />
      </Button>
      <Button look="quiet" aria-label={`Duplicate ${conversion.name}`} onClick={onDuplicate}>
        <Copy size={16} aria-hidden />
      </Button>
      <a
        className="inline-flex min-h-8 items-center px-2.5 text-ink-soft hover:text-ink"
        href={`/api/conversions/${id}/export`}
        download
        aria-label={`Export ${conversion.name}`}
      >
        <Download size={16} aria-hidden />
      </a>
      <Button look="quiet" aria-label={`Delete ${conversion.name}`} onClick={onRemove}>
        <Trash2 size={16} aria-hidden />
      </Button>
    </li>
  );
}
