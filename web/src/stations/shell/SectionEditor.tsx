import { edgeLengths, withEdgeLength, type AxisName } from '@young-shell/core/document';
import type { Tool } from '@young-shell/core/quantity';
import type { Point2 } from '@young-shell/core/solid';
import { Plus, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { useAppSelector } from '../../app/store';
import { Button } from '../../ui/Button';
import { LengthField } from '../../ui/LengthField';
import { SECTION_NAMES, SectionDrawing, type Picked } from '../../ui/SectionDrawing';

interface Props {
  axis: AxisName;
  corners: readonly Point2[];
  outline?: readonly Point2[];
  names?: readonly string[];
  /** Puts the corners elsewhere, all in one change; gives what is wrong with that, or nothing. A typed length has a tool. */
  onMove: (corners: Point2[], tool?: Tool) => string | undefined;
  onInsert: (after: number) => string | undefined;
  onRemove: (index: number) => string | undefined;
  /** More about the picked corner or edge. */
  cornerFields: (index: number) => ReactNode;
  edgeFields?: (index: number) => ReactNode;
}

/** A section with a length on every edge: corners are dragged, nudged or typed, edges are given their length. */
export function SectionEditor({
  axis,
  corners,
  outline,
  names,
  onMove,
  onInsert,
  onRemove,
  cornerFields,
  edgeFields,
}: Props) {
  const [picked, setPicked] = useState<Picked>({ kind: 'edge', index: 0 });
  const [moving, setMoving] = useState<Point2[]>();
  const [error, setError] = useState<string>();
  const tool = useAppSelector((s) => s.preferences.tool);
  const shown = moving ?? corners;
  const index = Math.min(picked.index, corners.length - 1);
  const [aName, bName] = SECTION_NAMES[axis];
  const done = (wrong: string | undefined) => {
    setError(wrong);
    return wrong;
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_320px]">
      <div className="border-r border-line">
        <SectionDrawing
          corners={shown}
          {...(moving || !outline ? {} : { outline })}
          {...(names ? { names } : {})}
          picked={{ kind: picked.kind, index }}
          onPick={setPicked}
          onMove={(i, to) => setMoving((now) => (now ?? corners).map((p, j) => (j === i ? to : p)))}
          onDrop={() =>
            setMoving((now) => {
              if (now) done(onMove(now));
              return undefined;
            })
          }
        />
        <p className="m-0 px-4 py-2 text-sm text-ink-soft">
          Horizontal: {aName}; upright: {bName}. Drag a corner (0.5 mm steps, Alt 0.1) or move it with the arrow keys;
          click a length to give an edge another one.
        </p>
      </div>
      <div className="flex flex-col gap-3 p-4">
        {picked.kind === 'edge' ? (
          <>
            <h3 className="m-0 text-base font-semibold">
              Edge {index + 1}
              {names?.[index] ? `, ${names[index]}` : ''}
            </h3>
            <LengthField
              label="Length of the edge"
              value={Math.round(edgeLengths(corners)[index]! * 1000) / 1000}
              onCommit={(length) => {
                try {
                  return done(onMove(withEdgeLength(corners, index, length), tool));
                } catch (problem) {
                  return (problem as Error).message;
                }
              }}
            />
            {edgeFields?.(index)}
            <Button onClick={() => done(onInsert(index)) ?? setPicked({ kind: 'corner', index: index + 1 })}>
              <Plus size={15} aria-hidden /> corner in the middle of this edge
            </Button>
          </>
        ) : (
          <>
            <h3 className="m-0 text-base font-semibold">Corner {index + 1}</h3>
            {cornerFields(index)}
            <Button disabled={corners.length <= 3} onClick={() => done(onRemove(index))}>
              <X size={15} aria-hidden /> take this corner out
            </Button>
          </>
        )}
        {error && (
          <p role="alert" className="m-0 text-sm font-medium text-stop">
            {error}
          </p>
        )}
      </div>
    </div>
  );
}
