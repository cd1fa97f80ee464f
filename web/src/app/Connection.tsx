import { writeConversion } from '@young-shell/core/document';
import { Popover } from 'radix-ui';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { dropWaiting, flush, restoreDeleted } from '../document/sync';
import { Button } from '../ui/Button';
import { download, stem } from '../ui/download';
import { useAppDispatch, useAppSelector } from './store';

/** Whether everything is kept, and what can be done while it is not. */
export function Connection() {
  const dispatch = useAppDispatch();
  const { id, connection, pending, trouble, place, document } = useAppSelector((s) => s.document);
  const restore = async (of: string) => {
    const wrong = await dispatch(restoreDeleted(of));
    if (wrong) toast.error(wrong);
  };
  const lost = place === 'nowhere' && pending.length > 0;
  useEffect(() => {
    if (!lost) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [lost]);
  const words = lost
    ? 'kept nowhere: don’t close this page'
    : connection === 'saved'
      ? 'kept'
      : connection === 'saving'
        ? 'keeping …'
        : trouble?.deleted
          ? 'deleted elsewhere, keeping here'
          : trouble
            ? 'not taken by the server, keeping here'
            : 'server away, keeping here';
  const mark = (
    <svg viewBox="0 0 8 8" width="8" height="8" aria-hidden>
      {connection === 'saved' && !lost ? (
        <circle cx="4" cy="4" r="4" fill="var(--good)" />
      ) : (
        <circle cx="4" cy="4" r="3" fill="none" stroke="currentColor" strokeWidth="2" />
      )}
    </svg>
  );
  const bad = connection === 'offline' || lost;
  const text = `${words}${pending.length > 0 && bad ? ` (${pending.length})` : ''}`;
  return (
    <span
      role="status"
      className={`flex items-center gap-1.5 font-label text-sm whitespace-nowrap ${bad ? 'font-semibold text-stop' : 'text-ink-soft'}`}
    >
      {mark}
      {!bad || pending.length === 0 ? (
        text
      ) : (
        <Popover.Root>
          <Popover.Trigger className="min-h-10 cursor-pointer underline decoration-dotted underline-offset-4">
            {text}
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              aria-label="What waits in this browser"
              className="z-30 w-80 border border-line-strong bg-sheet p-4 text-ink"
            >
              <p className="m-0 mb-2">
                {trouble?.deleted
                  ? 'This conversion was deleted elsewhere; for 30 days it can be restored.'
                  : (trouble?.words ?? 'The server can’t be reached. It is tried again all the time.')}{' '}
                {pending.length === 1 ? 'One change waits' : `${pending.length} changes wait`}
                {lost
                  ? ' in this page alone: this browser keeps nothing. Save the plan as a file before you close it.'
                  : ' in this browser.'}
              </p>
              <div className="flex flex-wrap gap-2">
                {trouble?.deleted && id ? (
                  <Button look="strong" onClick={() => void restore(id)}>
                    Restore the conversion
                  </Button>
                ) : (
                  <Button look="strong" onClick={() => void dispatch(flush())}>
                    Try again
                  </Button>
                )}
                <Button
                  onClick={() =>
                    document && download(`${stem(document.name)}.json`, 'application/json', writeConversion(document))
                  }
                >
                  Save as a file
                </Button>
                {trouble && (
                  <Button look="danger" onClick={() => dispatch(dropWaiting())}>
                    Let go of them
                  </Button>
                )}
              </div>
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </span>
  );
}
