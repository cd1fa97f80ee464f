import { faceName, nameOf } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { useCallback, useMemo, useRef, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { selectDrawn, selectAssessment, selectPartMargins, selectShown } from '../document/selectors';
import type { Label } from './Labels';
import { hullBox } from './projection';
import { Scene3d, shownMargins } from './Scene3d';
import { defaultDepth } from './section';
import { SectionView } from './SectionView';
import { select } from './slice';
import { useViewKeys } from './useViewKeys';
import { ViewBar } from './ViewBar';
import { WishTape } from './WishTape';

/** The one large view of the shell that all stations share. */
export function ShellView({ id }: { id: string }) {
  const dispatch = useAppDispatch();
  const { mode, depth, selection, drag, preview, jaws, motion } = useAppSelector((s) => s.view);
  const unit = useAppSelector((s) => s.preferences.unit);
  const assembly = useAppSelector(selectDrawn);
  const document = useAppSelector(selectShown);
  const assessment = useAppSelector(selectAssessment);
  const partMargins = useAppSelector(selectPartMargins);
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

  const overlaps = assessment.fit.margins
    .filter((m) => m.kind === 'body' && m.distance < -0.05 && assembly.parts.length > 0 && !motion)
    .slice(0, 4);
  const labels = useMemo<Label[]>(
    () => [
      ...overlaps.map((m) => ({ id: `red/${m.id}`, at: m.from })),
      ...assembly.parts.map((p) => ({
        id: p.id,
        at: [(p.low[0] + p.high[0]) / 2, (p.low[1] + p.high[1]) / 2, p.high[2]] as [number, number, number],
      })),
      ...(jaws
        ? [{ id: 'jaws', at: [0, 1, 2].map((i) => (jaws.from[i]! + jaws.to[i]!) / 2) as [number, number, number] }]
        : []),
      ...shownMargins(partMargins).map((m) => ({
        id: `dim/${m.id}`,
        at: [0, 1, 2].map((i) => (m.from[i]! + m.to[i]!) / 2) as [number, number, number],
      })),
    ],
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [assembly.parts, assessment.fit.margins, partMargins, jaws, motion],
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
      aria-label="The shell. Arrow keys move the selected part, R turns it; hold x, y or z and type to set a position."
      onKeyDown={onKeyDown}
      onKeyUp={onKeyUp}
    >
      {section ? (
        <SectionView mode={section} depth={at} onScale={onScale} wanted={wanted} />
      ) : (
        <>
          <Scene3d id={id} labels={labels} layer={layer} />
          <div ref={layer} className="pointer-events-none absolute inset-0 overflow-hidden">
            {overlaps.map((m) => (
              <span key={m.id} data-label={`red/${m.id}`} className="tape tape-red absolute top-0 left-0">
                {document.kit.parts[m.part]?.name}: {formatLength(-m.distance, unit)} into{' '}
                {m.other.kind === 'face'
                  ? faceName(document, m.other.id, assembly.hull.walls)
                  : nameOf(document, m.other)}
              </span>
            ))}
            {jaws && (
              <span data-label="jaws" className="tape absolute top-0 left-0">
                jaws here
              </span>
            )}
            {assembly.parts.map((part) => (
              <button
                key={part.id}
                type="button"
                data-label={part.id}
                aria-pressed={selection?.id === part.id}
                className={`tape pointer-events-auto absolute top-0 left-0 border-0 ${selection?.id === part.id ? 'underline decoration-2 underline-offset-2' : ''}`}
                onClick={() => dispatch(select({ kind: 'part', id: part.id }))}
              >
                {part.part.name}
                <WishTape part={part.id} />
              </button>
            ))}
            {shownMargins(partMargins).map((m) => (
              <span
                key={m.id}
                data-label={`dim/${m.id}`}
                className={`figure absolute top-0 left-0 px-1 text-[17px] leading-5 [text-shadow:0_0_4px_#06201a,0_0_2px_#06201a] ${m.spare < 0 ? 'text-[#ffb3a1]' : 'text-white'}`}
              >
                {formatLength(m.distance, unit)}
              </span>
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
