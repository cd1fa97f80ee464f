import { kindOf } from '@young-shell/core/parts';
import { formatLength } from '@young-shell/core/quantity';
import type { PlacedPart, Solid } from '@young-shell/core/assembly';
import type { Axis, Point2, Vec3 } from '@young-shell/core/solid';
import { select as d3select, zoom as d3zoom, zoomIdentity, type ZoomTransform } from 'd3';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { selectAssembly, selectAssessment, selectPartMargins, selectShown } from '../document/selectors';
import { CutOutlines } from './CutOutlines';
import { FEATURE_FILL, PART_FILL } from './palette';
import { SectionMat } from './SectionMat';
import { hullBox, SECTION_AXES, type SectionMode } from './projection';
import { cutsSolid, hullSilhouette, wallOutlines } from './section';
import { select } from './slice';
import { useMove } from './useMove';

const path = (points: readonly Point2[]) => `M${points.map(([u, v]) => `${u} ${-v}`).join('L')}Z`;

interface Props {
  mode: SectionMode;
  depth: number;
  onScale: (pixelsPerMm: number) => void;
  /** Asks for a scale (px a mm); `undefined` fits the shell. */
  wanted: { scale: number | undefined; nonce: number };
}

/** A true-scale section: what is cut at the depth is filled, what lies behind is drawn in line. */
export function SectionView({ mode, depth, onScale, wanted }: Props) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectShown);
  const assembly = useAppSelector(selectAssembly);
  const assessment = useAppSelector(selectAssessment);
  const selection = useAppSelector((s) => s.view.selection);
  const showRooms = useAppSelector((s) => s.view.showRooms);
  const margins = useAppSelector(selectPartMargins);
  const unit = useAppSelector((s) => s.preferences.unit);
  const svg = useRef<SVGSVGElement>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const { drag, drop } = useMove();
  const start = useRef<{
    id: string;
    at: [number, number];
    placement: (typeof document.layout.placements)[string];
  } | null>(null);
  const { across, up, into } = SECTION_AXES[mode];
  const box = useMemo(() => hullBox(assembly.hull), [assembly.hull]);
  const k = transform.k;

  const zoomer = useMemo(
    () =>
      d3zoom<SVGSVGElement, unknown>()
        .scaleExtent([0.2, 30])
        .filter((event: MouseEvent) => !event.button && !(event.target as Element).closest('[data-part]'))
        .on('zoom', (event: { transform: ZoomTransform }) => setTransform(event.transform)),
    [],
  );
  useEffect(() => {
    if (svg.current) d3select(svg.current).call(zoomer).on('dblclick.zoom', null);
  }, [zoomer]);
  useEffect(() => {
    const node = svg.current;
    if (!node) return;
    const { width, height } = node.getBoundingClientRect();
    const [w, h] = [box.high[across] - box.low[across], box.high[up] - box.low[up]];
    const scale = wanted.scale ?? Math.min((width - 120) / w, (height - 150) / h);
    const x = width / 2 - scale * (box.low[across] + w / 2);
    const y = height / 2 + 16 + scale * (box.low[up] + h / 2);
    d3select(node).call(zoomer.transform, zoomIdentity.translate(x, y).scale(scale));
    // Only a new view or a wish of the user moves the paper; edits do not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [mode, wanted.nonce, zoomer]);
  useEffect(() => onScale(k), [k, onScale]);

  const pointerDown = (event: PointerEvent, id: string) => {
    event.stopPropagation();
    dispatch(select({ kind: 'part', id }));
    const placement = store.getState().document.document?.layout.placements[id];
    if (!placement || event.button !== 0) return;
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    start.current = { id, at: [event.clientX, event.clientY], placement };
  };
  const pointerMove = (event: PointerEvent) => {
    if (!start.current) return;
    const by: Vec3 = [0, 0, 0];
    by[across] = (event.clientX - start.current.at[0]) / k;
    by[up] = -(event.clientY - start.current.at[1]) / k;
    if (Math.hypot(...by) * k < 3 && !store.getState().view.drag) return;
    drag(start.current.id, start.current.placement, by, [across, up], event.altKey ? 0 : Math.min(6, 8 / k));
  };
  const pointerUp = () => {
    start.current = null;
    drop();
  };

  const stops = useMemo(
    () =>
      new Set(
        assessment.findings
          .filter((f) => f.station === 'fit' && f.verdict === 'stop')
          .flatMap((f) => f.about.filter((a) => a.kind === 'part').map((a) => a.id)),
      ),
    [assessment],
  );
  const px = (pixels: number) => pixels / k;
  // Nearer things are drawn later.
  const order = (a: Solid, b: Solid) =>
    mode === 'plan' ? a.shape.high[into] - b.shape.high[into] : b.shape.low[into] - a.shape.low[into];

  return (
    <svg
      ref={svg}
      className="h-full w-full touch-none bg-mat select-none"
      role="group"
      aria-label={`${mode} section at ${depth} mm`}
      onPointerDown={() => dispatch(select(null))}
    >
      <defs>
        <pattern
          id="cut-hatch"
          width={px(7)}
          height={px(7)}
          patternTransform="rotate(45)"
          patternUnits="userSpaceOnUse"
        >
          <rect width={px(7)} height={px(7)} fill="#c9a36a" />
          <line x1="0" y1="0" x2="0" y2={px(7)} stroke="#7c5f34" strokeWidth={px(1.4)} />
        </pattern>
      </defs>
      <g transform={transform.toString()}>
        <SectionMat box={box} across={across} up={up} k={k} />
        <path
          d={path(hullSilhouette(assembly.hull, mode))}
          fill="rgba(233,217,180,0.07)"
          stroke="#e9d9b4"
          strokeWidth={px(1)}
        />
        {[...assembly.features].sort(order).map((f) => (
          <SolidOutline
            key={f.id}
            solid={f}
            axes={[across, up, into]}
            fill={FEATURE_FILL[document.shell.features[f.id]?.fate ?? 'keep']}
            cut={cutsSolid(f, mode, depth)}
            stroke={selection?.kind === 'feature' && selection.id === f.id ? '#ff9a5c' : '#efe6cf'}
            width={px(selection?.id === f.id ? 2.5 : 1)}
            onPick={() => dispatch(select({ kind: 'feature', id: f.id }))}
          />
        ))}
        {assembly.parts.map((part) => {
          const selected = selection?.kind === 'part' && selection.id === part.id;
          const fill = PART_FILL[kindOf(part.part) ?? 'drive'];
          return (
            <g
              key={part.id}
              data-part={part.id}
              tabIndex={0}
              role="button"
              aria-pressed={selected}
              aria-label={`${part.part.name}, at ${part.placement.x}, ${part.placement.y}, ${part.placement.z} mm`}
              className="cursor-grab focus:outline-none"
              onFocus={() => dispatch(select({ kind: 'part', id: part.id }))}
              onPointerDown={(event) => pointerDown(event, part.id)}
              onPointerMove={pointerMove}
              onPointerUp={pointerUp}
              onPointerCancel={pointerUp}
            >
              {[...part.solids].sort(order).map((s) => {
                const room = s.role === 'air' || s.role === 'plug room';
                if (room && !(selected && showRooms)) return null;
                return (
                  <SolidOutline
                    key={s.id}
                    solid={s}
                    axes={[across, up, into]}
                    fill={room ? 'none' : fill}
                    cut={cutsSolid(s, mode, depth)}
                    dashed={room}
                    stroke={
                      room
                        ? s.role === 'air'
                          ? '#9fd8e6'
                          : '#ead88f'
                        : selected
                          ? '#ff9a5c'
                          : stops.has(part.id)
                            ? '#ff6a4d'
                            : '#e6efe9'
                    }
                    width={px(selected && !room ? 2 : stops.has(part.id) ? 1.8 : 1)}
                  />
                );
              })}
            </g>
          );
        })}
        <path
          d={wallOutlines(assembly.hull, mode, depth).map(path).join('')}
          fillRule="evenodd"
          fill="url(#cut-hatch)"
          stroke="#e9d9b4"
          strokeWidth={px(1)}
          pointerEvents="none"
        />
        <CutOutlines openings={assessment.cut.openings} hull={assembly.hull} axes={[across, up, into]} px={px} />
        {nameSpots(assembly.parts, across, up, k).map(({ part, x, y }) => (
          <text
            key={part.id}
            x={x}
            y={y}
            fontSize={px(14)}
            textAnchor="middle"
            dominantBaseline="central"
            className="pointer-events-none font-label font-semibold"
            fill="#fff"
            stroke="rgba(13,44,37,0.85)"
            strokeWidth={px(3.5)}
            paintOrder="stroke"
          >
            {part.part.name}
          </text>
        ))}
        {margins
          .filter((m) => Math.abs(m.normal[into]) < 0.7)
          .slice(0, 5)
          .map((m) => {
            const [x1, y1, x2, y2] = [m.from[across], -m.from[up], m.to[across], -m.to[up]];
            const bad = m.spare < 0;
            return (
              <g key={m.id} pointerEvents="none">
                <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={bad ? '#ff6a4d' : '#fff'} strokeWidth={px(1.6)} />
                <circle cx={x1} cy={y1} r={px(2.6)} fill={bad ? '#ff6a4d' : '#fff'} />
                <circle cx={x2} cy={y2} r={px(2.6)} fill={bad ? '#ff6a4d' : '#fff'} />
                <text
                  x={(x1 + x2) / 2 + px(Math.abs(x2 - x1) < Math.abs(y2 - y1) ? 8 : 0)}
                  y={(y1 + y2) / 2 - px(Math.abs(x2 - x1) < Math.abs(y2 - y1) ? 0 : 9)}
                  fontSize={px(17)}
                  dominantBaseline="central"
                  textAnchor={Math.abs(x2 - x1) < Math.abs(y2 - y1) ? 'start' : 'middle'}
                  className="figure"
                  fill={bad ? '#ffb3a1' : '#fff'}
                  stroke="rgba(13,44,37,0.9)"
                  strokeWidth={px(4)}
                  paintOrder="stroke"
                >
                  {formatLength(m.distance, unit)}
                </text>
              </g>
            );
          })}
      </g>
    </svg>
  );
}

/** The middle of each part, moved down where another name already stands. */
function nameSpots(parts: readonly PlacedPart[], across: Axis, up: Axis, k: number) {
  const taken: { x: number; y: number; half: number }[] = [];
  return parts.map((part) => {
    const half = (part.part.name.length * 4) / k;
    const spot = { x: (part.low[across] + part.high[across]) / 2, y: -(part.low[up] + part.high[up]) / 2, half };
    for (let tries = 0; tries < 8; tries++) {
      const hit = taken.find((t) => Math.abs(t.x - spot.x) < t.half + half && Math.abs(t.y - spot.y) < 16 / k);
      if (!hit) break;
      spot.y = hit.y + 16.5 / k;
    }
    taken.push(spot);
    return { part, ...spot };
  });
}

interface OutlineProps {
  solid: Solid;
  axes: [Axis, Axis, Axis];
  fill: string;
  cut: boolean;
  stroke: string;
  width: number;
  dashed?: boolean;
  onPick?: () => void;
}

function SolidOutline({ solid, axes: [across, up, into], fill, cut, stroke, width, dashed, onPick }: OutlineProps) {
  const { low, high } = solid.shape;
  const shared = {
    fill,
    fillOpacity: fill === 'none' ? 0 : cut ? 0.95 : 0.28,
    stroke,
    strokeWidth: width,
    strokeDasharray: dashed || !cut ? `${width * 4} ${width * 3}` : undefined,
    onPointerDown: onPick
      ? (event: PointerEvent) => {
          event.stopPropagation();
          onPick();
        }
      : undefined,
  };
  if (solid.shape.kind === 'cylinder' && solid.shape.axis === into)
    return (
      <circle
        cx={(low[across] + high[across]) / 2}
        cy={-(low[up] + high[up]) / 2}
        r={(high[across] - low[across]) / 2}
        {...shared}
      />
    );
  return (
    <rect x={low[across]} y={-high[up]} width={high[across] - low[across]} height={high[up] - low[up]} {...shared} />
  );
}
