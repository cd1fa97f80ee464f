import { hullModel } from '../assembly';
import { axisIndex, extentOf, type Body, type Conversion, type Feature, type Shell, type Side } from '../document';
import type { Finding } from '../findings';
import { directionOf, type Axis } from '../solid';

/** How far a snap tab bends before it lets go, mm (common practice, no source). */
export const TAB_BENDS = 5;

/** So many features are the places of a kind of closure of a body, copies counted. */
const placesOf = ({ features }: Shell, body: string, kind: 'snap tab' | 'screw'): number =>
  Object.values(features)
    .filter((f) => f.kind === kind && f.body === body && f.fate !== 'removed')
    .reduce((sum, { copies }) => sum + (copies === null ? 1 : copies.kind === 'mirror' ? 2 : copies.count), 0);

/** Into the room: away from the wall a feature is nearest to, of those that its body does not lift off along. */
export function intoRoom({ shell }: Conversion, feature: Feature): Side {
  const { innerLow, innerHigh } = hullModel(shell);
  const { low, high } = extentOf(feature);
  const cut = shell.bodies[feature.body]?.cut;
  const along = cut?.kind === 'plane' ? axisIndex(cut.axis) : -1;
  const ways = ([0, 1, 2] as Axis[])
    .filter((axis) => axis !== along)
    .flatMap((axis) => [
      { axis, sign: 1, gap: low[axis] - innerLow[axis] },
      { axis, sign: -1, gap: innerHigh[axis] - high[axis] },
    ]);
  const { axis, sign } = ways.reduce((a, b) => (b.gap < a.gap ? b : a));
  return directionOf(axis, sign);
}

/** A feature as a snap tab: it bends into the room, unless where it moves to was said. */
export function asSnapTab(document: Conversion, feature: Feature): Feature {
  const bends = Object.values(feature.sweep).some((by) => by > 0);
  return {
    ...feature,
    kind: 'snap tab',
    sweep: bends ? feature.sweep : { ...feature.sweep, [intoRoom(document, feature)]: TAB_BENDS },
  };
}

/** Snap tabs whose place nobody knows, and tabs that are said to bend less than they must. */
export function closureFindings(document: Conversion, id: string, body: Body): Finding[] {
  const name = body.name || body.kind;
  const base = { station: 'shell' as const, figures: [] };
  const findings: Finding[] = [];
  const tabs = body.closures.filter((c) => c.kind === 'snap tab').reduce((sum, c) => sum + c.count, 0);
  const missing = tabs - placesOf(document.shell, id, 'snap tab');
  if (missing > 0 && body.motion.kind === 'lift')
    findings.push({
      ...base,
      id: `shell/body/${id}/tabs`,
      verdict: 'warn',
      sentence: `${name} has ${tabs} snap tab${tabs === 1 ? '' : 's'}, and the place of ${missing === tabs && tabs === 1 ? 'it' : missing} is not known: each must bend ${TAB_BENDS} mm to let go. Mark them as features of the kind “snap tab” (common practice, no source).`,
      brief: `${missing} snap tab${missing === 1 ? '' : 's'} without a place`,
      about: [],
    });
  const inside = body.closures
    .filter((c) => c.kind === 'screw' && c.releasedFrom === 'inside')
    .reduce((sum, c) => sum + c.count, 0);
  const unknown = inside - placesOf(document.shell, id, 'screw');
  if (inside > 0 && unknown > 0)
    findings.push({
      ...base,
      id: `shell/body/${id}/screws`,
      verdict: 'note',
      sentence: `${name} is held by ${inside} screw${inside === 1 ? '' : 's'} from inside, and the place of ${unknown} is not known: whether a driver gets there with everything in can’t be said. Mark them as features of the kind “screw”.`,
      brief: `${unknown} screw${unknown === 1 ? '' : 's'} without a place`,
      about: [],
    });
  for (const [feature, { name: tab, kind, body: of, sweep, fate }] of Object.entries(document.shell.features)) {
    const most = Math.max(0, ...Object.values(sweep));
    if (kind !== 'snap tab' || of !== id || fate === 'removed' || most >= TAB_BENDS) continue;
    findings.push({
      ...base,
      id: `shell/body/${id}/tab/${feature}`,
      verdict: 'warn',
      sentence: `${tab} is said to bend ${most} mm; a snap tab bends about ${TAB_BENDS} to let go (common practice, no source).`,
      brief: `${tab} bends ${most} mm`,
      about: [{ kind: 'feature', id: feature }],
    });
  }
  return findings;
}
