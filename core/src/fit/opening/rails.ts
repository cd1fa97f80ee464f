import type { Assembly } from '../../assembly';
import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { DENSITY } from '../../standards';

/** Rails are loaded up to half of what they are rated for: a full drawer is pulled, and falls into its end. Common practice, no source. */
const SAFETY = 2;
/** Without a rating one says nothing of a load under this, kg. Common practice, no source. */
const LIGHT = 3;

/** What a drawer weighs with all that lies in it, kg: parts that ride on it, and its boards as weighed or by their volume. */
export function drawerLoad({ kit, layout, shell }: Conversion, { drawers }: Assembly, id: string): number {
  const parts = Object.entries(layout.placements)
    .filter(([part, { on }]) => on === id && part in kit.parts)
    .reduce((sum, [part]) => sum + kit.parts[part]!.mass, 0);
  const body = shell.bodies[id]!;
  const volume = (drawers[id]?.boards ?? []).reduce(
    (sum, { shape: { low, high } }) => sum + (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2]),
    0,
  );
  return (parts + (body.weighed ?? volume * DENSITY[body.material].value * 1e-6)) / 1000;
}

/** Rails that carry more than they stand. */
export function railFindings(document: Conversion, assembly: Assembly): Finding[] {
  return Object.entries(document.shell.bodies).flatMap(([id, { name: own, kind, motion }]): Finding[] => {
    if (motion.kind !== 'slide') return [];
    const riders = assembly.parts.filter((p) => p.placement.on === id);
    if (riders.length === 0) return [];
    const load = drawerLoad(document, assembly, id);
    const name = own || kind;
    const { rating } = motion;
    if (rating === undefined ? load < LIGHT : load * SAFETY <= rating) return [];
    const over = rating !== undefined && load > rating;
    return [
      {
        id: `fit/rails/${id}`,
        station: 'fit',
        verdict: rating === undefined ? 'note' : over ? 'stop' : 'warn',
        sentence:
          rating === undefined
            ? `${name} weighs ${load.toFixed(1)} kg with what lies in it: take rails rated for ${(SAFETY * load).toFixed(0)} kg and say so at Shell, or it sags when it is out.`
            : over
              ? `${name} weighs ${load.toFixed(1)} kg with what lies in it and its rails are rated for ${rating} kg: take others, or less into it.`
              : `${name} weighs ${load.toFixed(1)} kg with what lies in it; rails for ${rating} kg are loaded to half by ${(rating / SAFETY).toFixed(1)} kg. Take ones for ${(SAFETY * load).toFixed(0)} kg.`,
        brief: `${name}: ${load.toFixed(1)} kg`,
        figures: [],
        about: riders.map((p) => ({ kind: 'part' as const, id: p.id })),
      },
    ];
  });
}
