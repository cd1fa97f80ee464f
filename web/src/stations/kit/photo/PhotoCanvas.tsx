import type { Photo, Pixel } from '@young-shell/core/document';
import { pixelAt, type PhotoMeasure } from '@young-shell/core/kit';
import { select as d3select, zoom as d3zoom, zoomIdentity, type D3ZoomEvent, type ZoomTransform } from 'd3';
import { useEffect, useRef, useState } from 'react';

export type PickMode = 'corner' | 'straight' | 'point' | 'circle';

interface Props {
  photo: Photo;
  measure: PhotoMeasure;
  mode: PickMode;
  pending: readonly Pixel[];
  onClick: (at: Pixel) => void;
  onEnd: () => void;
}

const VIEW = { width: 760, height: 660 };
const HINTS = ['lower left', 'lower right', 'upper right', 'upper left'];

/** The picture with what is picked; the wheel zooms, dragging moves, a click picks. Or put upright, to check it. */
export function PhotoCanvas({ photo, measure, mode, pending, onClick, onEnd }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const [transform, setTransform] = useState<ZoomTransform>(zoomIdentity);
  const [upright, setUpright] = useState(false);
  const [cursor, setCursor] = useState<Pixel>([photo.width / 2, photo.height / 2]);
  const fit = Math.min(VIEW.width / photo.width, VIEW.height / photo.height);
  const shown = upright && measure.plane !== undefined;
  useEffect(() => {
    if (!svg.current) return;
    const zoom = d3zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, 40])
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => setTransform(event.transform));
    d3select(svg.current).call(zoom).on('dblclick.zoom', null);
  }, [shown]);
  const scale = fit * transform.k;
  const px = (n: number) => n / scale;
  const pixelOf = (event: React.MouseEvent): Pixel => {
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(svg.current!.getScreenCTM()!.inverse());
    const [ix, iy] = transform.invert([point.x, point.y]);
    return [Math.round((ix / fit) * 10) / 10, Math.round((iy / fit) * 10) / 10];
  };
  const cross = (p: Pixel, key: string, colour: string, label?: string) => (
    <g key={key} transform={`translate(${p[0]} ${p[1]})`} stroke={colour} strokeWidth={px(1.5)} pointerEvents="none">
      <path d={`M${-px(9)} 0H${-px(2)}M${px(2)} 0H${px(9)}M0 ${-px(9)}V${-px(2)}M0 ${px(2)}V${px(9)}`} />
      {label && (
        <text
          x={px(10)}
          y={-px(6)}
          fontSize={px(14)}
          fill={colour}
          stroke="#10201b"
          strokeWidth={px(3)}
          paintOrder="stroke"
          className="font-label font-semibold"
        >
          {label}
        </text>
      )}
    </g>
  );
  return (
    <div className="relative bg-mat-deep">
      {shown ? (
        <Upright photo={photo} measure={measure} onPick={onClick} />
      ) : (
        <svg
          ref={svg}
          viewBox={`0 0 ${VIEW.width} ${VIEW.height}`}
          className="block h-[660px] w-full cursor-crosshair touch-none"
          role="application"
          tabIndex={0}
          aria-label="The photo: arrow keys move the cross, Enter picks, Escape ends what is being picked"
          onClick={(event) => {
            if (event.detail <= 1) onClick(pixelOf(event));
          }}
          onDoubleClick={onEnd}
          onKeyDown={(event) => {
            const step = event.shiftKey ? 50 : event.altKey ? 0.5 : 5;
            const by = (
              { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] } as Record<
                string,
                Pixel
              >
            )[event.key];
            if (by) {
              event.preventDefault();
              setCursor(([x, y]) => [x + by[0], y + by[1]]);
            } else if (event.key === 'Enter') onClick(cursor);
            else if (event.key === 'Escape' && pending.length > 0) {
              event.stopPropagation();
              onEnd();
            }
          }}
        >
          <g transform={transform.toString()}>
            <g transform={`scale(${fit})`}>
              <image href={`/api/attachments/${photo.content}`} width={photo.width} height={photo.height} />
              {photo.corners.length === 4 && (
                <polygon
                  points={photo.corners.map((c) => c.join()).join(' ')}
                  fill="none"
                  stroke="#ead88f"
                  strokeWidth={px(1.5)}
                  pointerEvents="none"
                />
              )}
              {photo.corners.map((c, i) => cross(c, `corner-${i}`, '#ead88f', HINTS[i]))}
              {[...photo.straight, pending].map((edge, i) => (
                <polyline
                  key={i}
                  points={edge.map((p) => p.join()).join(' ')}
                  fill="none"
                  stroke="#7fd0e6"
                  strokeWidth={px(1.5)}
                  pointerEvents="none"
                />
              ))}
              {Object.entries(photo.picks).flatMap(([id, pick]) =>
                pick.at.map((p, i) => cross(p, `${id}-${i}`, '#ff9a5c', i === 0 ? pick.name : undefined)),
              )}
              {cross(cursor, 'cursor', 'rgba(255,255,255,0.75)')}
            </g>
          </g>
        </svg>
      )}
      <div className="absolute top-3 left-3 flex gap-2">
        <span className="tape">{mode === 'corner' ? `corner: ${HINTS[photo.corners.length % 4]}` : mode}</span>
        {measure.plane && (
          <button
            type="button"
            className="rounded-sm bg-strip px-2.5 font-label text-sm font-semibold text-strip-ink"
            onClick={() => setUpright(!upright)}
          >
            {shown ? 'as photographed' : 'put upright'}
          </button>
        )}
      </div>
    </div>
  );
}

/** The picture in the plane of its reference, at one scale; clicks are taken back to the photo. */
function Upright({ photo, measure, onPick }: { photo: Photo; measure: PhotoMeasure; onPick: (at: Pixel) => void }) {
  const { width, height } = photo.reference;
  // The reference with as much again around it.
  const [w, h] = [width.value * 2, height.value * 1.6];
  const k = Math.min(VIEW.width / w, VIEW.height / h);
  const [x0, y0] = [(VIEW.width - width.value * k) / 2, (VIEW.height + height.value * k) / 2];
  const p = measure.plane!;
  // Picture px → plane mm → screen px with y down, as the columns CSS asks for.
  const row = (i: number) => [p[i * 3]!, p[i * 3 + 1]!, p[i * 3 + 2]!] as const;
  const [rx, ry, rw] = [row(0), row(1), row(2)];
  const sx = rx.map((v, i) => k * v + x0 * rw[i]!);
  const sy = ry.map((v, i) => -k * v + y0 * rw[i]!);
  const matrix = [sx[0], sy[0], 0, rw[0], sx[1], sy[1], 0, rw[1], 0, 0, 1, 0, sx[2], sy[2], 0, rw[2]];
  return (
    <div
      role="presentation"
      className="relative h-[660px] cursor-crosshair overflow-hidden"
      style={{ width: VIEW.width }}
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        const at = pixelAt(measure, [(event.clientX - box.left - x0) / k, (y0 - (event.clientY - box.top)) / k]);
        if (at) onPick([Math.round(at[0] * 10) / 10, Math.round(at[1] * 10) / 10]);
      }}
    >
      <img
        src={`/api/attachments/${photo.content}`}
        alt={`${photo.name}, put upright`}
        width={photo.width}
        height={photo.height}
        className="pointer-events-none absolute top-0 left-0 max-w-none origin-top-left"
        style={{ transform: `matrix3d(${matrix.join()})` }}
      />
      <svg
        viewBox={`0 0 ${VIEW.width} 660`}
        width={VIEW.width}
        height={660}
        className="pointer-events-none absolute inset-0"
      >
        <rect
          x={x0}
          y={y0 - height.value * k}
          width={width.value * k}
          height={height.value * k}
          fill="none"
          stroke="#ead88f"
          strokeWidth="1.5"
        />
        {measure.places.map((place) => (
          <g key={place.id} transform={`translate(${x0 + place.x * k} ${y0 - place.y * k})`}>
            <circle r={place.diameter ? (place.diameter * k) / 2 : 5} fill="none" stroke="#ff9a5c" strokeWidth="1.5" />
            <text
              x="8"
              y="-8"
              className="font-label font-semibold"
              fontSize="14"
              fill="#ff9a5c"
              stroke="#10201b"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {place.name}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
