import { freeSockets, socketPlacement } from '@young-shell/core/assembly';
import { partModel, type PlugKind } from '@young-shell/core/parts';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { useMove } from '../../view/useMove';

/** What a part needs where it is not plugged into its board. */
const INSTEAD: Readonly<Record<PlugKind, string>> = {
  slot: 'riser',
  'main socket': 'extension',
  'M.2 socket': 'adapter',
  '2.5 in bay': 'bracket',
  '3.5 in bay': 'bracket',
};

/** Of a part with a plug: whose socket it sits in, or a way into one; of a board: what goes with it. */
export function SlotNote({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const { kit, layout } = document;
  const { parts } = useAppSelector(selectAssembly);
  const { put } = useMove();
  const own = parts.find((p) => p.id === id);
  const name = (part: string) => kit.parts[part]?.name ?? part;
  const plugged = parts.filter((p) => p.pluggedInto === id).map((p) => name(p.id));
  const into = partModel(id, kit.parts[id]!).plug?.into;
  if (own?.pluggedInto && into)
    return (
      <Note>
        It sits in the {into} of {name(own.pluggedInto)} and needs no {INSTEAD[into]}.
      </Note>
    );
  if (plugged.length > 0)
    return (
      <Note>
        {plugged.join(' and ')} {plugged.length === 1 ? 'is' : 'are'} plugged into it and{' '}
        {plugged.length === 1 ? 'goes' : 'go'} with it.
      </Note>
    );
  if (layout.placements[id]?.locked) return null;
  if (!into) return null;
  return parts.map((board) => {
    const [which] = freeSockets(parts, board, id, into);
    const seat = which === undefined ? undefined : socketPlacement(board, id, kit.parts[id]!, which);
    return (
      seat && (
        <Button key={board.id} className="mt-2" onClick={() => put(id, seat)}>
          Put it into the {into} of {name(board.id)}
        </Button>
      )
    );
  });
}

const Note = ({ children }: { children: React.ReactNode }) => (
  <p className="mt-2 mb-0 text-sm text-ink-soft">{children}</p>
);
