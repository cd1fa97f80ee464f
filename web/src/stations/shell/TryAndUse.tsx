import type { Change } from '@young-shell/core/document';
import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { preview } from '../../view/slice';

/** A change to the shell: shown as if it were made, or made. */
export function TryAndUse({ label, change, blocked }: { label: string; change: Change; blocked: boolean }) {
  const tried = useAppSelector((s) => s.view.preview?.change === change);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  useEffect(() => () => void dispatch(preview(null)), [dispatch]);
  return (
    <div className="mt-1 flex gap-2">
      <Button
        look="quiet"
        aria-pressed={tried}
        disabled={blocked}
        aria-label={`Try on: ${label}`}
        onClick={() => dispatch(preview(tried ? null : { label, change }))}
      >
        Try on
      </Button>
      <Button
        look="quiet"
        disabled={blocked}
        aria-label={`Use: ${label}`}
        onClick={() => {
          dispatch(preview(null));
          submit(change);
        }}
      >
        Use
      </Button>
    </div>
  );
}
