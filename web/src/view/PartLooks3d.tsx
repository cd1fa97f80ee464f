import type { PlacedPart } from '@young-shell/core/assembly';
import { looksOf, type Tone } from '@young-shell/core/parts';
import { DIRECTIONS, turnDirection, type Vec3 } from '@young-shell/core/solid';
import { useEffect, useMemo } from 'react';
import { BufferGeometry, Color, DoubleSide, Float32BufferAttribute } from 'three';
import { MARK_LINE, MARK_TONE } from './palette';

/** Marks stand this far off the side they are drawn on, each a little farther than the one before, mm. */
const OFF = 0.25;
const EACH = 0.004;

/** Areas and lines of all marks of a part, counted from its low ends. */
function geometriesOf({ id, part, toShell, turn, low }: PlacedPart): { areas: BufferGeometry; lines: BufferGeometry } {
  const [areas, colours, lines]: [number[], number[], number[]] = [[], [], []];
  const tones = Object.fromEntries(Object.entries(MARK_TONE).map(([tone, c]) => [tone, new Color(c)])) as Record<
    Tone,
    Color
  >;
  looksOf(id, part).forEach(({ side, path, closed, tone }, k) => {
    const out = DIRECTIONS[turnDirection(turn, side)];
    const lift = OFF + EACH * k;
    const points = path.map((p): Vec3 => {
      const q = toShell(p);
      return [0, 1, 2].map((i) => q[i]! - low[i]! + lift * out[i]!) as Vec3;
    });
    if (tone)
      for (let i = 1; i + 1 < points.length; i++)
        for (const p of [points[0]!, points[i]!, points[i + 1]!]) {
          areas.push(...p);
          colours.push(tones[tone].r, tones[tone].g, tones[tone].b);
        }
    const ends = closed ? points.length : points.length - 1;
    for (let i = 0; i < ends; i++) lines.push(...points[i]!, ...points[(i + 1) % points.length]!);
  });
  const filled = new BufferGeometry();
  filled.setAttribute('position', new Float32BufferAttribute(areas, 3));
  filled.setAttribute('color', new Float32BufferAttribute(colours, 3));
  const drawn = new BufferGeometry();
  drawn.setAttribute('position', new Float32BufferAttribute(lines, 3));
  return { areas: filled, lines: drawn };
}

/** What a part is recognised by: made once for a part and the way it is turned, moved with it. */
export function PartLooks3d({ part }: { part: PlacedPart }) {
  const { rear, top } = part.placement;
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const { areas, lines } = useMemo(() => geometriesOf(part), [part.id, part.part, rear, top]);
  useEffect(
    () => () => {
      areas.dispose();
      lines.dispose();
    },
    [areas, lines],
  );
  return (
    <group position={part.low}>
      <mesh geometry={areas} raycast={() => undefined}>
        <meshBasicMaterial vertexColors side={DoubleSide} toneMapped={false} />
      </mesh>
      <lineSegments geometry={lines} raycast={() => undefined}>
        <lineBasicMaterial color={MARK_LINE} transparent opacity={0.75} />
      </lineSegments>
    </group>
  );
}
