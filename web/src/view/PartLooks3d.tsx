import type { PlacedPart } from '@young-shell/core/assembly';
import type { Part } from '@young-shell/core/document';
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

/** Marks of a part and the way it is turned, from its low corner: made once, kept as long as the part is. */
const ofPart = new WeakMap<Part, { key: string; geometries: Geometries }>();

function marksOf({ id, part, toShell, turn, low, placement, openBy }: PlacedPart): Geometries {
  const { rear, top, tilt } = placement;
  const key = [id, rear, top, tilt?.axis, tilt?.degrees, openBy].join();
  const known = ofPart.get(part);
  if (known?.key === key) return known.geometries;
  const geometries = geometriesOf(
    looksOf(id, part),
    (p) => toShell(p).map((v, i) => v - low[i]!) as Vec3,
    (side) => turnDirection(turn, side),
  );
  ofPart.set(part, { key, geometries });
  return geometries;
}

/** What parts are recognised by, drawn at once. */
export function PartLooks3d({ parts }: { parts: readonly PlacedPart[] }) {
  const all = useMemo(() => {
    const each = parts.map((part) => ({ by: part.low, ...marksOf(part) }));
    const joined = (which: keyof Geometries, attribute: string) =>
      each.map((e) => ({ by: e.by, from: e[which].getAttribute(attribute).array as Float32Array }));
    const areas = new BufferGeometry();
    areas.setAttribute('position', concatenated(joined('areas', 'position'), true));
    areas.setAttribute('color', concatenated(joined('areas', 'color'), false));
    const lines = new BufferGeometry();
    lines.setAttribute('position', concatenated(joined('lines', 'position'), true));
    return { areas, lines };
  }, [parts]);
  return <Looks geometries={all} />;
}

/** Numbers one after the other; as places, each moved by its own. */
function concatenated(each: readonly { by: Vec3; from: Float32Array }[], moved: boolean): Float32BufferAttribute {
  const all = new Float32Array(each.reduce((sum, { from }) => sum + from.length, 0));
  let at = 0;
  for (const { by, from } of each) {
    all.set(from, at);
    if (moved) for (let i = 0; i < from.length; i++) all[at + i]! += by[i % 3]!;
    at += from.length;
  }
  return new Float32BufferAttribute(all, 3);
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
  return <Looks geometries={geometries} />;
}

function Looks({ geometries: { areas, lines } }: { geometries: Geometries }) {
  useEffect(
    () => () => {
      areas.dispose();
      lines.dispose();
    },
    [areas, lines],
  );
  return (
    <group>
      <mesh geometry={areas} raycast={() => undefined}>
        <meshBasicMaterial vertexColors side={DoubleSide} toneMapped={false} />
      </mesh>
      <lineSegments geometry={lines} raycast={() => undefined}>
        <lineBasicMaterial color={MARK_LINE} transparent opacity={0.75} />
      </lineSegments>
    </group>
  );
}
