import { unitWord, formatLength } from '@young-shell/core/quantity';
import type { Point2 } from '@young-shell/core/solid';
import { select as d3select, zoom as d3zoom, zoomIdentity, type ZoomTransform } from 'd3';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { selectDrawn, selectAssessment, selectShown } from '../document/selectors';
import { FeaturesInSection } from './FeaturesInSection';
import { SHELL_FILL } from './palette';
import { PartInSection } from './PartInSection';
import { SectionMat } from './SectionMat';
import { hullBox, SECTION_AXES, type SectionMode } from './projection';
import { cutsSolid, hullSilhouette, wallOutlines } from './section';
import { select } from './slice';
import { useStations, type SectionLayer } from './station';
import { useSectionDrag } from './useSectionDrag';
import { unstacked, type Writing } from './writing';

const sameWritings = (a: readonly Writing[], b: readonly Writing[]) => JSON.stringify(a) === JSON.stringify(b);
const path = (points: readonly Point2[]) => `M${points.map(([u, v]) => `${u} ${-v}`).join('L')}Z`;

/** A key moves the paper by so many px, and brings it nearer by this. */
const STEP = 60;
const NEARER = 1.15;

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
  const assembly = useAppSelector(selectDrawn);
  const assessment = useAppSelector(selectAssessment);
  const selection = useAppSelector((s) => s.view.selection);
  const stations = useStations();
  const unit = useAppSelector((s) => s.preferences.unit);
  const showRooms = useAppSelector((s) => s.view.showRooms);
  const svg = useRef<SVGSVGElement>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const { across, up } = SECTION_AXES[mode];
  const box = useMemo(() => hullBox(assembly.hull), [assembly.hull]);
  const k = transform.k;
  const fitted = useAppSelector((s) => s.view.fitted);
  /** Width and height of the view as text: a resize is a new view. */
  const [frame, setFrame] = useState('');
  useEffect(() => {
    const node = svg.current;
    if (!node) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      setFrame(`${Math.round(width / 40)}×${Math.round(height / 40)}`);
    });
    watch.observe(node);
    return () => watch.disconnect();
  }, []);

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
  }, [mode, wanted.nonce, fitted, frame, zoomer]);
  useEffect(() => onScale(k), [k, onScale]);
  const look = useAppSelector((s) => s.view.look);
  const looked = useRef(look.count);
  useEffect(() => {
    if (looked.current === look.count || !svg.current) return;
    looked.current = look.count;
    const { right, up: higher, nearer } = look;
    const paper = d3select(svg.current);
    if (nearer !== 0) paper.call(zoomer.scaleBy, NEARER ** nearer);
    else paper.call(zoomer.translateBy, (-right * STEP) / k, (higher * STEP) / k);
    // The scale of now, not of when it changes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [look, zoomer]);
  const [focused, setFocused] = useState<string>();

  const drag = useSectionDrag(across, up, k);

  const stops = useMemo(
    () =>
      new Set(
        assessment.findings
          .filter((f) => f.verdict === 'stop' && f.about[0]?.kind === 'part')
          .flatMap((f) => f.about.filter((a) => a.kind === 'part').map((a) => a.id)),
      ),
    [assessment],
  );
  // The material of an imported shell stands in boxes: they are its walls.
  const material = assembly.features.filter((f) => f.owner === 'material' && cutsSolid(f, mode, depth));
  const px = (pixels: number) => pixels / k;
  const layer: SectionLayer = { mode, depth, px };
  const writings = useAppSelector(
    (state) => stations.flatMap((station) => station.writings?.(state, layer) ?? []),
    sameWritings,
  );
  const spots = unstacked(
    [
      ...writings,
      ...[...assembly.parts, ...assembly.outer].map((part): Writing => ({
        key: part.id,
        text: part.part.name,
        x: (part.low[across] + part.high[across]) / 2,
        y: -(part.low[up] + part.high[up]) / 2,
        size: 14,
        fill: '#fff',
        figure: false,
      })),
    ],
    k,
  );
  const made = SHELL_FILL[document.shell.material];

  return (
    <svg
      ref={svg}
      className="h-full w-full touch-none bg-mat select-none"
      role="group"
      aria-label={`${mode} section at ${formatLength(depth, unit)} ${unitWord(unit)}`}
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
          <rect width={px(7)} height={px(7)} fill={made.fill} />
          <line x1="0" y1="0" x2="0" y2={px(7)} stroke={made.hatch} strokeWidth={px(1.4)} />
        </pattern>
      </defs>
      <g transform={transform.toString()}>
        <SectionMat box={box} across={across} up={up} k={k} unit={unit} />
        <path
          d={path(hullSilhouette(assembly.hull, mode))}
          fill="rgba(233,217,180,0.07)"
          stroke="#e9d9b4"
          strokeWidth={px(1)}
        />
        {stations.map(({ id, UnderSection }) => UnderSection && <UnderSection key={id} {...layer} />)}
        {material.map(({ id, shape: { low, high } }) => (
          <rect
            key={id}
            x={low[across]}
            y={-high[up]}
            width={high[across] - low[across]}
            height={high[up] - low[up]}
            fill={made.fill}
            pointerEvents="none"
          />
        ))}
        <FeaturesInSection features={assembly.features} document={document} mode={mode} depth={depth} k={k} />
        {[...assembly.parts, ...assembly.outer].map((part) => {
          const selected = selection?.kind === 'part' && selection.id === part.id;
          return (
            <PartInSection
              key={part.id}
              part={part}
              mode={mode}
              depth={depth}
              k={k}
              selected={selected}
              showRooms={selected && showRooms}
              stopped={stops.has(part.id)}
              focused={focused === part.id}
              onFocused={setFocused}
              drag={drag}
            />
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
        {stations.map(({ id, OverSection }) => OverSection && <OverSection key={id} {...layer} />)}
        {spots.map(({ key, text, x, y, size, fill, figure }) => (
          <text
            key={key}
            x={x}
            y={y}
            fontSize={px(size)}
            textAnchor="middle"
            dominantBaseline="central"
            className={`pointer-events-none ${figure ? 'figure' : 'font-label font-semibold'}`}
            fill={fill}
            stroke="rgba(13,44,37,0.9)"
            strokeWidth={px(4)}
            paintOrder="stroke"
          >
            {text}
          </text>
        ))}
      </g>
    </svg>
  );
}
