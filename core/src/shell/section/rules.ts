import type { ValidationIssue } from '../../form';
import { area, contains, crossingEdges, inset, type Point2 } from '../../solid/polygon';
import { extentOf, wholeExtentOf } from './extent';
import { facetsOf, mayVanish, faultsOf } from './facets';
import type { Feature, FeatureShape, Shell } from './form';
import { cornersOf, facesOf, formOf, highCornersOf, PLANE_AXES, type HullForm } from './hullForm';
import { lidOf } from './lid';

const hundredths = (value: number) => `${Number(value.toFixed(2))} mm`;

/** What makes no sense as a shell. */
export function validationIssuesOfShell(shell: Shell): ValidationIssue[] {
  const form = formOf(shell.hull);
  const hull = validationIssuesOfHull(form);
  if (hull.length > 0) return hull;
  return [
    ...validationIssuesOfBodies(shell, form),
    ...validationIssuesOfFeatures(shell, form),
    ...Object.entries(shell.openings).flatMap(([id, { face }]) => unknownFace(shell, face, `openings/${id}/face`)),
  ];
}

function unknownFace({ hull }: Shell, face: string, where: string): ValidationIssue[] {
  const faces = facesOf(hull);
  return faces.includes(face)
    ? []
    : [{ path: `/shell/${where}`, message: `The shell has no face “${face}”; it has ${faces.join(', ')}.` }];
}

function validationIssuesOfBodies(shell: Shell, form: HullForm): ValidationIssue[] {
  const { low, high } = boundsOfForm(form);
  return Object.entries(shell.bodies).flatMap(([id, body]): ValidationIssue[] => {
    if (body.cut.kind === 'face') return unknownFace(shell, body.cut.face, `bodies/${id}/cut/face`);
    if (body.cut.kind === 'ring') return validationIssuesOfRing(shell, id);
    const axis = 'xyz'.indexOf(body.cut.axis);
    const at = body.cut.at.value;
    if (at > low[axis]! && at < high[axis]!) return [];
    return [
      {
        path: `/shell/bodies/${id}/cut/at`,
        message: `${body.name || id} comes off at ${hundredths(at)}; that must be inside the shell, between ${hundredths(low[axis]!)} and ${hundredths(high[axis]!)}.`,
      },
    ];
  });
}

/** A spacer ring sits in the joint of a lid, in a shell whose walls go straight up there; one is enough. */
function validationIssuesOfRing(shell: Shell, id: string): ValidationIssue[] {
  const path = `/shell/bodies/${id}/cut`;
  if (shell.hull.form === 'tub' || shell.hull.form === 'solid')
    return [
      { path, message: 'A spacer ring needs walls that go straight up; this shell leans or was read from a file.' },
    ];
  if (!lidOf(shell)) return [{ path, message: 'A spacer ring sits under a lid; this shell has none.' }];
  const rings = Object.values(shell.bodies).filter((b) => b.cut.kind === 'ring');
  return rings.length > 1 ? [{ path, message: 'There are two spacer rings; make it one of the height of both.' }] : [];
}

function validationIssuesOfFeatures(shell: Shell, form: HullForm): ValidationIssue[] {
  const bounds = boundsOfForm(form);
  const outlines = [form.highCorners ? highCornersOf(form) : facetsOf(form).map((f) => f.from), cornersOf(form)];
  return Object.entries(shell.features).flatMap(([id, feature]): ValidationIssue[] => {
    const path = `/shell/features/${id}`;
    const shape = validationIssueOfShape(feature.shape);
    if (shape) return [{ path: `${path}/shape`, message: `“${feature.name}”: ${shape}` }];
    if (feature.body !== 'base' && !(feature.body in shell.bodies))
      return [
        {
          path: `${path}/body`,
          message: `“${feature.name}” belongs to “${feature.body}”, but the shell has no such body.`,
        },
      ];
    if (feature.copies?.kind === 'row' && feature.copies.pitch.value === 0)
      return [
        { path: `${path}/copies/pitch`, message: `The copies of “${feature.name}” lie in one another: 0 mm apart.` },
      ];
    const out = outside(feature, form, bounds, outlines);
    return out ? [{ path, message: out }] : [];
  });
}

function validationIssueOfShape(shape: FeatureShape): string | undefined {
  if (shape.kind !== 'prism') return undefined;
  const points = shape.corners.map((c): Point2 => [c.a.value, c.b.value]);
  if (points.some(([a, b]) => a < 0 || b < 0))
    return 'the corners of its profile count from its low ends; none may be under 0 mm.';
  const crossing = crossingEdges(points);
  if (crossing) return `its profile crosses itself between corner ${crossing[0] + 1} and ${crossing[1] + 1}.`;
  if (Math.abs(area(points)) < 0.01) return 'its profile has no area.';
  return undefined;
}

function validationIssuesOfHull(form: HullForm): ValidationIssue[] {
  const outline = cornersOf(form);
  const length = form.length.value;
  const { low, high } = form.ends;
  const ends = low.wall.value + high.wall.value;
  if (ends >= length) {
    const worst = low.wall.value >= high.wall.value ? low : high;
    return [
      {
        path: worst.wallPath,
        message: `The ${low.face} and ${high.face} walls take ${hundredths(ends)}; together they must be under ${hundredths(length)}.`,
      },
    ];
  }
  const names = [...form.edges.map((e) => e.face), low.face, high.face];
  const twice = names.findIndex((name, i) => names.indexOf(name) !== i);
  if (twice >= 0) {
    const first = names.indexOf(names[twice]!);
    return [
      {
        path: `${form.edges[Math.min(first, twice)]!.path}/face`,
        message: `Two faces are called “${names[twice]}”; every face needs its own name.`,
      },
    ];
  }
  const crossing = crossingEdges(outline);
  if (crossing)
    return [
      {
        path: form.edges[crossing[1]]!.path,
        message: `The profile crosses itself: ${names[crossing[0]]} meets ${names[crossing[1]]}. List the corners once around.`,
      },
    ];
  if (area(outline) <= 0)
    return [
      {
        path: '/shell/hull/corners',
        message:
          'The profile runs the wrong way round; list its corners the other way, starting with the floor or front.',
      },
    ];
  const zero = outline.findIndex((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    return Math.hypot(q[0] - p[0], q[1] - p[1]) < 1;
  });
  if (zero >= 0)
    return [
      {
        path: form.edges[zero]!.path,
        message: `The face “${names[zero]}” is under 1 mm long; move its corners apart or take one out.`,
      },
    ];
  const [fault] = faultsOf(form);
  if (fault) {
    const edge = form.edges[fault.edge]!;
    const value = edge[fault.what].value;
    return [
      {
        path: `${edge.path}/${fault.what}`,
        message:
          fault.what === 'rise'
            ? `The arch of “${edge.face}” stands out ${hundredths(value)}; over this edge at most ${hundredths(fault.most)} (a half circle).`
            : fault.most === 0
              ? `The corner before “${edge.face}” is rounded, but the face beside it is arched; a corner of an arch must be sharp.`
              : `The corner before “${edge.face}” is rounded by ${hundredths(value)}; its edges leave at most ${hundredths(fault.most)}.`,
      },
    ];
  }
  const facets = facetsOf(form);
  let lost: number | undefined;
  const room = inset(
    facets.map((f) => f.from),
    facets.map((f) => f.wall),
    mayVanish(facets),
    (facet) => (lost = facets[facet]!.edge),
  );
  if (!room && lost !== undefined && bends(outline, lost)) {
    const [p, q] = [outline[lost]!, outline[(lost + 1) % outline.length]!];
    return [
      {
        path: form.edges[lost]!.path,
        message: `The face “${names[lost]}” is ${hundredths(Math.hypot(q[0] - p[0], q[1] - p[1]))} long, too short for its walls: inside nothing of it is left. Move its corners apart or take one out.`,
      },
    ];
  }
  if (!room) {
    const walls = form.edges.map((e) => e.wall.value);
    const edge = form.edges[walls.indexOf(Math.max(...walls))]!;
    return [
      {
        path: edge.wallPath,
        message: `The walls leave no room inside: ${edge.face} is ${hundredths(edge.wall.value)} thick. Opposite walls together must be thinner than the shell.`,
      },
    ];
  }
  return [];
}

/** The box around a hull from outside, arches included, mm. */
export function boundsOfForm(form: HullForm): { low: [number, number, number]; high: [number, number, number] } {
  const [a, b] = PLANE_AXES[form.axis]!;
  const points = [...facetsOf(form).map((f) => f.from), ...highCornersOf(form)];
  const low: [number, number, number] = [0, 0, 0];
  const high: [number, number, number] = [0, 0, 0];
  high[form.axis] = form.length.value;
  for (const [i, axis] of [a, b].entries()) {
    low[axis] = Math.min(...points.map((p) => p[i as 0 | 1]));
    high[axis] = Math.max(...points.map((p) => p[i as 0 | 1]));
  }
  return { low, high };
}

/** Faces that go on nearly straight into each other, as a cosine (30°). */
const NEARLY = 0.866;

/** Does an edge go on nearly straight into one of its neighbours? Then that may take all of its inside. */
function bends(outline: readonly Point2[], edge: number): boolean {
  const n = outline.length;
  const along = (i: number): Point2 => {
    const [p, q] = [outline[(i + n) % n]!, outline[(i + 1 + n) % n]!];
    const long = Math.hypot(q[0] - p[0], q[1] - p[1]);
    return [(q[0] - p[0]) / long, (q[1] - p[1]) / long];
  };
  const own = along(edge);
  return [edge - 1, edge + 1].some((i) => {
    const [u, v] = along(i);
    return own[0] * u + own[1] * v > NEARLY;
  });
}

const DIRECTIONS = ['across', 'in depth', 'in height'];

function outside(
  feature: Feature,
  form: HullForm,
  bounds: ReturnType<typeof boundsOfForm>,
  outlines: readonly (readonly Point2[])[],
): string | undefined {
  if (feature.kind === 'thing outside') return undefined;
  const { low, high } = extentOf(feature);
  const whole = wholeExtentOf(feature);
  const slack = 0.01;
  for (let i = 0; i < 3; i++)
    if (whole.low[i]! < bounds.low[i]! - slack || whole.high[i]! > bounds.high[i]! + slack)
      return `“${feature.name}”${feature.copies ? ' with its copies' : ''} runs from ${hundredths(whole.low[i]!)} to ${hundredths(whole.high[i]!)} ${DIRECTIONS[i]}; the shell from ${hundredths(bounds.low[i]!)} to ${hundredths(bounds.high[i]!)}.`;
  const [a, b] = PLANE_AXES[form.axis]!;
  const centre: Point2 = [(low[a] + high[a]) / 2, (low[b] + high[b]) / 2];
  if (outlines.some((outline) => contains(outline, centre))) return undefined;
  return `“${feature.name}” has its middle at ${hundredths(centre[0])} and ${hundredths(centre[1])} in the plane of the profile, outside the shell.`;
}
