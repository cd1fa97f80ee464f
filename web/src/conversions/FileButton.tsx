import { useRef, type ReactNode } from 'react';
import { Button } from '../ui/Button';

interface Props {
  label: string;
  accept: string;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** A button that asks for a file. */
export function FileButton({ label, accept, onFile, children }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        className="hidden"
        aria-label={label}
        tabIndex={-1}
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) onFile(chosen);
          event.target.value = '';
        }}
      />
      <Button onClick={() => input.current?.click()}>{children}</Button>
    </>
  );
}
