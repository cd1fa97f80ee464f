import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { useFocusBack } from './useFocusBack';

interface Props {
  title: string;
  about: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  wide?: boolean;
}

/** A sheet of paper over the bench. */
export function Dialog({ title, about, open, onClose, children, wide }: Props) {
  const focusBack = useFocusBack();
  return (
    <Radix.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Radix.Content
          {...focusBack}
          className={`fixed top-1/2 left-1/2 z-40 flex max-h-[94vh] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 flex-col border border-line-strong bg-sheet shadow-lg ${wide ? 'w-[1120px]' : 'w-[560px]'}`}
        >
          <div className="flex items-start gap-3 border-b border-line px-4 py-3">
            <div className="min-w-0 flex-1">
              <Radix.Title className="m-0 text-lg font-semibold">{title}</Radix.Title>
              <Radix.Description className="m-0 text-sm text-ink-soft">{about}</Radix.Description>
            </div>
            <Radix.Close aria-label="Close" className="min-h-8 px-1.5 text-ink-soft hover:text-ink">
              <X size={18} aria-hidden />
            </Radix.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
