import { assemble } from '@young-shell/core/assembly';
import { faceWord, facesOf, nextId, SIDES, WISH_KINDS, type Wish, type WishKind } from '@young-shell/core/document';
import { nameOf, wishState, wishWords } from '@young-shell/core/fit';
import type { Conflict } from '@young-shell/core/search';
import { Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { run } from '../../work/work';

const LABELS: Record<WishKind, string> = {
  near: 'near',
  apart: 'apart from',
  together: 'kept together with',
  level: 'level with',
  above: 'above',
  'on face': 'on this face',
  facing: 'rear looking to',
  'not above heat': 'not above heat',
  reachable: 'reachable',
};
const WITH_OTHER: readonly WishKind[] = ['near', 'apart', 'together', 'level', 'above'];
const START: Partial<Record<WishKind, number>> = { near: 50, apart: 50, level: 2 };

/** What you want of the layout beyond that everything fits: tape on the parts, kept by every search. */
export function WishesPanel() {
  const document = useAppSelector(selectDocument);
  const wishes = Object.entries(document.layout.wishes);
  const [conflict, setConflict] = useState<{ of: typeof document; found: Conflict | undefined }>();
  const [busy, setBusy] = useState(false);
  const ask = async () => {
    setBusy(true);
    try {
      setConflict({ of: document, found: await run('long', 'fit', 'conflict', [document, 'locked']) });
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const known = conflict?.of === document ? conflict : undefined;
  return (
    <>
      <AddWish />
      <Section
        title="Your wishes"
        aside={
          wishes.length > 0 && (
            <Button disabled={busy} onClick={() => void ask()}>
              {busy ? 'looking …' : 'Can they all hold?'}
            </Button>
          )
        }
      >
        {wishes.length === 0 && (
          <p className="m-0 text-ink-soft">
            None yet. A wish is kept by every search, and a finding where it does not hold.
          </p>
        )}
        <ul className="m-0 list-none p-0">
          {wishes.map(([id, wish]) => (
            <WishRow key={id} id={id} wish={wish} fights={known?.found?.wishes.includes(id) ?? false} />
          ))}
        </ul>
        {known && (
          <p className={`mb-0 border-l-4 pl-2.5 ${known.found ? 'border-stop' : 'border-good'}`} role="status">
            {known.found ? known.found.sentence : 'A layout was found in which all of them hold.'}
            {known.found && <span className="block text-sm text-ink-soft">{known.found.how}</span>}
          </p>
        )}
      </Section>
    </>
  );
}

function AddWish() {
  const document = useAppSelector(selectDocument);
  const selected = useAppSelector((s) => (s.view.selection?.kind === 'part' ? s.view.selection.id : undefined));
  const submit = useSubmit();
  const ids = Object.keys(document.kit.parts);
  const [kind, setKind] = useState<WishKind>('near');
  const [picked, setPicked] = useState<string>();
  const [other, setOther] = useState<string>();
  const [face, setFace] = useState<string>();
  const part = picked && ids.includes(picked) ? picked : (selected ?? ids[0]);
  if (!part)
    return (
      <Section title="Add a wish">
        <p className="m-0 text-ink-soft">The kit is empty: there is nothing to wish for.</p>
      </Section>
    );
  const others = ids.filter((id) => id !== part);
  const faces: readonly string[] = kind === 'facing' ? SIDES : facesOf(document.shell.hull);
  const options = (list: readonly string[]) => list.map((id) => ({ value: id, label: document.kit.parts[id]!.name }));
  const chosen = other && others.includes(other) ? other : others[0];
  const side = face && faces.includes(face) ? face : faces[0]!;
  const add = () => {
    const wish: Wish = {
      kind,
      part,
      other: WITH_OTHER.includes(kind) ? (chosen ?? null) : null,
      face: kind === 'on face' || kind === 'facing' ? side : null,
      distance: START[kind] ?? 0,
    };
    const wrong = submit({ type: 'setWish', id: nextId(document.layout.wishes, 'wish', document.spent), wish });
    if (wrong) toast.error(wrong);
  };
  return (
    <Section title="Add a wish">
      <div className="grid grid-cols-2 gap-2">
        <Choice label="Part" value={part} options={options(ids)} onChange={setPicked} />
        <Choice
          label="is to be"
          value={kind}
          options={WISH_KINDS.map((value) => ({ value, label: LABELS[value] }))}
          onChange={setKind}
        />
        {WITH_OTHER.includes(kind) && chosen && (
          <Choice label="Other part" value={chosen} options={options(others)} onChange={setOther} />
        )}
        {(kind === 'on face' || kind === 'facing') && (
          <Choice
            label={kind === 'facing' ? 'Side' : 'Face'}
            value={side}
            options={faces.map((value) => ({ value, label: kind === 'facing' ? value : faceWord(value) }))}
            onChange={setFace}
          />
        )}
        <Button className="self-end" disabled={WITH_OTHER.includes(kind) && !chosen} onClick={add}>
          <Plus size={15} aria-hidden /> Add
        </Button>
      </div>
    </Section>
  );
}

function WishRow({ id, wish, fights }: { id: string; wish: Wish; fights: boolean }) {
  const document = useAppSelector(selectDocument);
  const slow = useAppSelector((s) => s.slow.fit?.findings);
  const submit = useSubmit();
  const state = useMemo(() => wishState(wish, assemble(document)), [document, wish]);
  const name = nameOf(document, { kind: 'part', id: wish.part });
  const holds = wish.kind === 'reachable' ? !slow?.some((f) => f.id === `fit/wish/${id}`) : state?.holds;
  return (
    <li className="flex items-center gap-2 border-t border-line py-1.5 first:border-t-0">
      <span className={`min-w-0 flex-1 leading-snug ${fights ? 'text-stop' : ''}`}>
        <span className="tape">{name}</span> {wishWords(document, wish)}
        <span
          className={`block font-label text-sm ${holds === false ? 'text-stop' : holds ? 'text-good' : 'text-ink-soft'}`}
        >
          {holds === undefined ? 'not in the shell yet' : holds ? '✓ holds' : '■ does not hold'}
          {fights ? ' · fights another' : ''}
        </span>
      </span>
      {(wish.kind === 'near' || wish.kind === 'apart' || wish.kind === 'level') && (
        <span className="w-28">
          <LengthField
            label={wish.kind === 'apart' ? 'at least' : 'at most'}
            value={wish.distance}
            onCommit={(distance) =>
              distance < 0 || distance > 5000
                ? `${distance} mm is out of range; enter 0 to 5000 mm.`
                : submit({ type: 'setWish', id, wish: { ...wish, distance } })
            }
          />
        </span>
      )}
      <Button
        look="quiet"
        aria-label={`Drop the wish: ${name} ${wishWords(document, wish)}`}
        onClick={() => submit({ type: 'setWish', id, wish: null })}
      >
        <Trash2 size={15} aria-hidden />
      </Button>
    </li>
  );
}
