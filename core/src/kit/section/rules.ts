import { validationIssuesBy, type ValidationIssue } from '../../form';
import { standardPart } from '../../standards';
import { BOARD_EDGES, OWN, part as partForm, type HoleMap, type Kit, type Part } from './form';

/** What makes no sense as a kit. */
export function validationIssuesOfKit(kit: Kit): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  for (const [id, part] of Object.entries(kit.parts)) {
    const path = `/kit/parts/${id}`;
    if ((part.standard === OWN) !== (part.own !== undefined))
      validationIssues.push({
        path: `${path}/own`,
        message: part.own
          ? `“${part.name}” is “${part.standard}” of the library and has an own design; it is one or the other.`
          : `“${part.name}” is an own part without a design.`,
      });
    const design = validationIssueOfDesign(part);
    if (design) validationIssues.push({ path: `${path}/own/blocks`, message: design });
    if (part.standard !== OWN && !standardPart(part.standard))
      validationIssues.push({ path: `${path}/standard`, message: `The library has no part “${part.standard}”.` });
  }
  for (const [id, map] of Object.entries(kit.holeMaps)) validationIssues.push(...validationIssuesOfHoleMap(id, map));
  return validationIssues;
}

/** What is wrong with a part that stands by itself, such as one of the user's own library. */
export function validationIssuesOfPart(value: unknown): ValidationIssue[] {
  const form = validationIssuesBy(partForm, value);
  if (form.length > 0) return form;
  return validationIssuesOfKit({ parts: { part: value as Part }, holeMaps: {}, photos: {} }).map(
    ({ path, message }) => ({
      path: path.replace('/kit/parts/part', ''),
      message,
    }),
  );
}

/** What makes no sense in an own design, in words. */
export function validationIssueOfDesign({ name, own }: Part): string | undefined {
  if (!own || Object.values(own.blocks).some((b) => b.role === 'body' || b.role === 'connector')) return undefined;
  return `“${name}” has no body block: keep-outs and air are around something.`;
}

function validationIssuesOfHoleMap(id: string, { points, distances }: HoleMap): ValidationIssue[] {
  const edge = (end: string) => (BOARD_EDGES as readonly string[]).includes(end);
  const opposite = (a: string, b: string) => /^(left,right|right,left|front,rear|rear,front)$/.test(`${a},${b}`);
  return Object.entries(distances).flatMap(([key, { from, to }]): ValidationIssue[] => {
    const path = `/kit/holeMaps/${id}/distances/${key}`;
    const unknown = [from, to].find((end) => !edge(end) && !Object.hasOwn(points, end));
    if (unknown) return [{ path, message: `A distance to “${unknown}”, but the hole map has no such point.` }];
    if (from === to) return [{ path, message: `A distance from “${from}” to itself.` }];
    if (edge(from) && edge(to) && !opposite(from, to))
      return [{ path, message: `The ${from} and the ${to} edge meet: a distance needs two opposite edges.` }];
    return [];
  });
}
