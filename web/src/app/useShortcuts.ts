import { useEffect, useRef } from 'react';
import { toast } from 'sonner';
import { redo, undo } from '../document/sync';
import { messageShown } from '../document/slice';
import { fitView, openBody, preview, select, showShortcuts } from '../view/slice';
import { store, useAppDispatch, useAppSelector } from './store';

/** Keys that work everywhere on the bench, and messages from the sync. */
export function useShortcuts(): void {
  const dispatch = useAppDispatch();
  const message = useAppSelector((s) => s.document.message);
  useEffect(() => {
    if (!message) return;
    toast.warning(message);
    dispatch(messageShown());
  }, [dispatch, message]);
  // In a field nothing was typed into, undo is that of the plan.
  const touched = useRef<EventTarget | null>(null);
  useEffect(() => {
    const onInput = ({ target }: Event) => (touched.current = target);
    const onLeave = () => (touched.current = null);
    const onEnter = ({ key }: KeyboardEvent) => {
      if (key === 'Enter') touched.current = null;
    };
    window.addEventListener('input', onInput);
    window.addEventListener('focusin', onLeave);
    window.addEventListener('keyup', onEnter);
    return () => {
      window.removeEventListener('input', onInput);
      window.removeEventListener('focusin', onLeave);
      window.removeEventListener('keyup', onEnter);
    };
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const field = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      const undoes = (event.ctrlKey || event.metaKey) && ['z', 'y'].includes(event.key.toLowerCase());
      const typing = field && !(undoes && touched.current !== event.target);
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !typing) {
        event.preventDefault();
        dispatch(event.shiftKey ? redo() : undo());
      } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'y' && !typing) {
        event.preventDefault();
        dispatch(redo());
      } else if (event.key === '?' && !typing) {
        dispatch(showShortcuts(true));
      } else if (event.key.toLowerCase() === 'f' && !typing && !event.ctrlKey && !event.metaKey && !event.altKey) {
        dispatch(fitView());
      } else if (event.key === 'Escape' && !typing && !event.defaultPrevented) {
        const { view } = store.getState();
        // One thing at a time, the last that came first.
        if (view.preview) dispatch(preview(null));
        else if (view.opened) dispatch(openBody(null));
        else dispatch(select(null));
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [dispatch]);
}
