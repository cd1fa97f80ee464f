import type { PlacedPart } from '@young-shell/core/assembly';
import { looksOf, type Mark, type Tone } from '@young-shell/core/parts';
import { DIRECTIONS, turnDirection, type Direction, type Vec3 } from '@young-shell/core/solid';
import { useEffect, useMemo } from 'react';
import { BufferGeometry, Color, DoubleSide, Float32BufferAttribute } from 'three';
import { MARK_LINE, MARK_TONE } from './palette';

/** Marks stand this far off the side they are drawn on, each a little farther than the one before, mm. */
const OFF = 0.25;
const EACH = 0.02;

interface Geometries {
  areas: BufferGeometry;
  lines: BufferGeometry;
}

/** Areas and lines of marks, each point where `place` puts it, the sides looking where `turned` says. */
function geometriesOf(
  marks: readonly Mark[],
  place: (p: Vec3) => Vec3,
  turned: (side: Direction) => Direction,
): Geometries {
  const [areas, colours, lines]: [number[], number[], number[]] = [[], [], []];
  const tones = Object.fromEntries(Object.entries(MARK_TONE).map(([tone, c]) => [tone, new Color(c)])) as Record<
    Tone,
    Color
  >;
  marks.forEach(({ side, path, closed, tone }, k) => {
    const out = DIRECTIONS[turned(side)];
    const lift = OFF + EACH * k;
    const points = path.map((p): Vec3 => {
      const q = place(p);
      return [0, 1, 2].map((i) => q[i]! + lift * out[i]!) as Vec3;
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
export function PartLooks3d({ part: placed }: { part: PlacedPart }) {
  const { id, part, toShell, turn, low } = placed;
  const { rear, top, tilt } = placed.placement;
  const geometries = useMemo(
    () =>
      geometriesOf(
        looksOf(id, part),
        (p) => toShell(p).map((v, i) => v - low[i]!) as Vec3,
        (side) => turnDirection(turn, side),
      ),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [id, part, rear, top, tilt?.axis, tilt?.degrees, placed.openBy],
  );
  return <Looks at={low} geometries={geometries} />;
}

/** What an original control is recognised by. */
export function ControlLooks3d({ marks }: { marks: readonly Mark[] }) {
  const geometries = useMemo(
    () =>
      geometriesOf(
        marks,
        (p) => p,
        (side) => side,
      ),
    [marks],
  );
  return <Looks at={[0, 0, 0]} geometries={geometries} />;
}

function Looks({ at, geometries: { areas, lines } }: { at: Vec3; geometries: Geometries }) {
  useEffect(
    () => () => {
      areas.dispose();
      lines.dispose();
    },
    [areas, lines],
  );
  return (
    <group position={at}>
      <mesh geometry={areas} raycast={() => undefined}>
        <meshBasicMaterial vertexColors side={DoubleSide} toneMapped={false} />
      </mesh>
      <lineSegments geometry={lines} raycast={() => undefined}>
        <lineBasicMaterial color={MARK_LINE} transparent opacity={0.75} />
      </lineSegments>
    </group>
  );
}
