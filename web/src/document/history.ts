import { UPGRADE, type JournalEntry } from '@young-shell/core/document';

/** What of a journal entry counts for undoing. */
export type Step = Pick<JournalEntry, 'uid' | 'label' | 'kind' | 'of' | 'operations' | 'inverse' | 'folded'> & {
  type?: string;
};

/**
 * The steps that can be undone and redone now, the next one last; `end` says why undo ends before them where it does.
 */
export function stacksOf(steps: readonly Step[]): { undo: Step[]; redo: Step[]; end?: string } {
  let undo: Step[] = [];
  let redo: Step[] = [];
  let end: string | undefined;
  for (const step of steps) {
    if (step.type === UPGRADE || step.folded) {
      undo = [];
      redo = [];
      end = step.type === UPGRADE ? `the plan was ${step.label}` : 'what is before it is too long ago';
    } else if (step.kind === 'do') {
      undo.push(step);
      redo = [];
    } else {
      const [from, to] = step.kind === 'undo' ? [undo, redo] : [redo, undo];
      const index = from.findIndex((s) => s.uid === step.of);
      if (index >= 0) to.push(...from.splice(index, 1));
    }
  }
  return { undo, redo, ...(end ? { end } : {}) };
}
