import { AlertDialog } from 'radix-ui';
import { resolveConflict } from '../document/sync';
import { Button } from '../ui/Button';
import { useFocusBack } from '../ui/useFocusBack';
import { useAppDispatch, useAppSelector } from './store';

/** Asks when this page and another one changed the same place. */
export function ConflictDialog() {
  const dispatch = useAppDispatch();
  const conflict = useAppSelector((s) => s.document.conflict);
  const focusBack = useFocusBack();
  return (
    <AlertDialog.Root open={conflict !== null}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content
          {...focusBack}
          className="fixed top-1/2 left-1/2 z-50 w-[30rem] max-w-[94vw] -translate-1/2 border border-line-strong bg-sheet p-5"
        >
          <AlertDialog.Title className="m-0 text-xl font-semibold">Changed in two places</AlertDialog.Title>
          <AlertDialog.Description className="my-3">
            Another page changed the same thing in the meantime. Here: {conflict?.mine.map((m) => m.label).join(', ')}.
            There: {conflict?.theirs.join(', ')}. Which one counts? Both stay in the history.
          </AlertDialog.Description>
          <div className="flex gap-2">
            <AlertDialog.Action asChild>
              <Button look="strong" onClick={() => dispatch(resolveConflict('mine'))}>
                Mine
              </Button>
            </AlertDialog.Action>
            <AlertDialog.Cancel asChild>
              <Button onClick={() => dispatch(resolveConflict('theirs'))}>The other one</Button>
            </AlertDialog.Cancel>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
