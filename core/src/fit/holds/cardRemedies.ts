import { assemble, faceReaches, type Assembly, type PlacedPart } from '../../assembly';
import { mayCut } from '../../brief';
import { applyChange, nextId, type Change, type Conversion, type Made } from '../../document';
import type { Finding, Remedy } from '../../findings';
import { holdsOf } from '../../hold';
import { partMade } from '../../kit';
import type { Axis, Vec3 } from '../../solid';
import { assessFit } from '../assess';
import { mm } from '../words';
import { bracketBody, CARD_ENDS, farEnd } from './cardFindings';

/** So deep a block under the far end is, mm. Common practice, no source. */
const BLOCK_DEPTH = 20;

/** What helps a card that is held at one end, each tried: it is not said any more, and nothing new stops or hangs. */
export function cardRemedies(document: Conversion, finding: Finding): Remedy[] {
  const assembly = assemble(document);
  const part = assembly.parts.find((p) => p.id === finding.about[0]?.id);
  if (!part) return [];
  const ideas: Remedy[] = [];
  if (finding.id.endsWith('/bracket-body')) ideas.push(...standingWall(document, assembly, part));
  if (finding.id.endsWith('/far-end')) ideas.push(...blockUnder(document, assembly, part));
  if (!finding.id.endsWith('/bracket-body')) ideas.push(...strapOver(document, part));
  const grave = (d: Conversion) =>
    assessFit(d, assemble(d)).findings.filter(
      (f) => f.verdict === 'stop' || f.id.endsWith('/held') || CARD_ENDS.test(f.id),
    );
  const before = new Set(grave(document).map((f) => f.id));
  return ideas.filter(({ change }) => {
    const after = grave(applyChange(document, change).document);
    return after.every((f) => before.has(f.id) && f.id !== finding.id);
  });
}

/** A strap over it, where something is near that it can go to. */
function strapOver(document: Conversion, part: PlacedPart): Remedy[] {
  const change: Change = { type: 'setMount', part: part.id, mount: { kind: 'strap' } };
  const next = applyChange(document, change).document;
  const to = holdsOf(next, assemble(next)).get(part.id)?.strapped;
  if (!to) return [];
  return [
    { id: 'strap', label: `Strap ${part.part.name} to ${to.name}`, price: 'a strap to buy; nothing cut', change },
  ];
}

/** The wall with the bracket stays standing when its cover comes off. */
function standingWall(document: Conversion, assembly: Assembly, part: PlacedPart): Remedy[] {
  const id = bracketBody(document, assembly, part);
  const body = id === undefined ? undefined : document.shell.bodies[id];
  const face = faceReaches(assembly, part).find((r) => r.face.id === 'bracket')?.wall?.face;
  if (!body || body.cut.kind !== 'plane' || face === undefined || document.brief.policy === 'conserve') return [];
  if (!mayCut(document.brief, face)) return [];
  const name = body.name || body.kind;
  return [
    {
      id: 'keeps',
      label: `Part the ${face} wall from ${name}: it stays standing`,
      price: `a cut along the edge of ${name}; the wall is screwed to the rest`,
      change: {
        type: 'setBody',
        id: id!,
        body: { ...body, cut: { ...body.cut, keeps: [...(body.cut.keeps ?? []), face] } },
      },
    },
  ];
}

/** A block under the far end, on what is below it. */
function blockUnder(document: Conversion, assembly: Assembly, part: PlacedPart): Remedy[] {
  const far = farEnd(document, assembly, part);
  if (!far?.nearest || far.nearest.distance < 3) return [];
  const { axis, away, sign, points, nearest } = far;
  const beside: Axis = axis === 0 ? 1 : 0;
  const reach = points.map((p) => p[beside]);
  const [from, to] = [Math.min(...reach), Math.max(...reach)];
  const edge = points.reduce(
    (best, p) => (Math.abs(p[axis] - away) < Math.abs(best - away) ? p[axis] : best),
    Infinity,
  );
  const low: Vec3 = [0, 0, points[0]![2] - nearest.distance];
  low[axis] = sign > 0 ? edge : edge - BLOCK_DEPTH;
  low[beside] = from;
  const size: Record<number, number> = { [axis]: BLOCK_DEPTH, [beside]: Math.max(8, to - from) };
  const height = round(nearest.distance);
  const made: Made = {
    kind: 'stand',
    width: round(size[0]!),
    depth: round(size[1]!),
    height,
    thickness: 3,
    foot: 'block',
    material: 'wood',
  };
  const id = nextId(document.kit.parts, 'stand', document.spent);
  const { on } = part.placement;
  const add: Change = {
    type: 'addPart',
    id,
    part: partMade(made, `Block under ${part.part.name}`),
    placement: {
      ...{ x: round(low[0]), y: round(low[1]), z: round(low[2]), rear: 'rear', top: 'top', locked: false },
      ...(on === undefined ? {} : { on }),
    },
  };
  // Under a policy that leaves the wall whole it is taped down.
  const whole = nearest.support.kind === 'wall' && !mayCut(document.brief, nearest.support.id);
  const change: Change = whole
    ? {
        type: 'all',
        what: `block under ${part.part.name}`,
        changes: [add, { type: 'setMount', part: id, mount: { kind: 'tape' } }],
      }
    : add;
  return [
    {
      id: 'block',
      label: `Put a block of wood, ${mm(height)} high, under the far end of ${part.part.name}`,
      price: `a block to saw; ${whole ? 'taped to what is under it' : 'two screws from below'}`,
      change,
    },
  ];
}

const round = (v: number) => Math.round(v * 100) / 100;
