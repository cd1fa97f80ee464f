import { featureSolids, hullModel, type Solid } from '../assembly';
import { applyChange, lidOf, ringOf, type Change, type Conversion, type Feature } from '../document';
import type { Finding, Remedy } from '../findings';

/** What lies nearer than this touches: features are measured to so much, mm. */
const SLACK = 3;

/** What a feature consists of once it is cut, where the shell has it; room that is only swept is none of it. */
function piecesOf({ shell }: Conversion, id: string, feature: Feature): Solid[] {
  const lift = feature.body === lidOf(shell)?.id ? (ringOf(shell)?.height.value ?? 0) : 0;
  const solids = featureSolids(id, feature).filter((s) => !s.swept);
  if (lift === 0) return solids;
  return solids.map((s) => ({
    ...s,
    shape: {
      ...s.shape,
      low: [s.shape.low[0], s.shape.low[1], s.shape.low[2] + lift],
      high: [s.shape.high[0], s.shape.high[1], s.shape.high[2] + lift],
    },
  }));
}

const touch = ({ shape: a }: Solid, { shape: b }: Solid) =>
  [0, 1, 2].every((i) => a.low[i]! <= b.high[i]! + SLACK && a.high[i]! >= b.low[i]! - SLACK);

/** Does a solid touch a wall of the shell? */
function onWall(walls: ReturnType<typeof hullModel>['walls'], { shape: { low, high } }: Solid): boolean {
  return walls.some((w) => {
    const least = [0, 1, 2].reduce((sum, i) => sum + w.normal[i]! * (w.normal[i]! > 0 ? low[i]! : high[i]!), 0);
    return least - w.offset < SLACK;
  });
}

/** Those of some pieces that hang together with a wall. */
function borne(document: Conversion, pieces: readonly Solid[]): Set<Solid> {
  const { walls } = hullModel(document.shell);
  const found = new Set(pieces.filter((p) => onWall(walls, p)));
  const queue = [...found];
  for (let next = queue.pop(); next; next = queue.pop())
    for (const other of pieces)
      if (!found.has(other) && touch(next, other)) {
        found.add(other);
        queue.push(other);
      }
  return found;
}

/** A feature, or a piece of one, that was held and is held no longer. */
export interface Unheld {
  id: string;
  /** Only a piece of it: the box of it. */
  piece?: Solid;
  /** The features that held it and are removed or cut. */
  by: string[];
}

/**
 * What loses its hold as features are removed or cut: what hung together with a wall while they were whole, and does so no
 * longer. What hung on nothing before is not told here.
 */
export function unheldOf(document: Conversion): Unheld[] {
  const { features } = document.shell;
  const cut = Object.entries(features).filter(([, f]) => f.fate === 'removed' || (f.cutAway?.length ?? 0) > 0);
  if (cut.length === 0) return [];
  const whole = Object.entries(features).flatMap(([id, f]) => piecesOf(document, id, { ...f, cutAway: [] }));
  const heldWhole = borne(document, whole);
  const held = new Set([...heldWhole].map((s) => s.owner));
  const left = Object.entries(features)
    .filter(([, f]) => f.fate !== 'removed')
    .flatMap(([id, f]) => piecesOf(document, id, f));
  const stillHeld = borne(document, left);
  const hanging = left.filter((p) => !stillHeld.has(p) && held.has(p.owner));
  const found: Unheld[] = [];
  for (const id of new Set(hanging.map((p) => p.owner))) {
    const pieces = hanging.filter((p) => p.owner === id);
    const all = left.filter((p) => p.owner === id).length;
    const by = cut
      .map(([other]) => other)
      .filter((other) =>
        other === id
          ? true
          : piecesOf(document, other, { ...features[other]!, cutAway: [] }).some((s) =>
              pieces.some((p) => touch(s, p)),
            ),
      );
    found.push(pieces.length < all ? { id, piece: pieces[0]!, by } : { id, by });
  }
  return found;
}

/** `62 × 12 × 9.5 mm`. */
export const sizeWords = (sizes: readonly number[]): string =>
  `${sizes.map((v) => Math.round(v * 10) / 10).join(' × ')} mm`;

const UNHELD = 'shell/unheld/';

/** What falls out once what held it is cut away. */
export const unheldFindings = (document: Conversion): Finding[] =>
  unheldOf(document).map(({ id, piece, by }) => {
    const { features } = document.shell;
    const { name } = features[id]!;
    const others = by.filter((other) => other !== id).map((other) => features[other]!.name);
    const size = piece && sizeWords([0, 1, 2].map((i) => piece.shape.high[i]! - piece.shape.low[i]!));
    return {
      id: `${UNHELD}${id}`,
      station: 'shell',
      verdict: 'warn',
      sentence: piece
        ? `A piece of ${name}, ${size}, hangs on nothing once the rest is cut away: it falls out.`
        : others.length > 0
          ? `${others.join(' and ')} held ${name}, and ${others.length > 1 ? 'are' : 'is'} cut away: nothing else of the shell holds it.`
          : `${name} hangs on nothing once it is cut.`,
      brief: `${name} loses its hold`,
      figures: [],
      about: [
        { kind: 'feature' as const, id },
        ...by.filter((o) => o !== id).map((o) => ({ kind: 'feature' as const, id: o })),
      ],
      mayHaveRemedies: true,
    };
  });

/** What is wrong with what is cut out of features: it misses them, or they must be kept. */
export const cutAwayFindings = (document: Conversion): Finding[] =>
  Object.entries(document.shell.features).flatMap(([id, feature]) => {
    const { name, cutAway = [], fate } = feature;
    if (cutAway.length === 0 || fate === 'removed') return [];
    const base = { station: 'shell' as const, figures: [], about: [{ kind: 'feature' as const, id }] };
    const whole = featureSolids(id, { ...feature, cutAway: [] });
    const missing = cutAway.flatMap((block, i) => {
      const same = featureSolids(id, { ...feature, cutAway: [block] });
      return same.length === whole.length && same.every((s, k) => sameShape(s, whole[k]!)) ? [i + 1] : [];
    });
    const findings: Finding[] = [];
    if (missing.length > 0)
      findings.push({
        ...base,
        id: `shell/cut-away/${id}/misses`,
        verdict: 'warn',
        sentence: `What is to be cut out of ${name} (${missing.map((n) => `block ${n}`).join(', ')}) does not meet it. Its place counts from the outer left, front and lower corner of the shell, as that of ${name} does.`,
        brief: `cut misses ${name}`,
      });
    else if (featureSolids(id, feature).every((s) => s.swept))
      findings.push({
        ...base,
        id: `shell/cut-away/${id}/all`,
        verdict: 'note',
        sentence: `Nothing of ${name} is left once it is cut: say that it is removed.`,
        brief: `nothing left of ${name}`,
        mayHaveRemedies: true,
      });
    if (fate === 'keep' || fate === 'out')
      findings.push({
        ...base,
        id: `shell/cut-away/${id}/kept`,
        verdict: 'stop',
        sentence: `${name} ${fate === 'keep' ? 'must be kept' : 'goes back'}, and ${cutAway.length === 1 ? 'a block is' : `${cutAway.length} blocks are`} to be cut out of it.`,
        brief: `${name} kept and cut`,
        mayHaveRemedies: true,
      });
    return findings;
  });

const sameShape = ({ shape: a }: Solid, { shape: b }: Solid) =>
  a.kind === b.kind && [0, 1, 2].every((i) => a.low[i] === b.low[i] && a.high[i] === b.high[i]);

/** Ways out of what this file says, each tried on the plan: it is not said any more, and no other thing loses its hold. */
export function restRemedies(document: Conversion, { id: said, about }: Finding): Remedy[] {
  const id = about[0]?.id;
  const feature = id === undefined ? undefined : document.shell.features[id];
  if (!feature) return [];
  const { name, why } = feature;
  const ways: Remedy[] = [];
  const mayGo: Remedy = {
    id: 'remove',
    label: `Take ${name} out, too`,
    price: `cut from the shell, not reversible${why ? `; ${why}` : ''}`,
    change: { type: 'setFate', id: id!, fate: 'removed' },
  };
  if (said.startsWith(UNHELD)) {
    for (const { id: other } of about.slice(1)) {
      const held = document.shell.features[other]!;
      ways.push({
        id: `keep-${other}`,
        label: `Leave ${held.name} as it was`,
        price: 'it stands in the way again',
        change: all(`${held.name} as it was`, [
          { type: 'setCutAway', id: other, blocks: [] },
          ...(held.fate === 'removed' ? [{ type: 'setFate' as const, id: other, fate: 'cut' as const }] : []),
        ]),
      });
    }
    if (feature.fate === 'cut') ways.push(mayGo);
  } else if (said.endsWith('/all')) ways.push(mayGo);
  else if (said.endsWith('/kept')) {
    ways.push({
      id: 'whole',
      label: `Leave ${name} whole`,
      price: 'what is to be cut out of it stays',
      change: { type: 'setCutAway', id: id!, blocks: [] },
    });
    ways.push({
      id: 'may-cut',
      label: `${name} may be cut`,
      price: `not reversible${why ? `; ${why}` : ''}`,
      change: { type: 'setFate', id: id!, fate: 'cut' },
    });
  }
  const before = new Set(saidOf(document));
  return ways.filter(({ change }) => {
    const after = saidOf(applyChange(document, change).document);
    return !after.includes(said) && after.every((f) => before.has(f));
  });
}

const saidOf = (document: Conversion) => [...unheldFindings(document), ...cutAwayFindings(document)].map((f) => f.id);
const all = (what: string, changes: Change[]): Change => ({ type: 'all', what, changes });
