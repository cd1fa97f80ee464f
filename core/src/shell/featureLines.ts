import { assemble, type Assembly } from '../assembly';
import {
  axisIndex,
  feature,
  FEATURE_KINDS,
  nextId,
  type AxisName,
  type Change,
  type Conversion,
  type Feature,
  type FeatureKind,
  type FeatureShape,
} from '../document';
import { measured, parseLength, type LengthUnit } from '../quantity';
import type { Vec3 } from '../solid';

/** So many lines are taken at once. */
const MOST_LINES = 200;
/** Free places are looked for in steps of so much, mm. */
const STEP = 10;

/** What lines of text make: features with their ids, or what is wrong in which line. */
export type FromLines = { features: { id: string; feature: Feature }[]; change: Change } | { wrong: string };

/**
 * Features by lines of text, one a line: `rib 200×12×18 on lid`, `boss ø8×12 at 40 60 3`, `rib 60×6×20 ×4 every 40 along y`;
 * or rows of a table, left, front, lower end and three sizes, with a kind or a name before them if there is one:
 * `rib 20 30 3 60 6 20`. Without a place they land where nothing stands yet.
 * @param unit of bare numbers
 */
export function featuresFromLines(text: string, document: Conversion, unit: LengthUnit = 'mm'): FromLines {
  const lines = text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== '' && !/^[#/]/.test(line));
  if (lines.length === 0) return { wrong: 'Nothing is written; a line would be: rib 200×12×18 on lid.' };
  if (lines.length > MOST_LINES) return { wrong: `${lines.length} lines; enter ${MOST_LINES} at once at most.` };
  const found: { id: string; feature: Feature }[] = [];
  let shell = document.shell;
  for (const [i, line] of lines.entries()) {
    const there: Conversion = { ...document, shell };
    const made = fromLine(line, there, unit);
    if (typeof made === 'string') {
      // A table's head is no row of it.
      if (i === 0 && lines.length > 1 && !/\d/.test(line)) continue;
      return { wrong: lines.length > 1 ? `Line ${i + 1}, “${shortened(line)}”: ${made}` : made };
    }
    const id = nextId(shell.features, made.kind.replace(' ', '-'), document.spent);
    const named: Feature = { ...made, name: made.name || `${capital(made.kind)} ${id.split('-').at(-1)}` };
    found.push({ id, feature: named });
    shell = { ...shell, features: { ...shell.features, [id]: named } };
  }
  if (found.length === 0) return { wrong: 'No line has sizes; one would be: rib 200×12×18 on lid.' };
  const changes = found.map(({ id, feature: of }): Change => ({ type: 'setFeature', id, feature: of }));
  return {
    features: found,
    change:
      changes.length === 1 ? changes[0]! : { type: 'all', what: `${found.length} features by their lines`, changes },
  };
}

const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
const shortened = (line: string) => (line.length > 40 ? `${line.slice(0, 39)}…` : line);

const NUMBER = String.raw`[-+]?\d+(?:[.,]\d+)?(?:\s*(?:mm|cm|in|"|″))?`;
const SIZES = new RegExp(String.raw`(${NUMBER})\s*[×x*]\s*(${NUMBER})\s*[×x*]\s*(${NUMBER})`, 'i');
const ROUND = new RegExp(String.raw`[øØ⌀d]\s*(${NUMBER})\s*[×x*]\s*(${NUMBER})`, 'i');
const AT = new RegExp(String.raw`\bat\s+(${NUMBER})[\s,;]+(${NUMBER})(?:[\s,;]+(${NUMBER}))?`, 'i');
const ROW = new RegExp(String.raw`[×x*]\s*(\d+)\s+every\s+(${NUMBER})(?:\s+along\s+([xyz]))?`, 'i');

/** A feature by one line, still without a name where it has none; or what is wrong with it. */
function fromLine(line: string, document: Conversion, unit: LengthUnit): Feature | string {
  return fromRow(line, document, unit) ?? fromWords(line, document, unit);
}

/** Six numbers, left, front and lower end and three sizes, behind a kind or a name if any; undefined for other lines. */
function fromRow(line: string, document: Conversion, unit: LengthUnit): Feature | string | undefined {
  const [, words = '', rest = ''] = /^([^\d\t;+-]*)(.*)$/.exec(line) ?? [];
  const cells = (/[\t;]/.test(rest) ? rest.split(/[\t;]/) : rest.split(/,?\s+|,(?=\D)/))
    .map((c) => c.trim())
    .filter((c) => c !== '');
  if (cells.length !== 6 || !cells.every((c) => new RegExp(`^${NUMBER}$`, 'i').test(c))) return undefined;
  const numbers = cells.map((c) => lengthOf(c, unit));
  const wrong = numbers.findIndex((v) => !Number.isFinite(v));
  if (wrong >= 0) return `“${cells[wrong]}” is no length.`;
  const [x, y, z, w, d, h] = numbers as [number, number, number, number, number, number];
  return made(
    words,
    { kind: 'box', width: by(w), depth: by(d), height: by(h) },
    [w, d, h],
    [x, y, z],
    'base',
    document,
  );
}

function fromWords(line: string, document: Conversion, unit: LengthUnit): Feature | string {
  let rest = line;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    const found = pattern.exec(rest);
    if (found) rest = rest.replace(found[0], ' ');
    return found;
  };
  const row = take(ROW);
  const box = take(SIZES);
  const round = box ? null : take(ROUND);
  const at = take(AT);
  const on = take(/\b(?:on|in)\s+(.+?)\s*$/i);
  if (!box && !round)
    return `it has no sizes; write width × depth × height, such as rib 200×12×18, or ø8×12 for something round.`;
  const lengths = [...(box ?? round)!].slice(1).map((text) => lengthOf(text, unit));
  const bad = lengths.findIndex((v) => !(v > 0 && v <= 5000));
  if (bad >= 0) return `“${(box ?? round)![bad + 1]}” is no size; enter more than 0 and up to 5000 mm.`;
  const body = on ? bodyNamed(on[1]!, document) : 'base';
  if (body === undefined) {
    const names = Object.values(document.shell.bodies).map((b) => b.name || b.kind);
    return `the shell has no “${on![1]}”; ${names.length > 0 ? `it has ${names.join(', ')}` : 'nothing of it comes off yet'}.`;
  }
  const size: Vec3 = box ? (lengths as Vec3) : [lengths[0]!, lengths[0]!, lengths[1]!];
  const shape: FeatureShape = box
    ? { kind: 'box', width: by(size[0]), depth: by(size[1]), height: by(size[2]) }
    : { kind: 'cylinder', axis: 'z', diameter: by(size[0]), length: by(size[2]) };
  const place = at
    ? ([1, 2, 3].map((i) => (at[i] === undefined ? undefined : lengthOf(at[i], unit))) as (number | undefined)[])
    : undefined;
  const copies = rowOfCopies(row, unit);
  if (typeof copies === 'string') return copies;
  const one = made(rest, shape, size, place, body, document);
  return typeof one === 'string' ? one : { ...one, copies };
}

function rowOfCopies(row: RegExpExecArray | null, unit: LengthUnit): Feature['copies'] | string {
  if (!row) return null;
  const count = Number(row[1]);
  const pitch = lengthOf(row[2]!, unit);
  if (!(count >= 2 && count <= 60)) return `${row[1]} in a row; enter 2 to 60.`;
  if (!(pitch > 0)) return `“${row[2]}” is no distance from one to the next.`;
  return { kind: 'row', axis: (row[3]?.toLowerCase() ?? 'x') as AxisName, count, pitch: by(pitch) };
}

const by = (value: number) => measured(Math.round(value * 1000) / 1000, 'guess');

function lengthOf(text: string, unit: LengthUnit): number {
  try {
    return parseLength(text.trim(), unit);
  } catch {
    return Number.NaN;
  }
}

/** A body by its id, its name or what it is. */
function bodyNamed(words: string, { shell }: Conversion): string | undefined {
  const wanted = words
    .toLowerCase()
    .replace(/^the\s+/, '')
    .trim();
  if (['base', 'floor', 'shell', 'bottom'].includes(wanted)) return 'base';
  return Object.entries(shell.bodies).find(([id, b]) => [id, b.name.toLowerCase(), b.kind].includes(wanted))?.[0];
}

/** The kind is the first word that is one; what else is written is the name. */
function kindAndName(words: string): { kind: FeatureKind; name: string } {
  const text = words
    .replace(/[,;:]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  const kind = FEATURE_KINDS.find((k) => new RegExp(`(^|\\s)${k}s?($|\\s)`, 'i').test(text));
  if (!kind) return { kind: 'other', name: capital(text) };
  const name = text.replace(new RegExp(`(^|\\s)${kind}s?($|\\s)`, 'i'), ' ').trim();
  return { kind, name: name === '' ? '' : capital(name) };
}

function made(
  words: string,
  shape: FeatureShape,
  size: Vec3,
  place: readonly (number | undefined)[] | undefined,
  body: string,
  document: Conversion,
): Feature | string {
  const wrong = size.find((v) => !(v > 0 && v <= 5000));
  if (wrong !== undefined) return `${wrong} mm is no size; enter more than 0 and up to 5000 mm.`;
  const { kind, name } = kindAndName(words);
  const outside = kind === 'thing outside';
  const least = outside ? -5000 : 0;
  const off = place?.find((v) => v !== undefined && !(v >= least && v <= 5000));
  if (off !== undefined) return `${off} mm is no place; places count from the outer corner, ${least} to 5000 mm.`;
  const free = outside ? behindShell(assemble(document)) : freePlace(document, size, body);
  const [x, y, z] = [0, 1, 2].map((i) => by(place?.[i] ?? free[i]!)) as [
    ReturnType<typeof by>,
    ReturnType<typeof by>,
    ReturnType<typeof by>,
  ];
  return feature(name.slice(0, 80), shape, [x, y, z], {
    kind,
    body,
    ...(kind === 'mechanism' ? { moving: true } : {}),
    ...(['rib', 'boss', 'shelf', 'rivet'].includes(kind) ? { fate: 'cut' as const } : {}),
  });
}

/** Behind the shell, as far as a wall may be that it stands before, mm. Common practice, no source. */
export const behindShell = ({ hull }: Assembly): Vec3 => [hull.low[0], hull.high[1] + 50, hull.low[2]];

/** A place on the floor, or under the top for what is on a lid, where neither a feature nor a part stands; else the corner. */
export function freePlace(document: Conversion, size: Vec3, body: string): Vec3 {
  const assembly = assemble(document);
  const { innerLow, innerHigh } = assembly.hull;
  const cut = document.shell.bodies[body]?.cut;
  const hangs = cut?.kind === 'plane' && cut.side === 'above' && axisIndex(cut.axis) === 2;
  const z = hangs ? innerHigh[2] - size[2] : innerLow[2];
  const taken = solidsOf(assembly);
  for (let y = innerLow[1]; y + size[1] <= innerHigh[1] + 1e-6; y += STEP)
    for (let x = innerLow[0]; x + size[0] <= innerHigh[0] + 1e-6; x += STEP) {
      const [low, high] = [
        [x, y, z],
        [x + size[0], y + size[1], z + size[2]],
      ] as const;
      if (!taken.some((s) => [0, 1, 2].every((i) => s.low[i]! < high[i]! && s.high[i]! > low[i]!))) return [x, y, z];
    }
  return [innerLow[0], innerLow[1], z];
}

const solidsOf = ({ features, parts }: Assembly) =>
  [...features, ...parts.flatMap((p) => p.solids.filter((s) => s.role === 'body'))].map((s) => s.shape);
