import { placeInShell, slotPlacement } from '@young-shell/core/assembly';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { useMove } from '../../view/useMove';

/** Of a card: whose slot it sits in, or a way into one; of a board: which card goes with it. */
export function SlotNote({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const { kit, layout } = document;
  const { parts } = useAppSelector(selectAssembly);
  const { put } = useMove();
  const own = parts.find((p) => p.id === id);
  const name = (part: string) => kit.parts[part]?.name ?? part;
  const inSlot = parts.find((p) => p.inSlotOf === id);
  if (own?.inSlotOf) return <Note>It sits in the slot of {name(own.inSlotOf)} and needs no riser.</Note>;
  if (inSlot) return <Note>{name(inSlot.id)} sits in its slot and goes with it.</Note>;
  if (layout.placements[id]?.locked) return null;
  return parts.map((board) => {
    const at = layout.placements[board.id];
    const seat = at && slotPlacement(placeInShell(board.id, board.part, at, document), id, kit.parts[id]!);
    return (
      seat && (
        <Button key={board.id} className="mt-2" onClick={() => put(id, seat)}>
          Put it into the slot of {name(board.id)}
        </Button>
      )
    );
  });
}

const Note = ({ children }: { children: React.ReactNode }) => (
  <p className="mt-2 mb-0 text-sm text-ink-soft">{children}</p>
);
