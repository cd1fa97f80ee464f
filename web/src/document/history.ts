import type { JournalEntry } from '@young-shell/core/document';

/** What of a journal entry counts for undoing. */
export type Step = Pick<JournalEntry, 'uid' | 'label' | 'kind' | 'of' | 'operations' | 'inverse'>;

/** The steps that can be undone and redone now, the next one last. */
export function stacksOf(steps: readonly Step[]): { undo: Step[]; redo: Step[] } {
  const undo: Step[] = [];
  let redo: Step[] = [];
  for (const step of steps) {
    if (step.kind === 'do') {
      undo.push(step);
      redo = [];
    } else {
      const [from, to] = step.kind === 'undo' ? [undo, redo] : [redo, undo];
      const index = from.findIndex((s) => s.uid === step.of);
      if (index >= 0) to.push(...from.splice(index, 1));
    }
  }
  return { undo, redo };
}
