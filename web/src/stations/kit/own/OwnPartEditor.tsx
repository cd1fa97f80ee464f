import {
  OWN_BLOCK_ROLES,
  OWN_FACE_KINDS,
  SIDES,
  nextId,
  type OwnBlock,
  type OwnDesign,
  type OwnFace,
  type Part,
} from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Dialog } from '../../../ui/Dialog';
import { MeasuredAt } from '../../../ui/MeasuredAt';
import { NumberField } from '../../../ui/NumberField';
import { TextField } from '../../../ui/TextField';
import { OwnPartDrawing } from './OwnPartDrawing';

type Picked = { kind: 'block' | 'hole' | 'face'; id: string };

const same = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, label: value }));
const guess = (value: number) => measured(value, 'guess', 2);

/** Every block, connector, keep-out, hole and face of an own part. */
export function OwnPartEditor({ id, part }: { id: string; part: Part }) {
  const [open, setOpen] = useState(false);
  if (!part.own) return null;
  return (
    <>
      <Button className="col-span-2" onClick={() => setOpen(true)}>
        Edit its {Object.keys(part.own.blocks).length} blocks, {Object.keys(part.own.holes).length} holes,{' '}
        {Object.keys(part.own.faces).length} faces
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
  const addBlock = (role: OwnBlock['role']) => {
    const key = nextId(design.blocks, role);
    const block: OwnBlock = {
      name: role,
      role,
      shape: { kind: 'box' },
      x: guess(0),
      y: guess(0),
      z: guess(0),
      width: guess(20),
      depth: guess(20),
      height: guess(15),
      direction: role === 'connector' ? 'rear' : role === 'air' ? 'top' : null,
      plug: role === 'connector' ? 40 : 0,
      conducts: null,
    };
    if (!put({ blocks: { ...design.blocks, [key]: block } })) setPicked({ kind: 'block', id: key });
  };
  const addHole = () => {
    const key = nextId(design.holes, 'hole');
    const hole = { name: key.replace('-', ' '), x: guess(10), y: guess(10), diameter: measured(3.2) };
    if (!put({ holes: { ...design.holes, [key]: hole } })) setPicked({ kind: 'hole', id: key });
  };
  const addFace = () => {
    const key = nextId(design.faces, 'face');
    const face: OwnFace = { name: 'sockets', kind: 'sockets', direction: 'rear', cut: null };
    if (!put({ faces: { ...design.faces, [key]: face } })) setPicked({ kind: 'face', id: key });
  };
  const items: { picked: Picked; name: string; what: string }[] = [
    ...Object.entries(design.blocks).map(([key, b]) => ({
      picked: { kind: 'block' as const, id: key },
      name: b.name,
      what: b.role,
    })),
    ...Object.entries(design.holes).map(([key, h]) => ({
      picked: { kind: 'hole' as const, id: key },
      name: h.name,
      what: 'hole',
    })),
    ...Object.entries(design.faces).map(([key, f]) => ({
      picked: { kind: 'face' as const, id: key },
      name: f.name,
      what: `${f.kind}, ${f.direction}`,
    })),
  ];
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
            <Button key={role} onClick={() => addBlock(role)}>
              <Plus size={13} aria-hidden /> {role}
            </Button>
          ))}
          <Button onClick={addHole}>
            <Plus size={13} aria-hidden /> hole
          </Button>
          <Button onClick={addFace}>
            <Plus size={13} aria-hidden /> face
          </Button>
        </div>
        {items.map((item) => {
          const chosen = item.picked.kind === picked.kind && item.picked.id === picked.id;
          return (
            <button
              key={`${item.picked.kind}/${item.picked.id}`}
              type="button"
              aria-pressed={chosen}
              className={`flex min-h-8 w-full items-baseline justify-between gap-2 px-1.5 text-left hover:bg-paper ${chosen ? 'bg-paper shadow-[inset_3px_0_0_var(--pencil)]' : ''}`}
              onClick={() => setPicked(item.picked)}
            >
              <span className="min-w-0 truncate">{item.name}</span>
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
          <BlockForm
            path={`${base}/blocks/${picked.id}`}
            block={block}
            onChange={(next) => put({ blocks: { ...design.blocks, [picked.id]: next } })}
            onRemove={() => {
              const { [picked.id]: _, ...blocks } = design.blocks;
              if (!put({ blocks })) setPicked({ kind: 'block', id: Object.keys(blocks)[0]! });
            }}
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
            <Button
              look="danger"
              onClick={() => {
                const { [picked.id]: _, ...holes } = design.holes;
                put({ holes });
              }}
            >
              Delete {hole.name}
            </Button>
          </>
        )}
        {face && (
          <FaceForm
            path={`${base}/faces/${picked.id}`}
            face={face}
            onChange={(next) => put({ faces: { ...design.faces, [picked.id]: next } })}
            onRemove={() => {
              const { [picked.id]: _, ...faces } = design.faces;
              put({ faces });
            }}
          />
        )}
        <div className="mt-2 grid grid-cols-3 gap-2 border-t border-line pt-2">
          {watt('Idle, W', 'idle')}
          {watt('Typical, W', 'typical')}
          {watt('Peak, W', 'peak')}
        </div>
        <TextField label="Where it is from" value={design.source} onCommit={(source) => put({ source })} />
      </div>
    </div>
  );
}

function BlockForm({
  path,
  block,
  onChange,
  onRemove,
}: {
  path: string;
  block: OwnBlock;
  onChange: (block: OwnBlock) => string | undefined;
  onRemove: () => void;
}) {
  const at = (label: string, key: string) => (
    <MeasuredAt label={label} path={`${path}/${key}`} what={`${block.name}: ${label.toLowerCase()}`} />
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Name" value={block.name} onCommit={(name) => onChange({ ...block, name })} />
        <Choice
          label="Is a"
          value={block.role}
          options={same(OWN_BLOCK_ROLES)}
          onChange={(role) => onChange({ ...block, role })}
        />
        {at('Left end', 'x')}
        {at('Width', 'width')}
        {at('Front end', 'y')}
        {at('Depth', 'depth')}
        {at('Lower end', 'z')}
        {at('Height', 'height')}
        <Choice
          label="Form"
          value={block.shape.kind === 'box' ? 'box' : block.shape.axis}
          options={[
            { value: 'box', label: 'box' },
            { value: 'x', label: 'round, along x' },
            { value: 'y', label: 'round, along y' },
            { value: 'z', label: 'round, upright' },
          ]}
          onChange={(form) =>
            onChange({ ...block, shape: form === 'box' ? { kind: 'box' } : { kind: 'cylinder', axis: form } })
          }
        />
        <Choice
          label="Conducts"
          value={block.conducts ?? 'no'}
          options={[
            { value: 'no', label: 'no' },
            { value: 'live', label: 'bare, live' },
            { value: 'metal', label: 'metal' },
          ]}
          onChange={(value) => onChange({ ...block, conducts: value === 'no' ? null : value })}
        />
        {(block.role === 'connector' || block.role === 'air') && (
          <Choice
            label={block.role === 'air' ? 'Air comes from' : 'Plug comes from'}
            value={block.direction ?? 'rear'}
            options={same(SIDES)}
            onChange={(direction) => onChange({ ...block, direction })}
          />
        )}
        {block.role === 'connector' && (
          <NumberField
            label="Plug and bend room, mm"
            value={block.plug}
            least={0}
            most={300}
            onCommit={(plug) => onChange({ ...block, plug })}
          />
        )}
      </div>
      <Button look="danger" onClick={onRemove}>
        Delete {block.name}
      </Button>
    </>
  );
}

function FaceForm({
  path,
  face,
  onChange,
  onRemove,
}: {
  path: string;
  face: OwnFace;
  onChange: (face: OwnFace) => string | undefined;
  onRemove: () => void;
}) {
  return (
    <>
      <TextField label="Name" value={face.name} onCommit={(name) => onChange({ ...face, name })} />
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Is for"
          value={face.kind}
          options={same(OWN_FACE_KINDS)}
          onChange={(kind) => onChange({ ...face, kind })}
        />
        <Choice
          label="Looks to its"
          value={face.direction}
          options={same(SIDES)}
          onChange={(direction) => onChange({ ...face, direction })}
        />
        {face.cut && (
          <>
            <MeasuredAt label="Middle from the left" path={`${path}/cut/u`} what="cut of a face" />
            <MeasuredAt label="Middle from below" path={`${path}/cut/v`} what="cut of a face" />
            <MeasuredAt label="Cut width" path={`${path}/cut/width`} what="cut of a face" />
            <MeasuredAt label="Cut height" path={`${path}/cut/height`} what="cut of a face" />
          </>
        )}
      </div>
      <Button
        onClick={() =>
          onChange({
            ...face,
            cut: face.cut ? null : { u: guess(30), v: guess(15), width: guess(40), height: guess(15) },
          })
        }
      >
        {face.cut ? 'It needs no cut' : 'It needs a cut in the shell'}
      </Button>
      <Button look="danger" onClick={onRemove}>
        Delete {face.name}
      </Button>
    </>
  );
}
