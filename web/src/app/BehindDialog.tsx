import { AlertDialog } from 'radix-ui';
import { useNavigate } from 'react-router';
import { resolveBehind } from '../document/sync';
import { Button } from '../ui/Button';
import { useFocusBack } from '../ui/useFocusBack';
import { useAppDispatch, useAppSelector } from './store';

/** Asks once when the server knows less than this page: somebody put an older database back. */
export function BehindDialog() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const { behind, revision, id } = useAppSelector((s) => s.document);
  const resolve = (keep: 'mine' | 'theirs') =>
    void dispatch(resolveBehind(keep)).then((made) => made && void navigate(`/c/${made}`));
  const focusBack = useFocusBack();
  return (
    <AlertDialog.Root open={behind !== null}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <AlertDialog.Content
          {...focusBack}
          className="fixed top-1/2 left-1/2 z-50 w-[32rem] max-w-[94vw] -translate-1/2 border border-line-strong bg-sheet p-5"
        >
          <AlertDialog.Title className="m-0 text-xl font-semibold">The server knows an older plan</AlertDialog.Title>
          <AlertDialog.Description className="my-3">
            Here {revision} changes are known, there {behind}. Was an older database put back? Keep what is on this
            screen as a conversion of its own, or go on with the older plan.
          </AlertDialog.Description>
          <div className="flex flex-wrap gap-2">
            <AlertDialog.Action asChild>
              <Button look="strong" key={id} onClick={() => resolve('mine')}>
                Keep this one beside it
              </Button>
            </AlertDialog.Action>
            <AlertDialog.Cancel asChild>
              <Button onClick={() => resolve('theirs')}>Go on with the older one</Button>
            </AlertDialog.Cancel>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
