import { useEffect, useRef, useState } from 'react';
import { selectAssembly, selectDocument } from '../document/selectors';
import { partWords } from '../view/PartsInWords';
import type { Selection } from '../view/slice';
import { store, useAppSelector, type RootState } from './store';

/** What came in quick turn is said once, ms. */
const PAUSE = 300;

/** Says what was selected, where a part was moved to, and what was undone. */
export function Announcer() {
  const selection = useAppSelector((s) => s.view.selection);
  const place = useAppSelector((s) =>
    selection?.kind === 'part' ? s.document.document?.layout.placements[selection.id] : undefined,
  );
  const last = useAppSelector((s) => s.document.pending.at(-1) ?? s.document.journal.at(-1));
  const [said, setSaid] = useState('');
  const before = useRef({ selection, place, uid: last?.uid });
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    const was = before.current;
    before.current = { selection, place, uid: last?.uid };
    const undone = last && was.uid !== last.uid && last.kind !== 'do' ? last : undefined;
    if (!undone && was.selection === selection && was.place === place) return;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => {
      const words = undone ? [`${undone.kind === 'undo' ? 'Undone' : 'Done again'}: ${undone.label}`] : [];
      words.push(selection ? selectedWords(store.getState(), selection) : 'Nothing is selected');
      setSaid(`${words.join('. ')}.`);
    }, PAUSE);
  }, [selection, place, last]);
  useEffect(() => () => clearTimeout(timer.current), []);
  return (
    <p className="sr-only" role="status" aria-label="What changed">
      {said}
    </p>
  );
}

function selectedWords(state: RootState, { kind, id }: Selection): string {
  const document = selectDocument(state);
  const { shell, kit } = document;
  if (kind === 'feature') return `${shell.features[id]?.name ?? id} is selected`;
  if (kind === 'opening') return `${shell.openings[id]?.name ?? id} is selected`;
  if (kind !== 'part') return `${id} is selected`;
  const assembly = selectAssembly(state);
  const part = assembly.parts.find((p) => p.id === id);
  const name = kit.parts[id]?.name ?? id;
  return part
    ? `${name} is selected, ${partWords(document, assembly, part, state.preferences.unit)}`
    : `${name} is selected, not in the shell yet`;
}
