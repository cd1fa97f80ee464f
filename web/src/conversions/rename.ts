import { applyChange } from '@young-shell/core/document';
import { api } from '../document/api';

/** Renames a conversion that is not open, as a change like any other: it is in the journal and can be undone. */
export async function renameConversion(id: string, name: string): Promise<void> {
  const head = await api.open(id);
  const { operations } = applyChange(head.document, { type: 'rename', name });
  if (operations.length === 0) return;
  await api.send(id, {
    uid: crypto.randomUUID(),
    base: head.revision,
    type: 'rename',
    label: 'rename',
    kind: 'do',
    of: null,
    operations,
  });
}
