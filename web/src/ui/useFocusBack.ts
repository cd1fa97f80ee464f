import { useRef } from 'react';

/** For a dialog that is opened by the program, not by a button of its own: the focus goes back to where it was. */
export function useFocusBack() {
  const from = useRef<Element | null>(null);
  return {
    onOpenAutoFocus: () => {
      from.current = document.activeElement;
    },
    onCloseAutoFocus: (event: Event) => {
      event.preventDefault();
      if (from.current instanceof HTMLElement && from.current.isConnected) from.current.focus({ preventScroll: true });
    },
  };
}
