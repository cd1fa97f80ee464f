import { useEffect, useRef, useState } from 'react';
import { Button } from './Button';

interface Props {
  name: string;
  /** What speaks against it: then it is asked about first. */
  why?: string | undefined;
  onDelete: () => unknown;
}

/** Deletes a thing; one that was to stay only after a question. */
export function DeleteButton({ name, why, onDelete }: Props) {
  const [asking, setAsking] = useState(false);
  const leave = useRef<HTMLButtonElement>(null);
  const start = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (asking) leave.current?.focus();
  }, [asking]);
  if (!asking)
    return (
      <Button ref={start} look="danger" className="col-span-2" onClick={() => (why ? setAsking(true) : onDelete())}>
        Delete {name}
      </Button>
    );
  const stay = () => {
    setAsking(false);
    requestAnimationFrame(() => start.current?.focus());
  };
  return (
    <div
      role="alertdialog"
      aria-label={`Delete ${name}?`}
      className="col-span-2 border-l-4 border-stop bg-paper p-2"
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        stay();
      }}
    >
      <p className="mt-0 mb-2">{why} Delete it from the plan all the same?</p>
      <div className="flex gap-2">
        <Button ref={leave} onClick={stay}>
          Leave it
        </Button>
        <Button look="danger" onClick={() => onDelete()}>
          Delete {name}
        </Button>
      </div>
    </div>
  );
}
