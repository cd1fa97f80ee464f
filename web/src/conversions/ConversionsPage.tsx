import { Moon, Sun, Upload } from 'lucide-react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { LARGEST_FILE, type Listed } from '@young-shell/core/document';
import { setTheme } from '../app/preferences';
import { countOf } from '@young-shell/core/quantity';
import { useAppDispatch, useAppSelector } from '../app/store';
import { api } from '../document/api';
import { Button, buttonClass } from '../ui/Button';
import { ConversionRow } from './ConversionRow';
import { DeletedList } from './DeletedList';
import { FileButton } from './FileButton';
import { ReadableNote } from './ReadableNote';
import { renameConversion } from './rename';
import { useConversions } from './useConversions';

const complain = (error: unknown) => toast.error((error as Error).message, { duration: 12_000 });

/** All conversions on this bench. */
export function ConversionsPage() {
  const dispatch = useAppDispatch();
  const theme = useAppSelector((s) => s.preferences.theme);
  const { list, deleted, away, waiting, load } = useConversions();
  const tell = (work: Promise<unknown>) => void work.then(load, complain);

  const importFile = async (file: File) => {
    if (file.size > LARGEST_FILE && !file.name.endsWith('.zip'))
      throw new Error(
        `“${file.name}” has ${(file.size / 1e6).toFixed(1)} MB; a conversion has at most ${LARGEST_FILE / 1e6} MB. Is it a solid or a photo?`,
      );
    const head = await api.importFile(file);
    toast.success(`“${head.document.name}” is on the bench.`);
  };
  const restore = async (file: File) => {
    const running = toast.loading('Restoring: the backup is read', { duration: Infinity });
    const told = (share: number, what: string) =>
      toast.loading(`Restoring: ${Math.floor(100 * share)} %${what ? `, ${what}` : ''}`, { id: running });
    const { added, same, beside, parts, leftOut } = await api
      .restoreBackup(file, told)
      .finally(() => toast.dismiss(running));
    toast.success(
      [
        `${added.length} brought back`,
        `${same.length} were here as they are`,
        ...(beside.length > 0 ? [`kept beside what is here: ${beside.join(', ')}`] : []),
        ...(parts > 0 ? [`${parts} own parts`] : []),
      ].join('; '),
      { duration: 15_000 },
    );
    if (leftOut.length > 0)
      toast.warning(
        `${countOf(leftOut.length, 'row')} of the backup ${leftOut.length === 1 ? 'was' : 'were'} left out: ${leftOut.slice(0, 4).join('; ')}${leftOut.length > 4 ? '; …' : ''}`,
        { duration: 60_000 },
      );
  };
  const remove = async (conversion: Listed) => {
    await api.remove(conversion.id);
    toast(`“${conversion.name}” was taken off the bench.`, {
      duration: 15_000,
      action: { label: 'Undo', onClick: () => tell(api.restore(conversion.id)) },
    });
  };

  return (
    <div className="min-h-full bg-mat bg-[linear-gradient(rgba(205,232,220,.09)_1px,transparent_1px),linear-gradient(90deg,rgba(205,232,220,.09)_1px,transparent_1px)] bg-size-[20px_20px]">
      <main className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)_340px] gap-8 px-8 py-10 max-lg:grid-cols-1">
        <div>
          <h1 className="m-0 flex items-baseline gap-4 text-mat-ink">
            <span className="tape -rotate-1 px-5 py-2.5 text-4xl">Young Shell</span>
            <span className="font-label text-lg">what fits, by how much, how sure that is, and what to cut</span>
          </h1>
          <div className="mt-8 bg-sheet">
            <div className="flex flex-wrap items-center justify-between gap-2 border-b border-line px-5 py-3">
              <h2 className="m-0 text-xl font-semibold">On the bench</h2>
              <div className="flex flex-wrap gap-2">
                <FileButton
                  label="Conversion file"
                  accept=".json,.zip,application/json,application/zip"
                  onFile={(file) => tell(importFile(file))}
                >
                  <Upload size={15} aria-hidden /> Import
                </FileButton>
                <a className={buttonClass()} href="/api/backup" download>
                  Back up everything
                </a>
                <FileButton label="Backup file" accept=".zip,application/zip" onFile={(file) => tell(restore(file))}>
                  Restore
                </FileButton>
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
            <ReadableNote />
            {list?.length === 0 && (
              <p className="m-0 px-5 py-6">
                The bench is empty. Start from a shell you have: measure its outside and its walls, that is enough for a
                first verdict.
              </p>
            )}
            <ul className="m-0 list-none p-0">
              {list?.map((conversion) => (
                <ConversionRow
                  key={conversion.id}
                  conversion={conversion}
                  waiting={waiting[conversion.id] ?? 0}
                  onRename={(name) => tell(renameConversion(conversion.id, name))}
                  onDuplicate={() => tell(api.duplicate(conversion.id))}
                  onRemove={() => tell(remove(conversion))}
                />
              ))}
            </ul>
            <DeletedList
              deleted={deleted}
              onRestore={({ id }) => tell(api.restore(id))}
              onPurge={({ id }) => tell(api.purge(id))}
            />
          </div>
        </div>
        <section className="h-fit bg-sheet p-5" aria-label="New conversion">
          <h2 className="m-0 text-xl font-semibold">A shell of your own</h2>
          <p className="mt-1 mb-3 text-ink-soft">
            Its size, its walls, what goes in: a first layout is found while you type. Two minutes; everything can be
            measured better later.
          </p>
          <Link className={`${buttonClass('strong')} w-full`} to="/new">
            Start from a shell you have
          </Link>
        </section>
      </main>
    </div>
  );
}
