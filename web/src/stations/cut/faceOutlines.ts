import type { FaceFrame, HullModel } from '@young-shell/core/assembly';
import { halfOf, jointsOn, raisedV, ventHoles, type CutOpening } from '@young-shell/core/cut';
import { axisIndex, liftedAt, ringOf, type Conversion } from '@young-shell/core/document';
import { inSpace, sliceLoft, type Point2, type Vec3 } from '@young-shell/core/solid';
import type { Selection } from '../../view/slice';

/** A line on a face of the shell, in shell coordinates: closed, but for a joint that runs from edge to edge. */
export interface FaceOutline {
  id: string;
  kind: 'there' | 'joint' | 'cut' | 'chosen';
  face: FaceFrame;
  points: Vec3[];
}

const at = (frame: FaceFrame, [u, v]: Point2): Vec3 => [
  frame.origin[0] + u * frame.u[0] + v * frame.v[0],
  frame.origin[1] + u * frame.u[1] + v * frame.v[1],
  frame.origin[2] + u * frame.u[2] + v * frame.v[2],
];

function loop([u, v]: Point2, shape: CutOpening['shape'], steps = 32): Point2[] {
  const [hu, hv] = halfOf(shape);
  if (shape.kind === 'round')
    return Array.from({ length: steps + 1 }, (_, i): Point2 => [
      u + hu * Math.cos((2 * i * Math.PI) / steps),
      v + hv * Math.sin((2 * i * Math.PI) / steps),
    ]);
  return [
    [u - hu, v - hv],
    [u + hu, v - hv],
    [u + hu, v + hv],
    [u - hu, v + hv],
    [u - hu, v - hv],
  ];
}

/** The line around the shell along which a lid or a half comes off. */
function jointOf(id: string, hull: HullModel, axis: 0 | 1 | 2, place: number): FaceOutline[] {
  const face = hull.frames.find((f) => Math.abs(f.outward[axis]) > 0.9) ?? hull.frames[0];
  if (!face) return [];
  return sliceLoft(hull.outer, axis, place).map((loop, i) => ({
    id: `body/${id}/${i}`,
    kind: 'joint',
    face,
    points: [...loop, loop[0]!].map((p) => inSpace(axis, p, place)),
  }));
}

/** Openings that are there, joints of the bodies, those the layout asks for (where wanted), and the face that is selected. */
export function faceOutlines(
  document: Conversion,
  hull: HullModel,
  cuts: readonly CutOpening[],
  selection: Selection | null,
): FaceOutline[] {
  const frameOf = (face: string) => hull.frames.find((f) => f.face === face);
  const outlines: FaceOutline[] = [];
  const add = (id: string, kind: FaceOutline['kind'], face: string, points: (frame: FaceFrame) => Point2[]) => {
    const frame = frameOf(face);
    if (frame) outlines.push({ id, kind, face: frame, points: points(frame).map((p) => at(frame, p)) });
  };
  for (const [id, { face, shape, u, v }] of Object.entries(document.shell.openings))
    add(id, 'there', face, (frame) =>
      loop(
        [u.value, raisedV(document, frame, v.value)],
        shape.kind === 'round'
          ? { kind: 'round', diameter: shape.diameter.value }
          : { kind: 'rectangle', width: shape.width.value, height: shape.height.value, radius: 0 },
      ),
    );
  for (const [id, { cut }] of Object.entries(document.shell.bodies)) {
    if (cut.kind === 'face')
      add(`body/${id}`, 'joint', cut.face, () =>
        loop([cut.u.value, cut.v.value], {
          kind: 'rectangle',
          width: cut.width.value,
          height: cut.height.value,
          radius: 0,
        }),
      );
    else if (cut.kind === 'ring') outlines.push(...jointOf(id, hull, 2, ringOf(document.shell)!.at));
    else if (cut.keeps && cut.keeps.length > 0)
      // A cover that leaves faces standing is parted along the others only.
      for (const frame of hull.frames)
        for (const { body, points } of jointsOn(document, frame))
          if (body === id)
            outlines.push({
              id: `body/${id}/${frame.face}`,
              kind: 'joint',
              face: frame,
              points: points.map((p) => at(frame, p)),
            });
          else {
            const lift = cut.axis === 'z' ? liftedAt(ringOf(document.shell), cut.at.value) : 0;
            outlines.push(...jointOf(id, hull, axisIndex(cut.axis), cut.at.value + lift));
          }
  }
  for (const cut of cuts) {
    const chosen = selection?.kind === 'cut' && (selection.id === cut.id || selection.id === cut.group);
    const kind = chosen ? 'chosen' : cut.made ? 'there' : 'cut';
    add(cut.id, kind, cut.face, () => loop(cut.centre, cut.shape));
    if (cut.pattern)
      ventHoles(cut, cut.pattern).forEach((hole, i) =>
        add(`${cut.id}/${i}`, kind, cut.face, () => loop(hole.centre, hole.shape, hole.hexagon === undefined ? 12 : 6)),
      );
  }
  if (selection?.kind === 'face')
    add(`face/${selection.id}`, 'chosen', selection.id, ({ outline }) => [...outline, outline[0]!]);
  return outlines;
}
