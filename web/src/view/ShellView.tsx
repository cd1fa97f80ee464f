import { useCallback, useMemo, useRef, useState } from 'react';
import { shallowEqual } from 'react-redux';
import { useAppDispatch, useAppSelector } from '../app/store';
import { selectDrawn } from '../document/selectors';
import { arriving } from './arriving';
import type { Label } from './Labels';
import { hullBox } from './projection';
import { defaultDepth } from './section';
import { select } from './slice';
import { useStations, type Tape } from './station';
import { useViewKeys } from './useViewKeys';
import { ViewBar } from './ViewBar';

// The largest piece of the interface is fetched while the plan is.
const SectionView = arriving(import('./SectionView').then((m) => m.SectionView));
const Scene3d = arriving(import('./Scene3d').then((m) => m.Scene3d));

const FIGURE = 'figure px-1 text-[17px] leading-5 [text-shadow:0_0_4px_#06201a,0_0_2px_#06201a]';
const TAPES: Readonly<Record<Tape['look'], string>> = {
  tape: 'tape',
  'red tape': 'tape tape-red',
  figure: `${FIGURE} text-white`,
  'bad figure': `${FIGURE} text-[#ffb3a1]`,
};

/** The one large view of the shell that all stations share. */
export function ShellView({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const { mode, depth, selection, drag, preview } = useAppSelector((s) => s.view);
  const stations = useStations();
  const tapes = useAppSelector((s) => stations.flatMap((station) => station.tapes?.(s) ?? []), shallowEqual);
  const assembly = useAppSelector(selectDrawn);
  const layer = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(1);
  const [wanted, setWanted] = useState<{ scale: number | undefined; nonce: number }>({ scale: undefined, nonce: 0 });
  const { onKeyDown, onKeyUp, typed } = useViewKeys();
  const box = useMemo(() => hullBox(assembly.hull), [assembly.hull]);
  const section = mode === '3d' ? undefined : mode;
  const at = section
    ? (depth[section] ?? defaultDepth(assembly, section, selection?.kind === 'part' ? selection.id : undefined, box))
    : 0;
  const onScale = useCallback((k: number) => setScale(k), []);

  const labels = useMemo<Label[]>(
    () => [
      ...tapes,
      ...[...assembly.parts, ...assembly.outer].map((p) => ({
        id: p.id,
        at: [(p.low[0] + p.high[0]) / 2, (p.low[1] + p.high[1]) / 2, p.high[2]] as [number, number, number],
      })),
    ],
    [assembly, tapes],
  );

  return (
    <div
      className="relative h-full w-full overflow-hidden bg-mat-deep focus-visible:-outline-offset-3"
      role="application"
      tabIndex={0}
      ref={frame}
      onPointerDownCapture={(event) => {
        if (!(event.target as Element).closest('button, input, [data-part]'))
          frame.current?.focus({ preventScroll: true });
      }}
      aria-label="The shell. Arrow keys move the selected part, R turns it; hold x, y or z and type to set a position. With Ctrl they turn the view, plus and minus zoom."
      onKeyDown={onKeyDown}
      onKeyUp={onKeyUp}
    >
      {section ? (
        <SectionView mode={section} depth={at} onScale={onScale} wanted={wanted} />
      ) : (
        <>
          <Scene3d id={id} labels={labels} layer={layer} />
          <div ref={layer} className="pointer-events-none absolute inset-0 overflow-hidden">
            {tapes.map((tape) => (
              <span key={tape.id} data-label={tape.id} className={`absolute top-0 left-0 ${TAPES[tape.look]}`}>
                {tape.text}
              </span>
            ))}
            {[...assembly.parts, ...assembly.outer].map((part) => (
              <button
                key={part.id}
                type="button"
                data-label={part.id}
                aria-pressed={selection?.id === part.id}
                className={`tape pointer-events-auto absolute top-0 left-0 border-0 ${selection?.id === part.id ? 'underline decoration-2 underline-offset-2' : ''}`}
                onClick={() => dispatch(select({ kind: 'part', id: part.id }))}
              >
                {part.part.name}
                {stations.map(({ id: station, PartNote }) => PartNote && <PartNote key={station} part={part.id} />)}
              </button>
            ))}
          </div>
        </>
      )}
      <ViewBar
        mode={mode}
        depth={at}
        scale={scale}
        box={box}
        onScale={(wish) => setWanted((w) => ({ scale: wish, nonce: w.nonce + 1 }))}
      />
      <div
        className="pointer-events-none absolute right-3 bottom-3 left-3 flex flex-wrap justify-center gap-2"
        aria-live="polite"
      >
        {typed && (
          <span className="tape">
            {'xyz'[typed.axis]} = {typed.text}
          </span>
        )}
        {drag && drag.snapped.length > 0 && (
          <span className="tape">against {[...new Set(drag.snapped)].join(', ')}</span>
        )}
        {preview && <span className="tape">trying on: {preview.label}</span>}
      </div>
    </div>
  );
}
