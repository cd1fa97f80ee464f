import { assemble, materialOf, wallOf, type Assembly, type FaceFrame } from '../assembly';
import { applyChange, axisIndex, MOST_TILT, type Change, type Conversion, type OwnOpening } from '../document';
import type { Finding, Remedy } from '../findings';
import { assessFit, marginsOfPart, stopsAt } from '../fit';
import { rigidFit } from '../kit';
import { mm } from '../quantity';
import { FINGER } from '../standards';
import { standOn, stopsThere } from './align/stand';
import { assessCut } from './assess';
import { asCut } from './findings/made';
import { whatIsBehind } from './findings/vents';
import { leastWeb } from './findings/webs';
import { clearPlace } from './openings/clear';
import { openingsOf } from './openings/derived';
import { bodiesAt, halfAcross, jointsOn } from './openings/joints';
import { keyOf, type CutOpening } from './openings/opening';

/** Changes that would help against a finding of this station, each tried on the plan. */
export function cutRemedies(document: Conversion, finding: Finding): Remedy[] {
  const assembly = assemble(document);
  const [, what] = finding.id.split('/');
  const openings = openingsOf(document, assembly);
  const key = finding.id.split('/')[2] ?? '';
  const opening = openings.find((o) => keyOf(o) === key);
  switch (what) {
    case 'wall':
      return opening ? wallRemedies(document, assembly, opening) : [];
    case 'made':
      return opening ? madeRemedies(document, opening, assembly) : [];
    case 'joint':
      return opening ? jointRemedies(document, assembly, opening) : [];
    case 'finger':
    case 'pattern-web':
      return opening ? patternRemedies(document, assembly, opening) : [];
    case 'web':
    case 'behind': {
      const id = finding.about.find((a) => a.kind === 'cut')?.id;
      return id === undefined ? [] : moveRemedies(document, assembly, id, finding.id);
    }
    default:
      return [];
  }
}

function wallRemedies(document: Conversion, assembly: Assembly, opening: CutOpening): Remedy[] {
  const wall = wallOf(assembly.hull, opening.face)!;
  const adjust = (how: 'rebate' | 'plate'): Change => ({
    type: 'adjustOpening',
    key: keyOf(opening),
    name: opening.name,
    patch: { wall: how },
  });
  const wood = ['wood', 'plywood', 'fibreboard'].includes(
    materialOf(document, assembly.hull, opening.face, opening.centre),
  );
  const ways: Remedy[] = [
    {
      id: 'plate',
      label: 'Set a thin plate behind a larger opening',
      price: 'a plate of sheet metal to cut, four screws; the opening is 8 mm larger',
      change: adjust('plate'),
    },
  ];
  if (wood || wall.thickness <= 6)
    ways.push({
      id: 'rebate',
      label: 'Thin the wall around the opening',
      price: 'a router or a chisel from inside; what is left is thin: try on a scrap first',
      change: adjust('rebate'),
    });
  return ways.filter(({ change }) => better(document, change, `cut/wall/${keyOf(opening)}`));
}

/** Off the joint by the part or the opening, the joint off it, or both sides notched. */
function jointRemedies(document: Conversion, assembly: Assembly, opening: CutOpening): Remedy[] {
  const id = `cut/joint/${keyOf(opening)}`;
  const frame = assembly.hull.frames.find((f) => f.face === opening.face)!;
  const bodies = bodiesAt(document, assembly, opening);
  const joint = jointsOn(document, frame).find((j) => bodies.includes(j.body));
  const remedies: Remedy[] = [];
  if (joint?.across) {
    const { normal, offset } = joint.across;
    const at = normal[0] * opening.centre[0] + normal[1] * opening.centre[1] - offset;
    const web = leastWeb(
      materialOf(document, assembly.hull, opening.face, opening.centre),
      wallOf(assembly.hull, opening.face)!.thickness,
    );
    const clear = halfAcross(opening, normal) + web;
    const body = document.shell.bodies[joint.body]!;
    // The nearer side first.
    for (const side of at > 0 ? ([1, -1] as const) : ([-1, 1] as const)) {
      const by = side * clear - at;
      const where = side > 0 ? `into ${joint.name}` : `out of ${joint.name}`;
      const moved = movedBy(document, opening, frame, [normal[0] * by, normal[1] * by]);
      if (moved)
        remedies.push({
          id: side > 0 ? 'move-in' : 'move-out',
          label: `Move ${moved.what} by ${mm(Math.abs(by))}, ${where}`,
          price: moved.what === opening.name ? 'nothing else moves' : 'its other openings move with it',
          change: moved.change,
        });
      if (body.cut.kind === 'plane') {
        const axis = axisIndex(body.cut.axis);
        // The joint goes the other way: one unit across it on the face is so much along the axis of its plane.
        const along = normal[0] * frame.u[axis] + normal[1] * frame.v[axis];
        const value = Math.round((body.cut.at.value - by / along) * 100) / 100;
        remedies.push({
          id: side > 0 ? 'joint-away' : 'joint-past',
          label: `Put the joint of ${joint.name} at ${mm(value)}`,
          price: 'only where the shell is made anew, or the joint can be moved',
          change: {
            type: 'setBody',
            id: joint.body,
            body: { ...body, cut: { ...body.cut, at: { ...body.cut.at, value } } },
          },
        });
      }
    }
  }
  remedies.push({
    id: 'notch',
    label: 'Notch both sides',
    price: 'cut with both clamped together; the joint runs through it, and its edges must meet',
    change: { type: 'adjustOpening', key: keyOf(opening), name: opening.name, patch: { joint: 'both' } },
  });
  return remedies.filter(({ change }) => cleared(document, change, id));
}

/** The joint crosses it no more, or both are notched, and nothing new stops here or in Fit. */
function cleared(document: Conversion, change: Change, finding: string): boolean {
  const before = stopsOf(document);
  let next: Conversion;
  try {
    next = applyChange(document, change).document;
  } catch {
    return false;
  }
  const after = stopsOf(next);
  return !after.has(finding) && [...after].every((id) => before.has(id));
}

function stopsOf(document: Conversion): Set<string> {
  const assembly = assemble(document);
  const all = [...assessCut(document, assembly).findings, ...assessFit(document, assembly).findings];
  return new Set(all.filter((f) => f.verdict === 'stop').map((f) => f.id));
}

/** The change that moves an opening on its face: its part, or itself. */
function movedBy(
  document: Conversion,
  opening: CutOpening,
  frame: FaceFrame,
  [du, dv]: readonly [number, number],
): { what: string; change: Change } | undefined {
  const tidy = (v: number) => Math.round(v * 1000) / 1000;
  const own = document.cut.openings[opening.group];
  if (own)
    return {
      what: own.name,
      change: {
        type: 'setCutOpening',
        id: opening.group,
        opening: { ...own, u: tidy(own.u + du), v: tidy(own.v + dv) },
      },
    };
  const placement = opening.part === undefined ? undefined : document.layout.placements[opening.part];
  if (opening.part === undefined || !placement || placement.locked) return undefined;
  const [x, y, z] = [placement.x, placement.y, placement.z].map((v, i) =>
    tidy(v + frame.u[i]! * du + frame.v[i]! * dv),
  );
  return {
    what: document.kit.parts[opening.part]!.name,
    change: { type: 'placePart', id: opening.part, placement: { ...placement, x: x!, y: y!, z: z! } },
  };
}

function madeRemedies(document: Conversion, opening: CutOpening, assembly: Assembly): Remedy[] {
  const remedies: Remedy[] = [];
  const { wanted } = opening;
  const is = asCut(opening);
  const frame = assembly.hull.frames.find((f) => f.face === opening.face);
  const part = opening.part;
  const drilled = frame && part !== undefined ? onDrilled(document, assembly, part, frame) : undefined;
  if (drilled) remedies.push(drilled);
  const placement = part === undefined ? undefined : document.layout.placements[part];
  if (is && wanted && frame && part !== undefined && placement && !placement.locked) {
    const by = [0, 1, 2].map((i) => frame.u[i]! * is.off[0] + frame.v[i]! * is.off[1]) as [number, number, number];
    const tidy = (v: number) => Math.round(v * 1000) / 1000;
    const { x, y, z } = placement;
    const to = { ...placement, x: tidy(x + by[0]), y: tidy(y + by[1]), z: tidy(z + by[2]) };
    const change: Change = { type: 'placePart', id: part, placement: to };
    const stops = (at: Assembly) => {
      const placed = at.parts.find((p) => p.id === part);
      return placed ? stopsAt(marginsOfPart(at, placed)).length : Infinity;
    };
    if (stops(assemble(applyChange(document, change).document)) <= stops(assembly))
      remedies.push({
        id: 'move-to',
        label: 'Move the part to its opening',
        price: 'its other holes move with it',
        change,
      });
  }
  remedies.push({
    id: 'anew',
    label: opening.made ? 'Cut a new one; the old one stays an opening of the shell' : 'Let it follow its part again',
    price: opening.made ? 'a second opening beside the first' : 'nothing is cut yet',
    change: opening.made
      ? cutAnew(document, opening)
      : { type: 'adjustOpening', key: keyOf(opening), name: opening.name, patch: { detached: null } },
  });
  return remedies.filter(({ change }) => better(document, change, `cut/made/${keyOf(opening)}`));
}

/** A part whose holes are drilled stands where they are: the turn and shift that lay its holes on them best. */
function onDrilled(document: Conversion, assembly: Assembly, id: string, frame: FaceFrame): Remedy | undefined {
  const placed = assembly.parts.find((p) => p.id === id);
  const holes = openingsOf(document, assembly).filter(
    (o) => o.made && o.wanted && o.part === id && o.face === frame.face && o.kind === 'drill',
  );
  if (!placed || placed.placement.locked || holes.length < 2) return undefined;
  const { angle, shift } = rigidFit(
    holes.map((o) => o.wanted!.centre),
    holes.map((o) => o.centre),
  );
  const degrees = (angle * 180) / Math.PI;
  if (Math.abs(degrees) > MOST_TILT) return undefined;
  const placement = standOn(placed, frame, { degrees, shift });
  if (!placement) return undefined;
  const change: Change = { type: 'placePart', id, placement };
  const stops = (at: Assembly) =>
    stopsThere(
      at,
      at.parts.find((p) => p.id === id)!,
    );
  if (stops(assemble(applyChange(document, change).document)) > stops(assembly)) return undefined;
  return {
    id: 'on-drilled',
    label: `Stand the part on its ${holes.length} holes as they were drilled`,
    price: `turned by ${Math.abs(degrees).toFixed(1)}°, its margins as they are then; nothing is drilled anew`,
    change,
  };
}

/** What was cut becomes an opening that the shell has; the part asks for another. */
export function cutAnew(document: Conversion, opening: CutOpening): Change {
  const by = (value: number) => ({ value, uncertainty: 0.1, tool: 'calipers' as const });
  const { shape } = opening;
  const taken = { ...document.shell.openings };
  let n = 1;
  while (`opening-${n}` in taken || (document.spent.opening ?? 0) >= n) n++;
  return {
    type: 'all',
    what: `${opening.name}: cut anew`,
    changes: [
      {
        type: 'setOpening',
        id: `opening-${n}`,
        opening: {
          name: opening.name.slice(0, 80),
          face: opening.face,
          shape:
            shape.kind === 'round'
              ? { kind: 'round', diameter: by(shape.diameter) }
              : { kind: 'rectangle', width: by(shape.width), height: by(shape.height) },
          u: by(opening.centre[0]),
          v: by(opening.centre[1]),
        },
      },
      { type: 'adjustOpening', key: keyOf(opening), name: opening.name, patch: { made: null } },
    ],
  };
}

function patternRemedies(document: Conversion, assembly: Assembly, opening: CutOpening): Remedy[] {
  const own = document.cut.openings[opening.group];
  if (!own) return [];
  const { pattern } = own;
  const web = leastWeb(
    materialOf(document, assembly.hull, opening.face, opening.centre),
    wallOf(assembly.hull, opening.face)!.thickness,
  );
  const behind = whatIsBehind(assembly, opening);
  const most = behind ? FINGER[behind.kind] : Infinity;
  const tidy = (v: number) => Math.ceil(v * 10 - 1e-9) / 10;
  let next: OwnOpening['pattern'] = pattern;
  if (pattern.kind === 'holes') {
    const diameter = Math.min(pattern.diameter, most);
    next = {
      ...pattern,
      diameter,
      pitch: Math.max(tidy(diameter + web), diameter === pattern.diameter ? pattern.pitch : 0),
    };
  } else if (pattern.kind === 'honeycomb')
    next = { ...pattern, across: Math.min(pattern.across, most), web: Math.max(pattern.web, web) };
  else if (pattern.kind === 'slots') {
    const width = Math.min(pattern.width, most);
    next = {
      ...pattern,
      width,
      up: Math.max(tidy(width + web), width === pattern.width ? pattern.up : 0),
      across: Math.max(pattern.across, tidy(pattern.length + web)),
    };
  }
  const change: Change = { type: 'setCutOpening', id: opening.group, opening: { ...own, pattern: next } };
  const before = assessCut(document, assemble(document)).report.air[opening.id]?.free ?? 0;
  const then = applyChange(document, change).document;
  const after = assessCut(then, assemble(then)).report.air[opening.id]?.free ?? 0;
  return [
    {
      id: 'pattern',
      label: 'Make holes and webs as they should be',
      price: `${(before / 100).toFixed(1)} → ${(after / 100).toFixed(1)} cm² free`,
      change,
    },
  ];
}

/** The nearest place on its face where an opening by hand is in nothing's way. */
function moveRemedies(document: Conversion, assembly: Assembly, id: string, finding: string): Remedy[] {
  const own = document.cut.openings[id];
  const to = own && clearPlace(document, assembly, id, own);
  if (!own || !to || to === own) return [];
  const change: Change = { type: 'setCutOpening', id, opening: to };
  return better(document, change, finding)
    ? [
        {
          id: 'move',
          label: `Move it by ${Math.hypot(to.u - own.u, to.v - own.v).toFixed(0)} mm`,
          price: 'the nearest place where nothing is in its way',
          change,
        },
      ]
    : [];
}

/** Is the finding gone after a change, and nothing new stops? */
function better(document: Conversion, change: Change, finding: string): boolean {
  const before = assessCut(document, assemble(document)).findings;
  const next = applyChange(document, change).document;
  const after = assessCut(next, assemble(next)).findings;
  const stops = (all: readonly Finding[]) => new Set(all.filter((f) => f.verdict === 'stop').map((f) => f.id));
  const were = stops(before);
  return !after.some((f) => f.id === finding) && [...stops(after)].every((id) => were.has(id));
}
