import { facetsOf, formOf, type AxisName, type ProfileCorner, type ProfileHull } from '@young-shell/core/document';
import { measured, type Measured } from '@young-shell/core/quantity';
import type { Point2 } from '@young-shell/core/solid';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { Dialog } from '../../ui/Dialog';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { TextField } from '../../ui/TextField';
import { SECTION_NAMES } from '../../ui/SectionDrawing';
import { SectionEditor } from './SectionEditor';

const BASE = '/shell/hull/corners';

/** The profile of the hull, on paper: corners, edges, roundings and arches. */
export function HullSectionEditor({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { hull } = useAppSelector(selectDocument).shell;
  if (hull.form !== 'profile') return null;
  return (
    <Dialog
      title="Section of the hull"
      about="Once around, counter-clockwise; each edge is a face of the shell. The outside is drawn, walls stand inside it."
      open={open}
      onClose={onClose}
      wide
    >
      <Editor hull={hull} />
    </Dialog>
  );
}

/** The value with another length: what is dragged is no longer what the tool showed. */
export const put = (old: Measured, value: number): Measured =>
  Math.abs(old.value - value) < 1e-9 ? old : { value, uncertainty: old.uncertainty, tool: old.tool };

function Editor({ hull }: { hull: ProfileHull }) {
  const submit = useSubmit();
  const corners = hull.corners.map((c): Point2 => [c.a.value, c.b.value]);
  const outline = useMemo(() => facetsOf(formOf(hull)).map((f) => f.from), [hull]);
  const keep = (next: ProfileCorner[]) => submit({ type: 'setHull', hull: { ...hull, corners: next } });
  const [aName, bName] = SECTION_NAMES[hull.axis];
  const cap = (text: string) => text[0]!.toUpperCase() + text.slice(1);
  return (
    <SectionEditor
      axis={hull.axis}
      corners={corners}
      outline={outline}
      names={hull.corners.map((c) => c.face)}
      onMove={(next) =>
        keep(hull.corners.map((c, i) => ({ ...c, a: put(c.a, next[i]![0]), b: put(c.b, next[i]![1]) })))
      }
      onInsert={(after) => keep(withCornerAfter(hull.corners, after))}
      onRemove={(index) => keep(hull.corners.filter((_, i) => i !== index))}
      cornerFields={(i) => (
        <>
          <MeasuredAt label={cap(aName)} path={`${BASE}/${i}/a`} what={`corner ${i + 1} ${aName}`} />
          <MeasuredAt label={cap(bName)} path={`${BASE}/${i}/b`} what={`corner ${i + 1} ${bName}`} />
          <MeasuredAt label="Corner radius (0: sharp)" path={`${BASE}/${i}/radius`} what={`corner ${i + 1} radius`} />
        </>
      )}
      edgeFields={(i) => (
        <>
          <TextField
            label="Name of its face"
            value={hull.corners[i]!.face}
            onCommit={(face) =>
              keep(hull.corners.map((c, j) => (j === i ? { ...c, face: face.trim().toLowerCase() } : c)))
            }
          />
          <MeasuredAt label="Wall" path={`${BASE}/${i}/wall`} what={`${hull.corners[i]!.face} wall`} />
          <MeasuredAt label="Arch: rise over the straight edge" path={`${BASE}/${i}/rise`} what="rise of the arch" />
          <Choice
            label="The section is drawn out along"
            value={hull.axis}
            options={AXES}
            onChange={(axis) => submit({ type: 'setHull', hull: { ...hull, axis } })}
          />
        </>
      )}
    />
  );
}

const AXES: { value: AxisName; label: string }[] = [
  { value: 'x', label: 'x: the width' },
  { value: 'y', label: 'y: the depth' },
  { value: 'z', label: 'z: the height' },
];

const sharp = (): Measured => measured(0, 'guess', 0);

/** One corner more, in the middle of an edge; its face is a new one. */
function withCornerAfter(corners: readonly ProfileCorner[], after: number): ProfileCorner[] {
  const a = corners[after]!;
  const b = corners[(after + 1) % corners.length]!;
  const middle = (p: Measured, q: Measured) => measured(Math.round((p.value + q.value) * 5) / 10, 'guess', 1);
  let face = '';
  for (let n = 2; !face || corners.some((c) => c.face === face); n++) face = `${a.face}-${n}`;
  const between: ProfileCorner = {
    a: middle(a.a, b.a),
    b: middle(a.b, b.b),
    radius: sharp(),
    rise: sharp(),
    face,
    wall: a.wall,
  };
  return [...corners.slice(0, after + 1), between, ...corners.slice(after + 1)];
}
