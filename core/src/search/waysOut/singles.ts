import { assemble } from '../../assembly';
import { mayCut, survives } from '../../brief';
import { facesOf, nextId, type Conversion, type Part } from '../../document';
import { faceName, linkId, linksOf, nameOf } from '../../fit';
import { kindOf, partFrom, partModel } from '../../parts';
import { CABLES, LIBRARY, standardPart, type StandardPart } from '../../standards';
import { EFFORT, isLocked, type Intervention } from './way';

/** Usual heights of coolers over the board, mm (common practice, no source). */
const COOLER_HEIGHTS = [67, 47, 37, 29] as const;

/** Everything that could be done and whose amount is known: swaps, risers, an external supply, faces. */
export function interventions(document: Conversion): Intervention[] {
  const { policy } = document.brief;
  return [...risers(document), ...swaps(document), ...external(document), ...faces(document)].map((i) => ({
    ...i,
    effort: i.effort + EFFORT[i.kind][policy],
  }));
}

/** Cards flat on risers of usual lengths, where they stand now or their riser is too short. */
function risers(document: Conversion): Intervention[] {
  return Object.keys(document.kit.parts)
    .filter((id) => kindOf(document.kit.parts[id]!) === 'card' && !isLocked(document, id))
    .flatMap((card): Intervention[] => {
      const link = linksOf(document, assemble(document)).find((l) => l.kind === 'riser' && l.to.part === card);
      const board = Object.keys(document.kit.parts).find((id) => kindOf(document.kit.parts[id]!) === 'board');
      if (!board) return [];
      const id = link?.id ?? linkId(board, card, 'riser');
      const have = document.layout.cables[id]?.length;
      return CABLES.riser.lengths
        .filter((length) => length >= 100 && (have === undefined || length > have))
        .map((length) => ({
          id: `riser/${card}/${length}`,
          kind: 'riser' as const,
          label: `Lay ${nameOf(document, { kind: 'part', id: card })} flat on a ${length} mm riser`,
          price: 'one riser to buy, nothing cut for it',
          reversible: true,
          withinPolicy: true,
          effort: length / 100,
          changes: [{ type: 'setCable' as const, id, cable: { length } }],
          search: { flat: [card] },
          row: `riser/${card}`,
          nested: true as const,
          touches: [card],
        }));
    });
}

const bulk = (row: StandardPart) => {
  const d = row.dimensions;
  const v = (...keys: string[]) => keys.map((k) => d[k]?.value).find((x) => x !== undefined) ?? 1;
  return v('width', 'size', 'thickness') * v('depth', 'length', 'size') * v('height', 'thickness', 'coolerHeight');
};

/**
 * What another part of a kind costs beyond any other swap: a board brings its processor's socket, memory and cooler with
 * it. Common practice, no source.
 */
const DEARER: Readonly<Record<string, number>> = { board: 22, card: 14, supply: 6, drive: 4, radiator: 4 };

/** Smaller relatives of each part, the largest first: the least change that could help. */
function swaps(document: Conversion): Intervention[] {
  const found: Intervention[] = [];
  const hasCard = Object.values(document.kit.parts).some((part) => kindOf(part) === 'card');
  /** A board without a slot leaves the card without a place to be plugged into. */
  const takesCards = (relative: StandardPart) =>
    relative.kind !== 'board' ||
    !hasCard ||
    partModel('board', partFrom(relative, relative.name)).sockets?.slot?.length;
  for (const [id, part] of Object.entries(document.kit.parts)) {
    if (part.own || isLocked(document, id)) continue;
    const row = standardPart(part.standard)!;
    const own = bulkOf(part, row);
    const swap = (key: string, label: string, next: Part, effort: number, price: string) =>
      found.push({
        id: `swap/${id}/${key}`,
        kind: 'swap',
        label,
        price,
        reversible: true,
        withinPolicy: true,
        effort,
        changes: [{ type: 'setPart', id, part: next }],
        row: `${key.startsWith('cooler') ? 'cooler' : 'smaller'}/${id}`,
        ...(key.startsWith('cooler') ? { nested: true } : {}),
        touches: [id],
      });
    if (row.kind === 'board') {
      const cooler = part.dimensions.coolerHeight;
      if (cooler)
        for (const height of COOLER_HEIGHTS.filter((h) => h < cooler.value - 2))
          swap(
            `cooler-${height}`,
            `A ${height} mm cooler on ${part.name}`,
            { ...part, dimensions: { ...part.dimensions, coolerHeight: { ...cooler, value: height } } },
            (cooler.value - height) / 5,
            'a lower cooler to buy; louder for the same heat',
          );
    }
    const smaller = LIBRARY.filter(
      (r) => r.kind === row.kind && r.key !== row.key && bulk(r) < own * 0.98 && takesCards(r),
    )
      .sort((a, b) => bulk(b) - bulk(a))
      .slice(0, 4);
    for (const [k, relative] of smaller.entries())
      swap(
        relative.key.replace('/', '-').replace('.', '-'),
        `${relative.name} for ${part.name}`,
        { ...partFrom(relative, part.name) },
        4 + 3 * k + (DEARER[row.kind] ?? 0),
        `another ${row.kind} to buy`,
      );
    if (row.kind === 'card')
      found.push({
        id: `swap/${id}/none`,
        kind: 'swap',
        label: `Do without ${part.name}: graphics of the processor`,
        price: 'less to buy, less power, fewer pictures a second',
        reversible: true,
        withinPolicy: true,
        effort: 12,
        changes: [{ type: 'removePart', id }],
        touches: [id],
      });
  }
  return found;
}

/** Volume of a part as it is adjusted, mm³, by its row's measure. */
function bulkOf(part: Part, row: StandardPart): number {
  const dimensions = Object.fromEntries(
    Object.entries(row.dimensions).map(([key, d]) => [key, { ...d, value: part.dimensions[key]?.value ?? d.value }]),
  );
  return bulk({ ...row, dimensions });
}

/** The supply as a brick outside, a DC board on the main socket and a jack inside. */
function external(document: Conversion): Intervention[] {
  return Object.entries(document.kit.parts)
    .filter(([id, part]) => kindOf(part) === 'supply' && !isLocked(document, id))
    .map(([id, part]) => ({
      id: `external/${id}`,
      kind: 'external' as const,
      label: `${part.name} as an external brick, a DC board and its jack inside`,
      price: 'a brick, a DC board and a jack to buy; the brick lies behind the shell',
      reversible: true,
      withinPolicy: true,
      effort: 0,
      changes: [
        { type: 'removePart' as const, id },
        {
          type: 'addPart' as const,
          id: nextId(document.kit.parts, 'brick', document.spent),
          part: partFrom(standardPart('brick/dc-board')!, 'DC board'),
        },
        {
          type: 'addPart' as const,
          id: nextId(document.kit.parts, 'jack', document.spent),
          part: partFrom(standardPart('jack/dc-round')!, 'DC jack'),
        },
      ],
      touches: [id],
    }));
}

/** Faces that the brief keeps free, and those the policy protects: a way, but not within the policy. */
function faces(document: Conversion): Intervention[] {
  const { brief } = document;
  const needs = Object.entries(document.kit.parts).some(([id, part]) =>
    partModel(id, part).faces.some((f) => f.mustReachOutside),
  );
  if (!needs) return [];
  return facesOf(document.shell.hull)
    .filter((face) => face !== 'bottom' && !survives(brief, 'face', face))
    .flatMap((face): Intervention[] => {
      const blocked = brief.blockedFaces.includes(face);
      const allowed = mayCut(brief, face) || brief.policy === 'conserve';
      if (!blocked && allowed) return [];
      const name = faceName(document, face);
      return [
        {
          id: `face/${face}`,
          kind: 'face',
          label: `Let sockets and fans use the ${name}`,
          price: [
            blocked ? 'keep 60 mm free before it' : '',
            allowed ? '' : `seen from outside: not what ${brief.policy} allows`,
          ]
            .filter(Boolean)
            .join('; '),
          reversible: false,
          withinPolicy: allowed,
          effort: 0,
          changes: [
            {
              type: 'setBrief',
              brief: {
                ...(blocked ? { blockedFaces: brief.blockedFaces.filter((f) => f !== face) } : {}),
                ...(allowed ? {} : { policy: 'open' as const }),
              },
            },
          ],
        },
      ];
    });
}
