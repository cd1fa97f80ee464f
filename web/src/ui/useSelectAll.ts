import { useLayoutEffect, useRef } from 'react';

/**
 * For a text field that shows a value: what it holds is selected as soon as it has the focus, by key or by pointer, so
 * that digits typed next replace it and never mix with it.
 * @param text what the field shows @param begin puts the text that is to be edited there
 */
export function useSelectAll(text: string, begin: () => void) {
  const input = useRef<HTMLInputElement>(null);
  const fresh = useRef(false);
  // The text to edit may be longer than what was shown: it is selected in the same event, once it is there.
  useLayoutEffect(() => {
    if (!fresh.current) return;
    fresh.current = false;
    input.current?.select();
  }, [text]);
  return {
    ref: input,
    onFocus: () => {
      fresh.current = true;
      begin();
      input.current?.select();
    },
    onInput: () => {
      fresh.current = false;
    },
    // The press that gives the focus would set the caret after it and undo the selection.
    onMouseDown: (event: React.MouseEvent<HTMLInputElement>) => {
      if (window.document.activeElement === event.currentTarget) return;
      event.preventDefault();
      event.currentTarget.focus();
    },
  };
}
