import type { Body, Shell } from './form';

/** The body that is lifted off upwards, and its id: what is above a level plane. */
export function lidOf({
  bodies,
}: Pick<Shell, 'bodies'>): { id: string; body: Body; splitHeight: number; keeps: readonly string[] } | undefined {
  for (const [id, body] of Object.entries(bodies))
    if (body.cut.kind === 'plane' && body.cut.axis === 'z' && body.cut.side === 'above')
      return { id, body, splitHeight: body.cut.at.value, keeps: body.cut.keeps ?? [] };
  return undefined;
}
