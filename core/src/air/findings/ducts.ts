import { ductedFrom, ductLength, type Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Say } from '../../findings';

/** A duct to a part that it can’t reach straight; what a straight one runs into is Fit’s to say. */
export function ductFindings({ air, kit }: Conversion, assembly: Assembly, say: Say): void {
  for (const [id, { ductTo }] of Object.entries(air.fans)) {
    const to = assembly.parts.find((p) => p.id === ductTo);
    const fan = assembly.parts.find((p) => p.id === id);
    const outward = fan && ductedFrom(fan);
    if (!to || !fan || !outward || ductLength(fan, outward, to) > 0) continue;
    const name = kit.parts[id]!.name;
    say(
      `duct/${id}`,
      'warn',
      `A duct from ${name} to ${to.part.name} has to bend back: ${to.part.name} does not lie behind it. It takes room that is not counted; turn the fan to face it, or leave the duct out.`,
      `${name}: duct bends`,
      [],
      [
        { kind: 'part' as const, id },
        { kind: 'part' as const, id: to.id },
      ],
    );
  }
}
