import { facesOf, lidAt, nextId, ringBody, type Body, type Shell } from '@young-shell/core/document';
import { hullModel } from '@young-shell/core/assembly';
import { massOfBody, roomToOpen } from '@young-shell/core/shell';
import { formatLength, measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Section } from '../../ui/Section';
import { BodyForm } from './BodyForm';

const KINDS: Record<Body['kind'], string> = {
  lid: 'lid',
  half: 'upper half',
  door: 'hinged door',
  drawer: 'drawer',
  panel: 'removable panel',
  ring: 'spacer ring',
};

/** What comes apart: lid, halves, doors, drawers, panels. */
export function BodyList() {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const [open, setOpen] = useState<string>();
  const { shell } = document;
  const add = (kind: Body['kind']) => {
    const id = nextId(shell.bodies, kind, document.spent);
    const wrong = submit({ type: 'setBody', id, body: newBody(kind, document.shell) });
    if (wrong) toast.error(wrong);
    else setOpen(id);
  };
  return (
    <Section
      title="What comes apart"
      aside={
        <label className="flex items-center gap-1 font-label text-sm font-semibold">
          <Plus size={14} aria-hidden />
          <select
            aria-label="Add a body"
            className="min-h-8 rounded-sm border border-line-strong bg-field px-1"
            value=""
            onChange={(event) => add(event.target.value as Body['kind'])}
          >
            <option value="">add …</option>
            {Object.entries(KINDS).map(([kind, label]) => (
              <option key={kind} value={kind}>
                {label}
              </option>
            ))}
          </select>
        </label>
      }
    >
      {Object.keys(shell.bodies).length === 0 && (
        <p className="m-0 text-ink-soft">Nothing yet: add the lid, door or drawer through which the parts get in.</p>
      )}
      <ul className="m-0 list-none p-0">
        {Object.entries(shell.bodies).map(([id, body]) => {
          const room = roomToOpen(document, body);
          return (
            <li key={id} className="border-t border-line py-1 first:border-t-0">
              <button
                type="button"
                aria-expanded={open === id}
                className="flex min-h-8 w-full items-baseline justify-between gap-2 text-left hover:underline"
                onClick={() => setOpen(open === id ? undefined : id)}
              >
                <span className="min-w-0 [overflow-wrap:anywhere]">
                  {body.name} <span className="text-ink-soft">{KINDS[body.kind]}</span>
                </span>
                <span className="figure shrink-0 text-[17px]">
                  {(massOfBody(document, body) / 1000).toFixed(2)} kg
                  {room ? ` · ${formatLength(room.reach, unit)} to open` : ''}
                </span>
              </button>
              {open === id && <BodyForm id={id} body={body} />}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

/** A body to start from, with guesses that fit the shell. */
function newBody(kind: Body['kind'], shell: Shell): Body {
  if (kind === 'ring') return ringBody(shell, 10);
  const { low, high, frames } = hullModel(shell);
  const height = high[2] - low[2];
  const at = (share: number) => measured(Math.round(low[2] + height * share), 'guess');
  if (kind === 'lid' || kind === 'half')
    return {
      ...lidAt(at(kind === 'lid' ? 0.8 : 0.5), kind === 'lid' ? 'Lid' : 'Upper half'),
      kind,
      material: shell.material,
    };
  const face = frames.find((f) => f.face === (kind === 'panel' ? 'rear' : 'front')) ?? frames[0]!;
  const [w, h] = [Math.max(...face.outline.map((p) => p[0])), Math.max(...face.outline.map((p) => p[1]))];
  const guess = (value: number) => measured(Math.max(1, Math.round(value)), 'guess');
  return {
    name: kind === 'door' ? 'Door' : kind === 'drawer' ? 'Drawer' : 'Panel',
    kind,
    cut: {
      kind: 'face',
      face: facesOf(shell.hull).includes(face.face) ? face.face : facesOf(shell.hull)[0]!,
      u: guess(w / 2),
      v: guess(h / 2),
      width: guess(w * 0.6),
      height: guess(h * 0.6),
    },
    motion:
      kind === 'door'
        ? { kind: 'swing', edge: 'left', angle: 110 }
        : kind === 'drawer'
          ? { kind: 'slide', depth: guess((high[1] - low[1]) * 0.7), travel: guess((high[1] - low[1]) * 0.5) }
          : { kind: 'lift' },
    closures: [],
    material: shell.material,
    weighed: null,
  };
}
