import { standardPart } from '../standards';
import { area, contains, crossingEdges, inset, type Point2 } from '../solid/polygon';
import { outlineOf, profileOf } from './profile';
import { complaintsOfForm, type Complaint } from './schema';
import type { Conversion, Feature, Hull } from './types';

/** Everything that is wrong with a document: its form first, then what makes no sense as a shell. */
export function complaintsOf(document: unknown): Complaint[] {
  const form = complaintsOfForm(document);
  return form.length > 0 ? form : complaintsOfSense(document as Conversion);
}

const mm = (value: number) => `${Number(value.toFixed(2))} mm`;

function complaintsOfSense(document: Conversion): Complaint[] {
  const { shell } = document;
  const hull = complaintsOfHull(shell.hull);
  if (hull.length > 0) return hull;
  const complaints: Complaint[] = [];
  const profile = profileOf(shell.hull);
  const outline = outlineOf(profile);
  const top = Math.max(...outline.map((p) => p[1]));
  const split = shell.lid?.splitHeight.value;
  if (split !== undefined && split >= top)
    complaints.push({
      path: '/shell/lid/splitHeight',
      message: `The lid's joint is at ${mm(split)}, above the shell's ${mm(top)}; it must be under ${mm(top)}.`,
    });
  for (const [id, feature] of Object.entries(shell.features)) {
    const complaint = outside(feature, profile.width.value, outline);
    if (complaint) complaints.push({ path: `/shell/features/${id}`, message: complaint });
  }
  const faces = new Set<string>([...profile.edges.map((e) => e.face), 'left', 'right']);
  for (const [id, opening] of Object.entries(shell.openings))
    if (!faces.has(opening.face))
      complaints.push({
        path: `/shell/openings/${id}/face`,
        message: `The shell has no face “${opening.face}”; it has ${[...faces].join(', ')}.`,
      });
  for (const [id, part] of Object.entries(document.kit.parts))
    if (!standardPart(part.standard))
      complaints.push({
        path: `/kit/parts/${id}/standard`,
        message: `The library has no part “${part.standard}”.`,
      });
  for (const id of Object.keys(document.layout.placements))
    if (!(id in document.kit.parts))
      complaints.push({
        path: `/layout/placements/${id}`,
        message: `A place for “${id}”, but the kit has no such part.`,
      });
  for (const [id, { rear, top: up }] of Object.entries(document.layout.placements))
    if (axisOf(rear) === axisOf(up))
      complaints.push({
        path: `/layout/placements/${id}`,
        message: `“${id}” has its rear to the ${rear} and its top to the ${up}; they must be at right angles.`,
      });
  return complaints;
}

const axisOf = (side: string) =>
  side === 'left' || side === 'right' ? 'x' : side === 'front' || side === 'rear' ? 'y' : 'z';

function complaintsOfHull(hull: Hull): Complaint[] {
  const profile = profileOf(hull);
  const outline = outlineOf(profile);
  const width = profile.width.value;
  const cheeks = profile.left.value + profile.right.value;
  if (cheeks >= width)
    return [
      {
        path: profile.left.value >= profile.right.value ? '/shell/hull/walls/left' : '/shell/hull/walls/right',
        message: `The side walls take ${mm(cheeks)} of the ${mm(width)} width; together they must be under ${mm(width)}.`,
      },
    ];
  if (hull.form === 'wedge') {
    const names = hull.profile.map((p) => p.face);
    const twice = [...names, 'left', 'right'].find((name, i, all) => all.indexOf(name) !== i);
    if (twice !== undefined)
      return [
        {
          path: `/shell/hull/profile/${names.lastIndexOf(twice)}/face`,
          message: `Two faces are called “${twice}”; every face needs its own name.`,
        },
      ];
    const crossing = crossingEdges(outline);
    if (crossing)
      return [
        {
          path: `/shell/hull/profile/${crossing[1]}`,
          message: `The profile crosses itself: ${names[crossing[0]]} meets ${names[crossing[1]]}. List the corners once around, from the front floor edge to the rear and back over the top.`,
        },
      ];
    if (area(outline) <= 0)
      return [
        {
          path: '/shell/hull/profile',
          message:
            'The profile runs the wrong way round; list its corners from the front floor edge to the rear, then up and back over the top.',
        },
      ];
    const zero = outline.findIndex((p, i) => {
      const q = outline[(i + 1) % outline.length]!;
      return Math.hypot(q[0] - p[0], q[1] - p[1]) < 1;
    });
    if (zero >= 0)
      return [
        {
          path: `/shell/hull/profile/${zero}`,
          message: `The face “${names[zero]}” is under 1 mm long; move its corners apart or take one out.`,
        },
      ];
  }
  const walls = profile.edges.map((e) => e.wall.value);
  if (!inset(outline, walls)) {
    const thickest = walls.indexOf(Math.max(...walls));
    const edge = profile.edges[thickest]!;
    return [
      {
        path: edge.wallPath,
        message: `The walls leave no room inside: ${edge.face} is ${mm(edge.wall.value)} thick. Opposite walls together must be thinner than the shell.`,
      },
    ];
  }
  return [];
}

/** Box around a feature: low and high ends on x, y, z in mm. */
export function extentOf(feature: Feature): { low: [number, number, number]; high: [number, number, number] } {
  const low: [number, number, number] = [feature.x.value, feature.y.value, feature.z.value];
  const { shape } = feature;
  const size =
    shape.kind === 'box'
      ? [shape.width.value, shape.depth.value, shape.height.value]
      : (['x', 'y', 'z'] as const).map((axis) => (axis === shape.axis ? shape.length.value : shape.diameter.value));
  return { low, high: [low[0] + size[0]!, low[1] + size[1]!, low[2] + size[2]!] };
}

function outside(feature: Feature, width: number, outline: Point2[]): string | undefined {
  const { low, high } = extentOf(feature);
  const slack = 0.01;
  const centre: Point2 = [(low[1] + high[1]) / 2, (low[2] + high[2]) / 2];
  if (low[0] < -slack || high[0] > width + slack)
    return `“${feature.name}” runs from ${mm(low[0])} to ${mm(high[0])} across; the shell is ${mm(width)} wide.`;
  const ys = outline.map((p) => p[0]);
  const zs = outline.map((p) => p[1]);
  const [front, rear] = [Math.min(...ys), Math.max(...ys)];
  const [floor, top] = [Math.min(...zs), Math.max(...zs)];
  if (low[1] < front - slack || high[1] > rear + slack)
    return `“${feature.name}” runs from ${mm(low[1])} to ${mm(high[1])} in depth; the shell from ${mm(front)} to ${mm(rear)}.`;
  if (low[2] < floor - slack || high[2] > top + slack)
    return `“${feature.name}” runs from ${mm(low[2])} to ${mm(high[2])} in height; the shell from ${mm(floor)} to ${mm(top)}.`;
  if (!contains(outline, centre))
    return `“${feature.name}” has its middle at ${mm(centre[0])} deep and ${mm(centre[1])} high, outside the shell's side profile.`;
  return undefined;
}
