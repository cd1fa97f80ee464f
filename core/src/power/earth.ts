import type { Assembly } from '../assembly';
import type { Conversion } from '../document';
import { kindOf } from '../parts';

/** Something that conducts and can be touched. */
export interface EarthBond {
  /** `body/lid`, `feature/keys-1`, `part/supply-1`, `shell/base`. */
  id: string;
  name: string;
  why: string;
  /** Ω to the inlet’s earth, measured. */
  ohms: number | undefined;
  note: string;
  ok: boolean;
}

/** Protective bonding, Ω (IEC 62368-1, from memory). */
export const BOND = 0.1;

const METALS = new Set(['steel', 'aluminium']);

/** Is there mains inside: a supply, or a part of the user’s own with bare mains? */
export const mainsInside = ({ kit }: Conversion): boolean =>
  Object.values(kit.parts).some(
    (part) => kindOf(part) === 'supply' || Object.values(part.own?.blocks ?? {}).some((b) => b.conducts === 'mains'),
  );

/** Every conductive thing that can be touched, from outside or with the lid off: each is bonded and measured by itself. */
export function earthList(document: Conversion, assembly: Assembly): EarthBond[] {
  const { shell, power } = document;
  const things: Omit<EarthBond, 'ohms' | 'note' | 'ok'>[] = [];
  if (METALS.has(shell.material)) things.push({ id: 'shell/base', name: 'the shell itself', why: 'its walls conduct' });
  for (const [id, body] of Object.entries(shell.bodies))
    if (METALS.has(body.material))
      things.push({
        id: `body/${id}`,
        name: body.name || body.kind,
        why: body.closures.some((c) => c.kind === 'hinge')
          ? 'a hinge is no bond: a wire of its own'
          : 'paint and screws are no sure bond: a wire of its own',
      });
  for (const [id, feature] of Object.entries(shell.features))
    if (feature.metal && feature.fate !== 'removed')
      things.push({
        id: `feature/${id}`,
        name: feature.name,
        why: feature.control
          ? 'its shaft reaches outside'
          : feature.moving
            ? 'it moves: a flexible wire'
            : 'it is touched with the lid off',
      });
  for (const placed of assembly.parts) {
    const kind = kindOf(placed.part);
    const metal = placed.solids.some((s) => s.conducts === 'metal' && s.role === 'body');
    if (!metal || !(kind === 'supply' || kind === 'card' || placed.part.own)) continue;
    things.push({
      id: `part/${placed.id}`,
      name: placed.part.name,
      why:
        kind === 'supply'
          ? 'its case carries the earth of the inlet'
          : kind === 'card'
            ? 'its bracket is outside'
            : 'its case conducts',
    });
  }
  return things.map((thing) => {
    const said = power.earth[thing.id];
    return { ...thing, ohms: said?.ohms, note: said?.note ?? '', ok: said?.ohms !== undefined && said.ohms <= BOND };
  });
}
