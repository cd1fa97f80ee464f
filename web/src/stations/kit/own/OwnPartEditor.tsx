import { countOf } from '@young-shell/core/quantity';
import {
  neighbourOf,
  OWN_BLOCK_ROLES,
  piecesOf,
  withBlock,
  withFace,
  withHole,
  withoutPiece,
  type Added,
  type OwnDesign,
  type Part,
  type Picked,
} from '@young-shell/core/document';
import { PART_KINDS, type PartKind } from '@young-shell/core/standards';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Dialog } from '../../../ui/Dialog';
import { MeasuredAt } from '../../../ui/MeasuredAt';
import { NumberField } from '../../../ui/NumberField';
import { TextField } from '../../../ui/TextField';
import { OwnBlockForm } from './OwnBlockForm';
import { OwnFaceForm } from './OwnFaceForm';
import { OwnPartDrawing } from './OwnPartDrawing';

const KIND_WORDS: Readonly<Record<PartKind, string>> = {
  board: 'a board',
  supply: 'a supply',
  brick: 'a DC board on the plug',
  jack: 'a power jack',
  card: 'a card',
  drive: 'a drive',
  fan: 'a fan',
  radiator: 'a radiator',
};

/** Every block, connector, keep-out, hole and face of an own part. */
export function OwnPartEditor({ id, part }: { id: string; part: Part }) {
  const [open, setOpen] = useState(false);
  if (!part.own) return null;
  return (
    <>
      <Button className="col-span-2" onClick={() => setOpen(true)}>
        Edit its {countOf(Object.keys(part.own.blocks).length, 'block')},{' '}
        {countOf(Object.keys(part.own.holes).length, 'hole')}, {Object.keys(part.own.faces).length} faces
      </Button>
      <Dialog
        title={part.name}
        about="In the part’s own axes: x to its right, y to its rear, z up, from its left front lower corner."
        open={open}
        onClose={() => setOpen(false)}
        wide
      >
        <Editor id={id} design={part.own} />
      </Dialog>
    </>
  );
}

function Editor({ id, design }: { id: string; design: OwnDesign }) {
  const submit = useSubmit();
  const [picked, setPicked] = useState<Picked>({ kind: 'block', id: Object.keys(design.blocks)[0]! });
  const [error, setError] = useState<string>();
  const put = (patch: Partial<OwnDesign>) => {
    const wrong = submit({ type: 'setPart', id, part: { own: { ...design, ...patch } } });
    setError(wrong);
    return wrong;
  };
  const base = `/kit/parts/${id}/own`;
  /** One thing more of the part, or one less; what is edited then is that, or what stands next in the list. */
  const change = (next: OwnDesign, then: Picked | undefined) => {
    if (!put(next) && then) setPicked(then);
  };
  const add = ({ design: next, added }: Added) => change(next, added);
  const remove = () => change(withoutPiece(design, picked), neighbourOf(design, picked));
  const block = picked.kind === 'block' ? design.blocks[picked.id] : undefined;
  const hole = picked.kind === 'hole' ? design.holes[picked.id] : undefined;
  const face = picked.kind === 'face' ? design.faces[picked.id] : undefined;
  const watt = (label: string, key: keyof OwnDesign['power']) => (
    <NumberField
      label={label}
      value={design.power[key]}
      least={0}
      most={5000}
      onCommit={(value) => put({ power: { ...design.power, [key]: value } })}
    />
  );
  return (
    <div className="grid grid-cols-[220px_minmax(0,1fr)_370px]">
      <div className="max-h-[600px] overflow-y-auto border-r border-line p-3">
        <div className="mb-2 flex flex-wrap gap-1">
          {OWN_BLOCK_ROLES.map((role) => (
            <Button key={role} onClick={() => add(withBlock(design, role))}>
              <Plus size={13} aria-hidden /> {role}
            </Button>
          ))}
          <Button onClick={() => add(withHole(design))}>
            <Plus size={13} aria-hidden /> hole
          </Button>
          <Button onClick={() => add(withFace(design))}>
            <Plus size={13} aria-hidden /> face
          </Button>
        </div>
        {piecesOf(design).map((item) => {
          const chosen = item.kind === picked.kind && item.id === picked.id;
          return (
            <button
              key={`${item.kind}/${item.id}`}
              type="button"
              aria-pressed={chosen}
              className={`flex min-h-8 w-full items-baseline justify-between gap-2 px-1.5 text-left hover:bg-paper ${chosen ? 'bg-paper shadow-[inset_3px_0_0_var(--pencil)]' : ''}`}
              onClick={() => setPicked({ kind: item.kind, id: item.id })}
            >
              <span className="min-w-0 [overflow-wrap:anywhere]">{item.name}</span>
              <span className="shrink-0 text-sm text-ink-soft">{item.what}</span>
            </button>
          );
        })}
      </div>
      <OwnPartDrawing design={design} picked={picked} onPick={setPicked} />
      <div className="flex max-h-[600px] flex-col gap-2 overflow-y-auto border-l border-line p-3">
        {error && (
          <p role="alert" className="m-0 text-sm font-medium text-stop">
            {error}
          </p>
        )}
        {block && (
          <OwnBlockForm
            path={`${base}/blocks/${picked.id}`}
            block={block}
            onChange={(next) => put({ blocks: { ...design.blocks, [picked.id]: next } })}
            onRemove={remove}
          />
        )}
        {hole && (
          <>
            <TextField
              label="Name"
              value={hole.name}
              onCommit={(name) => put({ holes: { ...design.holes, [picked.id]: { ...hole, name } } })}
            />
            <MeasuredAt label="From the left (x)" path={`${base}/holes/${picked.id}/x`} what="hole, x" />
            <MeasuredAt label="From the front (y)" path={`${base}/holes/${picked.id}/y`} what="hole, y" />
            <MeasuredAt label="Diameter" path={`${base}/holes/${picked.id}/diameter`} what="hole, diameter" />
            <Button look="danger" onClick={remove}>
              Delete {hole.name}
            </Button>
          </>
        )}
        {face && (
          <OwnFaceForm
            path={`${base}/faces/${picked.id}`}
            face={face}
            onChange={(next) => put({ faces: { ...design.faces, [picked.id]: next } })}
            onRemove={remove}
          />
        )}
        <div className="mt-2 border-t border-line pt-2">
          <Choice
            label="The part is"
            value={design.kind ?? 'other'}
            options={[
              ...PART_KINDS.map((value) => ({ value, label: KIND_WORDS[value] })),
              { value: 'other' as const, label: 'something else' },
            ]}
            onChange={(kind) => {
              const { kind: _was, ...rest } = design;
              const own = kind === 'other' ? rest : { ...rest, kind };
              return submit({ type: 'setPart', id, part: { own } });
            }}
          />
        </div>
        <div className="grid grid-cols-3 gap-2">
          {watt('Idle, W', 'idle')}
          {watt('Typical, W', 'typical')}
          {watt('Peak, W', 'peak')}
        </div>
        <TextField label="Where it is from" value={design.source} onCommit={(source) => put({ source })} />
      </div>
    </div>
  );
}
