import { faceReaches, type Assembly } from '../assembly';
import { mountsOf } from '../cut';
import type { BuildItem, Conversion } from '../document';
import { holdsOf, standoffFor } from '../hold';
import { panelReport } from '../panel';
import { axisOf } from '../solid';
import { finishedFaces } from './finish/finish';
import { tiesOf } from './ties';

/** One line of the bill of materials. */
export interface BillRow {
  id: string;
  name: string;
  count: number;
  unit: '' | 'mm' | 'g';
  group: 'parts' | 'screws' | 'wire and controls' | 'finish' | 'prints';
  is: BuildItem;
  /** Minor units for all of it: what the user says, else what is usual; `guess` where it is that. */
  price: number | undefined;
  guess: boolean;
}

export interface Bill {
  rows: BillRow[];
  /** Minor units: to buy still, spent (had or ordered), come in by what is sold. */
  toBuy: number;
  spent: number;
  sold: number;
  /** Rows without any price. */
  unpriced: number;
}

/** Usual prices, minor units: a screw, a standoff, a strap, a cm² of foam tape, a metre of wire, a can, a cable tie, a guard. Common practice, no source. */
const USUAL = { screw: 8, standoff: 30, strap: 150, tape: 4, metre: 40, can: 900, tie: 20, guard: 250 };
/** A nut M4 and its washer, mm (ISO 4032, ISO 7089, from memory: 3.2 and 0.8). */
const NUT = 4;
/** Battens are so wide, mm. Common practice, no source. */
const BATTEN_WIDE = 15;
const BUY: BuildItem = { state: 'buy' };

/** Everything that the plan takes, and what of it is there. Pure. */
export function billOf(document: Conversion, assembly: Assembly): Bill {
  const rows: BillRow[] = [];
  const add = (
    id: string,
    name: string,
    count: number,
    group: BillRow['group'],
    usual?: number,
    unit: BillRow['unit'] = '',
  ) => {
    const is = document.build.items[id] ?? BUY;
    rows.push({
      id,
      name,
      count,
      unit,
      group,
      is,
      price: is.price ?? (usual === undefined ? undefined : Math.round(usual)),
      guess: is.price === undefined && usual !== undefined,
    });
  };
  for (const [id, part] of Object.entries(document.kit.parts))
    if (!part.later) add(`part.${id}`, part.name, 1, 'parts');
  const small = new Map<string, { name: string; count: number; each: number | undefined }>();
  const more = (name: string, count: number, each?: number) => {
    const id = `screw.${name.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}`;
    small.set(id, { name, count: (small.get(id)?.count ?? 0) + count, each });
  };
  for (const mount of mountsOf(document, assembly)) {
    const { chosen, count, thread } = mount;
    const { screw, area, standoff } = mount.options.find((o) => o.kind === chosen) ?? {};
    if (screw) more(`${thread.thread} × ${screw.length}`, count, USUAL.screw);
    const length = standoff === undefined ? undefined : standoffFor(standoff);
    if (length !== undefined) more(`standoff ${thread.thread} × ${length}`, count, USUAL.standoff);
    if (chosen === 'insert' || chosen === 't-nut' || chosen === 'rivet')
      more(`${chosen === 't-nut' ? 'T-nut' : chosen} ${chosen === 'rivet' ? '' : thread.thread}`.trim(), count);
    if (chosen === 'strap') more('strap', 1, USUAL.strap);
    if (chosen === 'tape') more('foam tape, cm²', Math.ceil((area ?? 0) / 100), USUAL.tape);
  }
  const holds = holdsOf(document, assembly);
  for (const { strapped } of holds.values()) if (strapped) more('strap', 1, USUAL.strap);
  for (const { kept } of Object.values(document.layout.outside ?? {})) {
    if (kept === 'strap') more('strap', 1, USUAL.strap);
    if (kept === 'hook and loop') more('hook-and-loop tape, 10 cm', 1, USUAL.strap);
  }
  for (const { id, low, high } of assembly.parts) {
    const { battens } = holds.get(id)!;
    if (battens !== undefined)
      more(
        `batten, ${battens} × ${BATTEN_WIDE} mm, ${Math.ceil(Math.max(high[0] - low[0], high[1] - low[1]))} mm long`,
        2,
      );
  }
  const tied = tiesOf(document, assembly);
  if (tied > 0) more('cable tie with a base', tied, USUAL.tie);
  // A fan outside: its frame, the wall, a nut inside.
  for (const part of assembly.outer)
    for (const { face, wall } of faceReaches(assembly, part)) {
      const axis = axisOf(part.placement.rear);
      const through = part.high[axis] - part.low[axis] + (wall?.thickness ?? 0) + NUT;
      const count = face.cuts.filter((c) => c.kind === 'drill').length;
      const across = Math.max(...[0, 1, 2].map((i) => part.high[i]! - part.low[i]!));
      more(`fan guard, ${Math.round(across)} mm`, 1, USUAL.guard);
      if (count > 0) more(`M4 × ${5 * Math.ceil(through / 5)}, nut and washer`, count, USUAL.screw);
    }
  // What was riveted or glued is shut with something new.
  for (const body of Object.values(document.shell.bodies))
    for (const { kind, count, was } of body.closures) {
      if (kind === 'rivet') more('rivet', count);
      if (kind === 'glue') more('glue, tube', 1);
      // What took the place of what it was shut with.
      if (was === undefined || was === kind) continue;
      if (kind === 'screw' && was === 'rivet') more('rivet nut M4', count);
      if (kind === 'screw') more('M4 × 10', count, USUAL.screw);
      if (kind === 'magnet') more('magnet with plate, 10 mm', count);
    }
  for (const [id, { name, count, each }] of small)
    add(id, name, count, 'screws', each === undefined ? undefined : count * each);
  const { matched, harness } = panelReport(document, assembly);
  const bought = new Map<string, { name: string; count: number; cost: number }>();
  for (const { way } of matched.controls)
    for (const { what, count, cost } of way?.parts ?? []) {
      const id = `small.${what.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}`;
      const known = bought.get(id);
      // One controller serves all.
      if (known && what === 'USB microcontroller board') continue;
      bought.set(id, { name: what, count: (known?.count ?? 0) + count, cost: (known?.cost ?? 0) + cost });
    }
  for (const [id, { name, count, cost }] of bought) add(id, name, count, 'wire and controls', cost);
  const wire = new Map<string, { name: string; mm: number }>();
  for (const { colour, gauge, length } of harness.rows) {
    const id = `wire.${gauge}-${colour.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}`;
    const known = wire.get(id) ?? { name: `wire, AWG ${gauge}, ${colour}`, mm: 0 };
    known.mm += length;
    wire.set(id, known);
  }
  for (const [id, { name, mm }] of wire) add(id, name, mm, 'wire and controls', (mm / 1000) * USUAL.metre, 'mm');
  // Cans of one kind serve all faces that take it.
  const cans = new Map<string, { name: string; used: number }>();
  for (const face of finishedFaces(document, assembly))
    for (const { what, used } of face.cans) {
      const id = `can.${what.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}`;
      cans.set(id, { name: what, used: (cans.get(id)?.used ?? 0) + used });
    }
  for (const [id, { name, used }] of cans) {
    const count = Math.max(1, Math.ceil(used - 1e-9));
    add(id, `${name}, can`, count, 'finish', count * USUAL.can);
  }
  const sum = (of: BillRow['is']['state'][]) =>
    rows.reduce((s, r) => s + (of.includes(r.is.state) ? (r.price ?? 0) : 0), 0);
  return {
    rows,
    toBuy: sum(['buy']),
    spent: sum(['have', 'ordered']),
    sold: sum(['sold']),
    unpriced: rows.filter((r) => r.price === undefined && r.is.state !== 'have').length,
  };
}
