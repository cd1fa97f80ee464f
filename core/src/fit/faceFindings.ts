import { faceReaches, type Assembly, type PlacedFace } from '../assembly';
import type { Body, Conversion } from '../document';
import type { Finding } from '../findings';
import { plugOf, shortBelow } from '../hold';
import type { Source } from '../quantity';
import { inwardScreen } from './inwardScreens';
import { ledOut } from './outlook';
import { faceName, mm } from './words';

export const DISTANCE: Source = {
  kind: 'computed',
  title: 'signed distance between the two solids: the gap, or negative the shortest way apart',
};

const PLUG_ROOM: Source = { kind: 'computed', title: 'the plug with its bend, less the thickness of the floor' };
const FEET: Source = { kind: 'computed', title: 'height of the feet as said at Air, as printed, or as usual' };

/** A hand with a plug reaches so far into a gap, mm. Common practice, no source. */
const HAND_IN = 60;

/** Sockets in the back of a drawer are reached with it pulled out, less what then stays inside. */
function leftInside(part: Assembly['parts'][number], face: PlacedFace, body: Body | undefined): Finding[] {
  if (body?.motion.kind !== 'slide' || plugOf(part, face) === 0) return [];
  const { depth, travel } = body.motion;
  const stays = depth.value - travel.value;
  const name = body.name || body.kind;
  if (stays <= HAND_IN) return [];
  return [
    {
      id: `fit/${part.id}/${face.id}/pulled`,
      station: 'fit',
      verdict: 'warn',
      sentence: `${name} comes out by ${mm(travel.value)} of ${mm(depth.value)}: ${mm(stays)} of it stay inside, and with them the ${face.name} of ${part.part.name}. Plugs are not reached there: lead cables to the front, take longer rails, or open a flap behind it.`,
      brief: `${face.name} ${mm(stays)} inside`,
      figures: [{ label: 'stays inside', value: stays, unit: 'mm', source: STAYS, worse: 'more' }],
      about: [{ kind: 'part', id: part.id }],
    },
  ];
}

const STAYS: Source = { kind: 'computed', title: 'depth of the drawer less its travel, as measured' };

/** What opens has boards of its own: what looks out of a part on it need not reach a wall of the shell. */
const inBody = (part: Assembly['parts'][number], id: string, face: string, body: string): Finding => ({
  id: `fit/${part.id}/${id}`,
  station: 'fit',
  verdict: 'note',
  sentence: `The ${face} of ${part.part.name} ${face.endsWith('s') ? 'look' : 'looks'} out of nothing in ${body}: lead cables from it to sockets in a wall, long enough for the whole way it opens, or plug in with it open.`,
  brief: `${face} in ${body}`,
  figures: [],
  about: [{ kind: 'part', id: part.id }],
});

/** What looks out of the shell: does it reach its wall, and is that of use there? */
export function faceFindings(document: Conversion, assembly: Assembly): Finding[] {
  const findings: Finding[] = [];
  for (const part of assembly.parts)
    for (const reach of faceReaches(assembly, part)) {
      const { face, wall, gap } = reach;
      if (!face.mustReachOutside) continue;
      // What rides on something that opens looks through its boards, or out of nothing, and is reached with it open.
      const on = part.placement.on === undefined ? undefined : document.shell.bodies[part.placement.on];
      const inward = inwardScreen(part, face, on);
      if (inward) {
        findings.push(inward);
        continue;
      }
      if (on && !reach.reaches && ledOut(part.part, part.placement.on)) {
        findings.push(inBody(part, face.id, face.name, on.name || on.kind));
        continue;
      }
      if (reach.board && reach.reaches && reach.onWall) {
        findings.push(...leftInside(part, face, on));
        continue;
      }
      const name = part.part.name;
      const base = {
        id: `fit/${part.id}/${face.id}`,
        station: 'fit' as const,
        about: [{ kind: 'part' as const, id: part.id }],
        mayHaveRemedies: true,
      };
      const gapFigure = Number.isFinite(gap)
        ? [
            {
              label: `${face.name} to the inside of the wall`,
              value: gap,
              unit: 'mm' as const,
              source: DISTANCE,
            },
          ]
        : [];
      const fan = face.id === 'fan';
      if (!wall)
        findings.push({
          ...base,
          verdict: fan ? 'warn' : 'stop',
          sentence: `The ${face.name} of ${name} looks to the ${face.direction}, where the shell has no square wall.`,
          brief: `${face.name} blind`,
          figures: [],
        });
      else if (reach.askew)
        findings.push({
          ...base,
          verdict: fan ? 'warn' : 'stop',
          sentence: `The ${face.name} of ${name} looks at the ${faceName(document, wall.face)} ${face.askew!.toFixed(1)}° askew: no straight opening meets it. Turn it straight, or lead cables to sockets in the wall.`,
          brief: `${face.name} askew`,
          figures: gapFigure,
        });
      else if (!reach.reaches)
        findings.push({
          ...base,
          verdict: fan ? 'warn' : 'stop',
          sentence: `The ${face.name} of ${name} ${gap < 0 ? `is ${mm(-gap)} past the inside of the` : `ends ${mm(gap)} before the`} ${faceName(document, wall.face)}; it works up to ${mm(face.reach)} from it.`,
          brief: `${face.name} ${mm(gap)} off`,
          figures: gapFigure,
        });
      else if (!reach.onWall)
        findings.push({
          ...base,
          verdict: 'stop',
          sentence: `The ${face.name} of ${name} hangs over the edge of the ${faceName(document, wall.face)}.`,
          brief: `${face.name} over the edge`,
          figures: gapFigure,
        });
      else if (shortBelow(document, part, face, wall.thickness)) {
        const { wanted, feet } = shortBelow(document, part, face, wall.thickness)!;
        findings.push({
          ...base,
          id: `fit/${part.id}/${face.id}/feet`,
          verdict: 'stop',
          sentence: `The ${face.name} of ${name} looks down through the floor: what is plugged in there wants ${mm(wanted)} under the shell, and the feet are ${mm(feet)} high. Turn it to another side, or give the shell taller feet.`,
          brief: `${face.name} over feet of ${mm(feet)}`,
          figures: [
            { label: 'wanted under the shell', value: wanted, unit: 'mm', source: PLUG_ROOM, worse: 'more' },
            { label: 'feet', value: feet, unit: 'mm', source: FEET },
          ],
        });
      } else if (document.brief.blockedFaces.includes(wall.face))
        findings.push({
          ...base,
          verdict: 'warn',
          sentence: `The ${face.name} of ${name} looks at the ${faceName(document, wall.face)}, which the brief says stands against something.`,
          brief: `${face.name} blocked`,
          figures: [],
        });
    }
  return findings;
}
