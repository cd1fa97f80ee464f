import { SIDES, type Complaint } from '../../form';
import type { Kit } from '../../kit/section';
import { facesOf, type Shell } from '../../shell/section';
import type { Layout, Wish, WishKind } from './form';

interface Plan {
  shell: Shell;
  kit: Kit;
  layout: Layout;
}

/** What makes no sense as a layout: places and wishes of what is not there. */
export function complaintsOfLayout(plan: Plan): Complaint[] {
  const { kit, layout } = plan;
  const complaints: Complaint[] = [];
  for (const [id, { rear, top }] of Object.entries(layout.placements)) {
    const path = `/layout/placements/${id}`;
    if (!Object.hasOwn(kit.parts, id))
      complaints.push({ path, message: `A place for “${id}”, but the kit has no such part.` });
    if (axisOf(rear) === axisOf(top))
      complaints.push({
        path,
        message: `“${id}” has its rear to the ${rear} and its top to the ${top}; they must be at right angles.`,
      });
  }
  for (const [id, wish] of Object.entries(layout.wishes)) complaints.push(...complaintsOfWish(plan, id, wish));
  return complaints;
}

const PAIR_WISHES: readonly WishKind[] = ['near', 'apart', 'together', 'level', 'above'];

function complaintsOfWish({ kit, shell }: Plan, id: string, wish: Wish): Complaint[] {
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
