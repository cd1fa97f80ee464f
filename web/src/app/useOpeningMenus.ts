import { useEffect } from 'react';

const STEPS = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Home', 'End', 'PageUp', 'PageDown'];

/**
 * A list of choices that is shut opens before it chooses: with the platform’s own, an arrow or a letter would change the
 * plan unseen. Open, its keys are its own.
 */
export function useOpeningMenus(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { target, key } = event;
      if (!(target instanceof HTMLSelectElement) || target.multiple || target.size > 1) return;
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (!STEPS.includes(key) && (key.length !== 1 || key === ' ')) return;
      event.preventDefault();
      try {
        target.showPicker();
      } catch {
        // A browser that opens lists by Space and Enter only.
      }
    };
    document.addEventListener('keydown', onKey, true);
    return () => document.removeEventListener('keydown', onKey, true);
  }, []);
}
