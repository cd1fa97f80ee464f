import { SIDES, type ValidationIssue } from '../../form';
import type { Kit } from '../../kit/section';
import { facesOf, type Shell } from '../../shell/section';
import type { Layout, Wish, WishKind } from './form';

interface Plan {
  shell: Shell;
  kit: Kit;
  layout: Layout;
}

/** What makes no sense as a layout: places and wishes of what is not there. */
export function validationIssuesOfLayout(plan: Plan): ValidationIssue[] {
  const { kit, layout } = plan;
  const validationIssues: ValidationIssue[] = [];
  for (const [id, { rear, top, on, with: under }] of Object.entries(layout.placements)) {
    const path = `/layout/placements/${id}`;
    if (on !== undefined) validationIssues.push(...validationIssuesOfCarrier(plan, id, on));
    if (under !== undefined) validationIssues.push(...validationIssuesOfStand(plan, id, under));
    if (!Object.hasOwn(kit.parts, id))
      validationIssues.push({ path, message: `A place for “${id}”, but the kit has no such part.` });
    if (axisOf(rear) === axisOf(top))
      validationIssues.push({
        path,
        message: `“${id}” has its rear to the ${rear} and its top to the ${top}; they must be at right angles.`,
      });
  }
  for (const [id, { name, parts }] of Object.entries(layout.rows ?? {}))
    validationIssues.push(...validationIssuesOfRow(plan, id, name, Object.keys(parts)));
  for (const [id, on] of Object.entries(layout.rides ?? {}))
    validationIssues.push(...validationIssuesOfRide(plan, id, on));
  for (const id of Object.keys(layout.outside ?? {})) {
    const path = `/layout/outside/${id}`;
    if (!Object.hasOwn(kit.parts, id))
      validationIssues.push({ path, message: `“${id}” is said to stay outside, but the kit has no such part.` });
    else if (Object.hasOwn(layout.placements, id))
      validationIssues.push({
        path,
        message: `“${kit.parts[id]!.name}” is both outside and in the shell; take it out of one.`,
      });
  }
  for (const [id, wish] of Object.entries(layout.wishes))
    validationIssues.push(...validationIssuesOfWish(plan, id, wish));
  return validationIssues;
}

/** A row has two parts or more, all in the kit and in no other row. */
function validationIssuesOfRow(
  { kit, layout }: Plan,
  id: string,
  name: string,
  parts: readonly string[],
): ValidationIssue[] {
  const path = `/layout/rows/${id}`;
  const unknown = parts.find((part) => !Object.hasOwn(kit.parts, part));
  if (unknown !== undefined)
    return [{ path, message: `“${unknown}” is in the row “${name}”, but the kit has no such part.` }];
  if (parts.length < 2) return [{ path, message: `The row “${name}” has ${parts.length}; it would be 2 to 60 parts.` }];
  const other = Object.entries(layout.rows ?? {}).find(
    ([key, row]) => key < id && parts.some((part) => Object.hasOwn(row.parts, part)),
  );
  return other ? [{ path, message: `A part of “${name}” is in “${other[1].name}” already.` }] : [];
}

/** Where a search is to put a part: a body that comes off or moves, or another part that carries. */
function validationIssuesOfRide({ shell, kit }: Plan, id: string, on: string): ValidationIssue[] {
  const path = `/layout/rides/${id}`;
  if (!Object.hasOwn(kit.parts, id))
    return [{ path, message: `A search is to put “${id}” somewhere, but the kit has no such part.` }];
  const body = Object.hasOwn(shell.bodies, on) ? shell.bodies[on] : undefined;
  const part = Object.hasOwn(kit.parts, on) && on !== id ? kit.parts[on] : undefined;
  if ((body && body.kind !== 'ring') || part?.own?.carries) return [];
  return [
    {
      path,
      message: `A search can’t put “${kit.parts[id]!.name}” on “${on}”: name a lid, half, door, drawer, panel, tray or frame.`,
    },
  ];
}

/** A part rides on a body that is there and can be taken off or moved. */
function validationIssuesOfCarrier({ shell }: Plan, id: string, on: string): ValidationIssue[] {
  const body = Object.hasOwn(shell.bodies, on) ? shell.bodies[on] : undefined;
  if (body && body.kind !== 'ring') return [];
  return [
    {
      path: `/layout/placements/${id}/on`,
      message: body
        ? `“${id}” can’t ride on a spacer ring; name a lid, half, door, drawer or panel.`
        : `“${id}” rides on “${on}”, but the shell has no such body.`,
    },
  ];
}

/** A part stands on a tray or frame of the kit that is in the shell, at last not on itself, and opens with it. */
function validationIssuesOfStand({ kit, layout }: Plan, id: string, under: string): ValidationIssue[] {
  const path = `/layout/placements/${id}/with`;
  const name = (of: string) => kit.parts[of]?.name ?? of;
  const validationIssue = (message: string): ValidationIssue[] => [{ path, message }];
  const carrier = Object.hasOwn(kit.parts, under) ? kit.parts[under] : undefined;
  if (!carrier) return validationIssue(`“${name(id)}” stands on “${under}”, but the kit has no such part.`);
  if (!carrier.own?.carries)
    return validationIssue(
      `“${name(id)}” can’t stand on “${carrier.name}”: name a tray, a frame or a part others stand on.`,
    );
  if (!Object.hasOwn(layout.placements, under))
    return validationIssue(`“${name(id)}” stands on “${carrier.name}”, which is not in the shell: place that first.`);
  const seen = new Set([id]);
  for (let at: string | undefined = under; at !== undefined; at = layout.placements[at]?.with) {
    if (seen.has(at))
      return validationIssue(`“${name(id)}” would carry itself: “${carrier.name}” stands on it in the end.`);
    seen.add(at);
  }
  if (layout.placements[id]!.on !== layout.placements[under]!.on)
    return validationIssue(`“${name(id)}” stands on “${carrier.name}”: both ride on the same body, or on none.`);
  return [];
}

const PAIR_WISHES: readonly WishKind[] = ['near', 'apart', 'together', 'level', 'above'];

function validationIssuesOfWish({ kit, shell }: Plan, id: string, wish: Wish): ValidationIssue[] {
  const path = `/layout/wishes/${id}`;
  const unknown = [wish.part, wish.other].find((part) => part !== null && !Object.hasOwn(kit.parts, part));
  if (unknown) return [{ path, message: `A wish about “${unknown}”, but the kit has no such part.` }];
  if (PAIR_WISHES.includes(wish.kind) && (wish.other === null || wish.other === wish.part))
    return [{ path: `${path}/other`, message: `“${wish.kind}” is between two parts; name another one.` }];
  if (wish.kind === 'on face' && !facesOf(shell.hull).includes(wish.face ?? ''))
    return [
      {
        path: `${path}/face`,
        message: `The shell has no face “${wish.face}”; it has ${facesOf(shell.hull).join(', ')}.`,
      },
    ];
  if (wish.kind === 'facing' && !(SIDES as readonly string[]).includes(wish.face ?? ''))
    return [{ path: `${path}/face`, message: `A part looks to one of ${SIDES.join(', ')}, not to “${wish.face}”.` }];
  return [];
}

const axisOf = (side: string) =>
  side === 'left' || side === 'right' ? 'x' : side === 'front' || side === 'rear' ? 'y' : 'z';
