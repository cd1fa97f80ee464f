import { nextId, type Feature } from '@young-shell/core/document';
import { hullModel } from '@young-shell/core/assembly';
import { measured, type Measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';

const FATES = [
  { value: 'keep', label: 'must keep' },
  { value: 'cut', label: 'may cut' },
  { value: 'removed', label: 'removed' },
] as const;

/** Ribs, bosses, shelves, mechanisms: what stands in the room. */
export function FeatureList() {
  const document = useAppSelector(selectDocument);
  const selection = useAppSelector((s) => s.view.selection);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const { features } = document.shell;
  const add = (kind: 'box' | 'cylinder') => {
    const hull = hullModel(document.shell);
    const floor = hull.walls.find((w) => w.normal[2] > 0.99);
    const id = nextId(features, kind === 'box' ? 'rib' : 'boss');
    const feature: Feature = {
      name: `${kind === 'box' ? 'Rib' : 'Boss'} ${id.split('-').at(-1)}`,
      shape:
        kind === 'box'
          ? { kind, width: measured(60, 'rule'), depth: measured(6, 'rule'), height: measured(20, 'rule') }
          : { kind, axis: 'z', diameter: measured(10, 'calipers'), length: measured(20, 'rule') },
      x: measured(hull.innerX[0] + 20, 'rule'),
      y: measured(60, 'rule'),
      z: measured(floor ? floor.offset : 0, 'rule'),
      fate: 'cut',
      why: '',
      body: 'base',
      metal: false,
      moving: false,
    };
    const wrong = submit({ type: 'setFeature', id, feature });
    if (wrong) toast.error(wrong);
    else dispatch(select({ kind: 'feature', id }));
  };
  return (
    <Section
      title="Features inside"
      aside={
        <span className="flex gap-1">
          <Button onClick={() => add('box')}>
            <Plus size={14} aria-hidden /> box
          </Button>
          <Button onClick={() => add('cylinder')}>
            <Plus size={14} aria-hidden /> cylinder
          </Button>
        </span>
      }
    >
      {Object.keys(features).length === 0 && (
        <p className="m-0 text-ink-soft">
          None yet. Ribs, bosses, shelves and mechanisms are what the outside does not show.
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {Object.entries(features).map(([id, feature]) => {
          const open = selection?.kind === 'feature' && selection.id === id;
          return (
            <li key={id} className="border-t border-line py-1.5 first:border-t-0">
              <div className="flex items-center gap-2">
                <button
                  type="button"
                  aria-expanded={open}
                  className={`min-h-8 min-w-0 flex-1 truncate text-left hover:underline ${feature.fate === 'removed' ? 'line-through' : ''}`}
                  onClick={() => dispatch(select(open ? null : { kind: 'feature', id }))}
                >
                  {feature.name}
                </button>
                <select
                  aria-label={`Fate of ${feature.name}`}
                  className="min-h-8 rounded-sm border border-line-strong bg-field px-1"
                  value={feature.fate}
                  onChange={(event) => submit({ type: 'setFate', id, fate: event.target.value as Feature['fate'] })}
                >
                  {FATES.map((f) => (
                    <option key={f.value} value={f.value}>
                      {f.label}
                    </option>
                  ))}
                </select>
              </div>
              {open && <FeatureForm id={id} feature={feature} />}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

function FeatureForm({ id, feature }: { id: string; feature: Feature }) {
  const submit = useSubmit();
  const put = (patch: Partial<Feature>) => submit({ type: 'setFeature', id, feature: { ...feature, ...patch } });
  const field = (label: string, path: string, value: Measured) => (
    <MeasuredField
      key={path}
      label={label}
      value={value}
      onCommit={(m) =>
        submit({
          type: 'setMeasured',
          path: `/shell/features/${id}/${path}`,
          measured: m,
          what: `${feature.name}: ${label.toLowerCase()}`,
        })
      }
    />
  );
  const { shape } = feature;
  return (
    <div className="grid grid-cols-2 gap-2 pt-1 pb-2">
      <div className="col-span-2">
        <TextField label="Name" value={feature.name} onCommit={(name) => put({ name })} />
      </div>
      {shape.kind === 'box' ? (
        <>
          {field('Width (x)', 'shape/width', shape.width)}
          {field('Depth (y)', 'shape/depth', shape.depth)}
          {field('Height (z)', 'shape/height', shape.height)}
        </>
      ) : (
        <>
          {field('Diameter', 'shape/diameter', shape.diameter)}
          {field('Length', 'shape/length', shape.length)}
          <Choice
            label="Runs along"
            value={shape.axis}
            options={[
              { value: 'x', label: 'x, across' },
              { value: 'y', label: 'y, in depth' },
              { value: 'z', label: 'z, upright' },
            ]}
            onChange={(axis) => put({ shape: { ...shape, axis } })}
          />
        </>
      )}
      {field('Left end (x)', 'x', feature.x)}
      {field('Front end (y)', 'y', feature.y)}
      {field('Lower end (z)', 'z', feature.z)}
      <Choice
        label="Belongs to"
        value={feature.body}
        options={[
          { value: 'base', label: 'the base' },
          { value: 'lid', label: 'the lid' },
        ]}
        onChange={(body) => put({ body })}
      />
      <div className="col-span-2">
        <TextField label="Why it is there, why it may go" value={feature.why} onCommit={(why) => put({ why })} />
      </div>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="accent-ink"
          checked={feature.metal}
          onChange={(event) => put({ metal: event.target.checked })}
        />{' '}
        metal
      </label>
      <label className="flex items-center gap-1.5">
        <input
          type="checkbox"
          className="accent-ink"
          checked={feature.moving}
          onChange={(event) => put({ moving: event.target.checked })}
        />{' '}
        it moves
      </label>
      <Button look="danger" className="col-span-2" onClick={() => submit({ type: 'setFeature', id, feature: null })}>
        Delete {feature.name}
      </Button>
    </div>
  );
}
