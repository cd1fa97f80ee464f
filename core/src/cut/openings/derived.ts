import { onFace, type Assembly, type FaceFrame, faceReaches, halfSize } from '../../assembly';
import { liftedAt, ringOf, type Adjusted, type Conversion, type FaceId, type OwnOpening } from '../../document';
import { holdsOf } from '../../hold';
import { familyCuts } from '../mounts/family';
import { holeOf, mountsOf, type MountPlan } from '../mounts/mounts';
import type { Source } from '../../quantity';
import type { Point2 } from '../../solid';
import { CUTOUTS, practice, type CutShape } from '../../standards';
import { grown, keyOf, measuresOf, roomInside, type CutOpening } from './opening';

/** Behind a thin plate the wall's own opening is so much larger on each side, and the plate so much larger than that, mm. */
export const PLATE_BEHIND = { larger: 4, lap: 10, source: practice };

/** Tolerance of what lies inside what, mm. */
const HAIR = 1e-6;
/** An opening that is less than this too small all around counts as large enough, mm: what two lines of a rule differ by. */
const AS_LARGE = 0.1;

/** All openings and holes that the layout asks for, and those by hand; they follow when a part moves. Pure. */
export function openingsOf(document: Conversion, assembly: Assembly): readonly CutOpening[] {
  const known = kept.get(assembly);
  const rests = [document.cut, document.shell, document.kit.parts, document.layout, document.brief.policy];
  if (known?.rests.every((part, i) => part === rests[i])) return known.openings;
  const openings = [...fromLayout(document, assembly), ...byHand(document, assembly)];
  kept.set(assembly, { rests, openings });
  return openings;
}

/** Several stations ask for them of the same plan. */
const kept = new WeakMap<Assembly, { rests: readonly unknown[]; openings: readonly CutOpening[] }>();

function fromLayout(document: Conversion, assembly: Assembly): CutOpening[] {
  const openings: CutOpening[] = [];
  const { adjusted } = document.cut;
  const seen = new Set<string>();
  let plans: MountPlan[] | undefined;
  const holds = holdsOf(document, assembly);
  for (const part of [...assembly.parts, ...assembly.outer])
    for (const reach of faceReaches(assembly, part)) {
      const { face } = reach;
      // A mounting side drills the wall that it is screwed to, and none behind a tray or a shelf.
      const screws = holds.get(part.id)?.screws;
      const screwed = !face.mustReachOutside && screws?.face === face.id && screws.by.kind === 'wall';
      if (face.mustReachOutside ? !reach.reaches : !screwed) continue;
      const frame = screwed ? assembly.hull.frames.find((f) => f.face === screws.by.id) : reach.frame;
      if (!frame) continue;
      // What the user said holds it may want other holes, or none.
      const said = face.mustReachOutside ? undefined : document.cut.mounts[part.id];
      const hole =
        said && (plans ??= mountsOf(document, assembly)).find((p) => p.part === part.id && p.face === frame.face);
      const drilled = hole && holeOf(hole);
      for (const cut of [...face.cuts, ...(said?.family ? familyCuts(part, face) : [])]) {
        if (cut.kind === 'drill' && drilled === 0) continue;
        const { u, v } = onFace(frame, cut.at);
        const id = `${part.id}/${face.id}/${cut.id}`;
        seen.add(keyOf({ id }));
        const altered = adjusted[keyOf({ id })] ?? {};
        const allowance = cut.allowance ? (altered.allowance ?? document.cut.allowance) : 0;
        const [hu, hv] = halfSize(cut, frame);
        const shape: CutShape =
          cut.shape.kind === 'round'
            ? { kind: 'round', diameter: (cut.kind === 'drill' ? drilled : undefined) ?? cut.shape.diameter }
            : { kind: 'rectangle', width: 2 * hu, height: 2 * hv, radius: cut.shape.radius };
        openings.push(
          finished(document, frame, altered, {
            id,
            face: frame.face,
            part: part.id,
            group: part.id,
            name: `${part.part.name}: ${cut.name}`,
            kind: cut.kind,
            centre: [u, v],
            shape: grown(shape, allowance),
            allowance,
            source: cut.source,
          }),
        );
      }
    }
  // What was cut or stays for a part that is somewhere else now.
  for (const [key, said] of Object.entries(adjusted)) {
    const lying = said.made ?? said.detached;
    const [part, ...rest] = key.split('.');
    if (!lying || seen.has(key) || rest.length === 0 || !part) continue;
    const frame = assembly.hull.frames.find((f) => f.face === facesKept(said));
    if (!frame) continue;
    const name = document.kit.parts[part]?.name ?? part;
    openings.push(
      finished(document, frame, said, {
        id: key.replace(/\./g, '/'),
        face: frame.face,
        ...(part in document.kit.parts ? { part } : {}),
        group: part,
        name: `${name}: opening that it had`,
        kind: /\.(hole|screw)-\d+$/.test(key) ? 'drill' : 'cut',
        centre: [lying.u, lying.v],
        shape: lying.shape,
        allowance: 0,
        source: { kind: 'chosen', title: 'as it was cut' },
      }),
    );
  }
  return openings;
}

const facesKept = (said: Adjusted): FaceId | undefined => (said.made ?? said.detached)?.face;

type Bare = Omit<CutOpening, 'length' | 'area'>;

/** What the user said of it and what is there already. */
function finished(document: Conversion, frame: FaceFrame, said: Adjusted, bare: Bare): CutOpening {
  const wanted = { centre: bare.centre, shape: grown(bare.shape, -bare.allowance) };
  const here = (lying: { face: FaceId; u: number; v: number; shape: CutShape } | undefined) =>
    lying?.face === frame.face ? { centre: [lying.u, lying.v] as Point2, shape: lying.shape } : undefined;
  const made = here(said.made);
  const detached = here(said.detached);
  const opening: CutOpening = { ...bare, ...(made ?? detached ?? {}), length: 0, area: 0 };
  if (made) opening.made = true;
  if (detached) opening.detached = true;
  if (made ?? detached) opening.wanted = wanted;
  if (said.wall) opening.wall = said.wall;
  if (said.wall === 'plate' && !made) opening.shape = grown(opening.shape, PLATE_BEHIND.larger);
  Object.assign(opening, measuresOf(opening.shape));
  // An opening of just the part’s own size takes it, too: the allowance is for what is cut anew.
  const bareSize = { ...opening, shape: grown(opening.shape, -opening.allowance - AS_LARGE) };
  const existing = made
    ? undefined
    : (existingAround(document, opening, frame) ?? existingAround(document, bareSize, frame));
  if (existing) opening.inExisting = existing;
  return opening;
}

/** The frame and the middle of an opening by hand; undefined where the part it follows is not placed or looks elsewhere. */
export function middleOf(
  assembly: Assembly,
  own: Pick<OwnOpening, 'face' | 'u' | 'v' | 'follows'>,
): { frame: FaceFrame; centre: Point2 } | undefined {
  const frame = assembly.hull.frames.find((f) => f.face === own.face);
  if (!frame) return undefined;
  if (own.follows === undefined) return { frame, centre: [own.u, own.v] };
  const part = assembly.parts.find((p) => p.id === own.follows);
  if (!part) return undefined;
  const { u, v } = onFace(
    frame,
    [0, 1, 2].map((i) => (part.low[i]! + part.high[i]!) / 2),
  );
  return { frame, centre: [u + own.u, v + own.v] };
}

function byHand(document: Conversion, assembly: Assembly): CutOpening[] {
  return Object.entries(document.cut.openings).flatMap(([id, own]) => {
    const at = middleOf(assembly, own);
    if (!at) return [];
    const { frame, centre } = at;
    const source: Source = CUTOUTS.find((row) => row.key === own.row)?.source ?? { kind: 'chosen', title: 'by hand' };
    const shared = { face: own.face, group: id, allowance: 0, source };
    const { adjusted } = document.cut;
    const cut = finished(document, frame, adjusted[id] ?? {}, {
      ...shared,
      id,
      name: own.name,
      kind: 'cut',
      centre,
      shape: own.shape,
    });
    if (own.pattern.kind !== 'open') cut.pattern = own.pattern;
    if (own.label) cut.label = own.label;
    const [du, dv] = [cut.centre[0] - centre[0], cut.centre[1] - centre[1]];
    const screws = own.screws.map((screw, i) => {
      const screwId = `${id}/screw-${i + 1}`;
      return finished(document, frame, adjusted[keyOf({ id: screwId })] ?? {}, {
        ...shared,
        id: screwId,
        name: `${own.name}: screw ${i + 1}`,
        kind: 'drill',
        centre: [centre[0] + screw.u + du, centre[1] + screw.v + dv],
        shape: { kind: 'round', diameter: screw.diameter },
      });
    });
    return [cut, ...screws];
  });
}

function existingAround(document: Conversion, opening: CutOpening, frame: FaceFrame): string | undefined {
  for (const [id, existing] of Object.entries(document.shell.openings)) {
    if (existing.face !== opening.face) continue;
    const { shape } = existing;
    const outer = {
      centre: [existing.u.value, raisedV(document, frame, existing.v.value)] as Point2,
      shape:
        shape.kind === 'rectangle'
          ? ({ kind: 'rectangle', width: shape.width.value, height: shape.height.value, radius: 0 } as const)
          : ({ kind: 'round', diameter: shape.diameter.value } as const),
    };
    // Sharp corners of what goes in: a radius is what the tool leaves, not what the part has.
    const inner = opening.shape.kind === 'rectangle' ? { ...opening, shape: { ...opening.shape, radius: 0 } } : opening;
    if (roomInside(inner, outer) >= -HAIR) return id;
  }
  return undefined;
}

/** How high on its face something of the shell is, a spacer ring under it counted, mm. */
export function raisedV({ shell }: Conversion, frame: FaceFrame, v: number): number {
  return v + (frame.v[2] > 0.999 ? liftedAt(ringOf(shell), frame.origin[2] + v) : 0);
}

export const frameOf = (assembly: Assembly, face: FaceId): FaceFrame => {
  const frame = assembly.hull.frames.find((f) => f.face === face);
  if (!frame) throw new Error(`The shell has no face “${face}”.`);
  return frame;
};
