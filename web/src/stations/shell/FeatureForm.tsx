import { survives } from '@young-shell/core/brief';
import { asPart, asSnapTab } from '@young-shell/core/shell';
import {
  CONTROLS,
  extentOf,
  FEATURE_KINDS,
  SIDES,
  type AxisName,
  type Feature,
  type FeatureKind,
  type FeatureShape,
} from '@young-shell/core/document';
import { guess, measured, type Measured } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { DeleteButton } from '../../ui/DeleteButton';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { TextField } from '../../ui/TextField';
import { CopiesForm } from './CopiesForm';
import { CutAwayForm } from './CutAwayForm';
import { PrismSection } from './PrismSection';

const AXIS_OPTIONS: { value: AxisName; label: string }[] = [
  { value: 'x', label: 'x, across' },
  { value: 'y', label: 'y, in depth' },
  { value: 'z', label: 'z, upright' },
];

const SHAPES: { value: FeatureShape['kind']; label: string }[] = [
  { value: 'box', label: 'box' },
  { value: 'cylinder', label: 'cylinder' },
  { value: 'prism', label: 'section drawn out' },
];

/** The same room as another shape: a box around it, a cylinder in it, a section that is that box. */
function reshaped(feature: Feature, kind: FeatureShape['kind']): FeatureShape {
  const { low, high } = extentOf(feature);
  const [w, d, h] = [0, 1, 2].map((i) => guess(Math.round((high[i]! - low[i]!) * 10) / 10)) as [
    Measured,
    Measured,
    Measured,
  ];
  const zero = measured(0, 'guess', 0);
  if (kind === 'cylinder') return { kind, axis: 'z', diameter: w.value < d.value ? w : d, length: h };
  if (kind === 'prism')
    return {
      kind,
      axis: 'x',
      length: w,
      corners: [
        { a: zero, b: zero },
        { a: d, b: zero },
        { a: d, b: h },
        { a: zero, b: h },
      ],
    };
  return { kind: 'box', width: w, depth: d, height: h };
}

/** Everything about one feature. */
export function FeatureForm({ id, feature }: { id: string; feature: Feature }) {
  const document = useAppSelector(selectDocument);
  const { shell, brief } = document;
  const { bodies } = shell;
  const submit = useSubmit();
  const put = (patch: Partial<Feature>) => submit({ type: 'setFeature', id, feature: { ...feature, ...patch } });
  const field = (label: string, path: string) => (
    <MeasuredAt label={label} path={`/shell/features/${id}/${path}`} what={`${feature.name}: ${label.toLowerCase()}`} />
  );
  const { shape } = feature;
  return (
    <div className="grid grid-cols-2 gap-2 pt-1 pb-2">
      <TextField label="Name" value={feature.name} onCommit={(name) => put({ name })} />
      <Choice
        label="What it is"
        value={feature.kind}
        options={FEATURE_KINDS.map((value) => ({ value, label: value }))}
        onChange={(kind: FeatureKind) => put(kind === 'snap tab' ? asSnapTab(document, feature) : { kind })}
      />
      {(feature.kind === 'mechanism' || feature.kind === 'other') && (
        <Choice
          label="Drawn as"
          value={feature.control ?? 'none'}
          options={[{ value: 'none', label: 'what it is' }, ...CONTROLS.map((value) => ({ value, label: value }))]}
          onChange={(control) => {
            const { control: _, ...rest } = feature;
            return submit({ type: 'setFeature', id, feature: control === 'none' ? rest : { ...rest, control } });
          }}
        />
      )}
      {shape.kind !== 'solid' && (
        <Choice
          label="Shape"
          value={shape.kind}
          options={SHAPES}
          onChange={(kind) => kind !== shape.kind && put({ shape: reshaped(feature, kind) })}
        />
      )}
      {(shape.kind === 'cylinder' || shape.kind === 'prism') && (
        <Choice
          label="Runs along"
          value={shape.axis}
          options={AXIS_OPTIONS}
          onChange={(axis) => put({ shape: { ...shape, axis } })}
        />
      )}
      {shape.kind === 'box' && (
        <>
          <span />
          {field('Width (x)', 'shape/width')}
          {field('Depth (y)', 'shape/depth')}
          {field('Height (z)', 'shape/height')}
        </>
      )}
      {shape.kind === 'cylinder' && field('Diameter', 'shape/diameter')}
      {(shape.kind === 'cylinder' || shape.kind === 'prism') && field('Length', 'shape/length')}
      {shape.kind === 'prism' && <PrismSection id={id} feature={feature} shape={shape} />}
      {shape.kind === 'solid' && (
        <p className="col-span-2 m-0 text-sm text-ink-soft">
          {shape.solid.file}: {shape.solid.cover.length} boxes, {Math.round(shape.solid.waste * 100)} % more than its
          material.
        </p>
      )}
      {field('Left end (x)', 'x')}
      {field('Front end (y)', 'y')}
      {field('Lower end (z)', 'z')}
      <Choice
        label="Belongs to"
        value={feature.body}
        options={[
          { value: 'base', label: 'the base' },
          ...Object.entries(bodies).map(([value, { name }]) => ({ value, label: name })),
        ]}
        onChange={(body) => put({ body })}
      />
      <LengthField label="Fillet at its foot" value={feature.fillet} onCommit={(fillet) => put({ fillet })} />
      <CopiesForm id={id} feature={feature} />
      <CutAwayForm id={id} feature={feature} />
      <div className="col-span-2">
        <TextField label="Why it is there, why it may go" value={feature.why} onCommit={(why) => put({ why })} />
      </div>
      <Check label="metal" checked={feature.metal} onChange={(metal) => put({ metal })} />
      <Check label="it moves" checked={feature.moving} onChange={(moving) => put({ moving })} />
      {(feature.moving || feature.kind === 'snap tab') && (
        <fieldset className="col-span-2 m-0 grid grid-cols-3 gap-1.5 border-0 p-0">
          <legend className="p-0 font-label text-sm text-ink-soft">Room it sweeps beyond itself</legend>
          {SIDES.map((side) => (
            <LengthField
              key={side}
              label={side}
              value={feature.sweep[side] ?? 0}
              onCommit={(mm) => {
                const { [side]: _, ...rest } = feature.sweep;
                return put({ sweep: mm === 0 ? rest : { ...rest, [side]: mm } });
              }}
            />
          ))}
        </fieldset>
      )}
      {!survives(brief, 'feature', id) && (
        <div className="col-span-2">
          <Button
            onClick={() => {
              const change = asPart(document, id);
              if (change) submit(change);
            }}
          >
            Make it a part of the kit
          </Button>
        </div>
      )}
      <DeleteButton
        name={feature.name}
        why={
          survives(brief, 'feature', id)
            ? 'It is on the survivor list.'
            : feature.fate === 'keep' && feature.why
              ? `It must be kept: ${feature.why}`
              : undefined
        }
        onDelete={() => submit({ type: 'setFeature', id, feature: null })}
      />
    </div>
  );
}
