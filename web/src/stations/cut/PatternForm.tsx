import { proposeVents, fingerLimit, leastWeb, type VentProposal } from '@young-shell/core/cut';
import { materialOf, wallOf } from '@young-shell/core/assembly';
import type { OwnOpening, VentPattern } from '@young-shell/core/document';
import { countOf, unitWord, type LengthUnit, formatArea, formatLength, MM_PER_INCH } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';

const KINDS: readonly { value: VentPattern['kind']; label: string; start: VentPattern }[] = [
  { value: 'holes', label: 'round holes', start: { kind: 'holes', diameter: 6, pitch: 11, array: 'hexagonal' } },
  { value: 'slots', label: 'slots', start: { kind: 'slots', width: 5, length: 40, across: 46, up: 11 } },
  { value: 'honeycomb', label: 'honeycomb', start: { kind: 'honeycomb', across: 8, web: 5 } },
  { value: 'grille', label: 'a grille or mesh', start: { kind: 'grille', free: 0.6, from: 'bought' } },
  { value: 'open', label: 'nothing: open', start: { kind: 'open' } },
];

/** What is left standing in an opening, what it lets through, and how to get a wanted free area. */
export function PatternForm({ id, own }: { id: string; own: OwnOpening }) {
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const air = useAppSelector(selectAssessment).reports.cut.air[id];
  const put = (patch: Partial<OwnOpening>) => submit({ type: 'setCutOpening', id, opening: { ...own, ...patch } });
  const { pattern } = own;
  const pat = (next: VentPattern) => put({ pattern: next });
  return (
    <div className="grid grid-cols-2 gap-2 border-l-4 border-line-strong pl-2">
      <Choice
        label="Left standing"
        value={pattern.kind}
        options={KINDS}
        onChange={(kind) => pat(KINDS.find((k) => k.value === kind)!.start)}
      />
      {pattern.kind === 'holes' && (
        <>
          <Choice
            label="Array"
            value={pattern.array}
            options={[
              { value: 'hexagonal', label: 'hexagonal' },
              { value: 'square', label: 'square' },
            ]}
            onChange={(array) => pat({ ...pattern, array })}
          />
          <LengthField
            label="Hole"
            value={pattern.diameter}
            least={0.5}
            most={60}
            onCommit={(diameter) => pat({ ...pattern, diameter })}
          />
          <LengthField
            label="Pitch"
            value={pattern.pitch}
            least={0.6}
            most={200}
            onCommit={(pitch) => pat({ ...pattern, pitch })}
          />
        </>
      )}
      {pattern.kind === 'slots' && (
        <>
          <LengthField
            label="Slot width"
            value={pattern.width}
            least={0.5}
            most={60}
            onCommit={(width) => pat({ ...pattern, width })}
          />
          <LengthField
            label="Slot length"
            value={pattern.length}
            least={1}
            most={500}
            onCommit={(length) => pat({ ...pattern, length })}
          />
          <LengthField
            label="Pitch across"
            value={pattern.across}
            least={1}
            most={600}
            onCommit={(across) => pat({ ...pattern, across })}
          />
          <LengthField
            label="Pitch up"
            value={pattern.up}
            least={0.6}
            most={200}
            onCommit={(up) => pat({ ...pattern, up })}
          />
        </>
      )}
      {pattern.kind === 'honeycomb' && (
        <>
          <LengthField
            label="Across flats"
            value={pattern.across}
            least={1}
            most={60}
            onCommit={(across) => pat({ ...pattern, across })}
          />
          <LengthField
            label="Web"
            value={pattern.web}
            least={0.2}
            most={40}
            onCommit={(web) => pat({ ...pattern, web })}
          />
        </>
      )}
      {pattern.kind === 'grille' && (
        <>
          <NumberField
            label="Free share by its sheet, %"
            value={Math.round(pattern.free * 100)}
            least={5}
            most={100}
            onCommit={(percent) => pat({ ...pattern, free: percent / 100 })}
          />
          <Choice
            label="From"
            value={pattern.from}
            options={[
              { value: 'bought', label: 'bought' },
              { value: 'mesh', label: 'mesh' },
              { value: 'removed piece', label: 'cut from the piece that came out' },
            ]}
            onChange={(from) => pat({ ...pattern, from })}
          />
        </>
      )}
      {air && (
        <p className="col-span-2 m-0">
          <strong className="figure text-xl">{formatArea(air.free, unit)}</strong> free
          <span className="text-sm text-ink-soft">
            {' '}
            of {formatArea(air.gross, unit)} ({Math.round((100 * air.free) / air.gross)} %)
            {air.holes > 0 ? `, ${countOf(air.holes, 'hole')}` : ''}; loss ζ{' '}
            {Number.isFinite(air.zeta) ? (air.zeta < 100 ? air.zeta.toFixed(1) : Math.round(air.zeta)) : '—'} on its
            whole area
          </span>
        </p>
      )}
      <Wanted id={id} own={own} unit={unit} />
    </div>
  );
}

/** From a free area that is wanted to patterns that give it. */
function Wanted({ id, own, unit }: { id: string; own: OwnOpening; unit: LengthUnit }) {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const submit = useSubmit();
  const [wanted, setWanted] = useState(2000);
  const one = unit === 'mm' ? 100 : MM_PER_INCH ** 2;
  const [ways, setWays] = useState<VentProposal[]>();
  const find = () => {
    const frame = assembly.hull.frames.find((f) => f.face === own.face)!;
    const web = leastWeb(materialOf(document, assembly.hull, own.face), wallOf(assembly.hull, own.face)!.thickness);
    const most = ([0, 1] as const).map((i) => Math.max(...frame.outline.map((p) => p[i])) - 2 * web) as [
      number,
      number,
    ];
    setWays(proposeVents(wanted, web, fingerLimit(false), [Math.min(most[0], 240), Math.min(most[1], 160)]));
  };
  return (
    <div className="col-span-2 grid gap-1.5">
      <div className="grid grid-cols-[1fr_auto] items-end gap-2">
        <NumberField
          label={`Wanted free area, ${unit === 'mm' ? 'cm²' : 'in²'}`}
          value={Number((wanted / one).toFixed(2))}
          least={0.1}
          most={2000}
          onCommit={(v) => void setWanted(v * one)}
        />
        <Button onClick={find}>Patterns for it</Button>
      </div>
      {ways?.length === 0 && (
        <p className="m-0 text-sm text-stop" role="status">
          No pattern gives that much on this face: take two, or a grille.
        </p>
      )}
      {ways && ways.length > 0 && (
        <ul className="m-0 list-none p-0" aria-label="Patterns for the wanted area">
          {ways.map((way) => (
            <li
              key={`${way.pattern.kind}${way.width}${way.height}`}
              className="flex items-center gap-2 border-t border-line py-1"
            >
              <span className="flex-1 leading-tight">
                {way.air.holes} {describe(way.pattern, unit)}
                <span className="block text-sm text-ink-soft">
                  {formatLength(way.width, unit)} × {formatLength(way.height, unit)} {unitWord(unit)},{' '}
                  {formatArea(way.air.free, unit)}, about {way.minutes} min
                </span>
              </span>
              <Button
                onClick={() =>
                  submit({
                    type: 'setCutOpening',
                    id,
                    opening: {
                      ...own,
                      pattern: way.pattern,
                      shape: { kind: 'rectangle', width: way.width, height: way.height, radius: 0 },
                    },
                  })
                }
              >
                Use
              </Button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function describe(pattern: VentPattern, unit: LengthUnit): string {
  const l = (mm: number) => formatLength(mm, unit);
  switch (pattern.kind) {
    case 'holes':
      return `holes ø ${l(pattern.diameter)}, pitch ${l(pattern.pitch)}, ${pattern.array}`;
    case 'slots':
      return `slots ${l(pattern.width)} × ${l(pattern.length)}`;
    case 'honeycomb':
      return `hexagons ${l(pattern.across)} across`;
    default:
      return pattern.kind;
  }
}
