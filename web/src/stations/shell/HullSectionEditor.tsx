import {
  faceWord,
  wallWords,
  cornerPoints,
  facetsOf,
  formOf,
  withCornersAt,
  withProfileCornerOn,
  type AxisName,
  type ProfileCorner,
  type ProfileHull,
} from '@young-shell/core/document';
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
import { capital } from '../../ui/capital';

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

function Editor({ hull }: { hull: ProfileHull }) {
  const submit = useSubmit();
  const corners = cornerPoints(hull.corners);
  const outline = useMemo(() => facetsOf(formOf(hull)).map((f) => f.from), [hull]);
  const keep = (next: ProfileCorner[]) => submit({ type: 'setHull', hull: { ...hull, corners: next } });
  const [aName, bName] = SECTION_NAMES[hull.axis];
  const cap = (text: string) => capital(text);
  return (
    <SectionEditor
      axis={hull.axis}
      corners={corners}
      outline={outline}
      names={hull.corners.map((c) => faceWord(c.face))}
      onMove={(next, tool) => keep(withCornersAt(hull.corners, next, tool))}
      onInsert={(after) => keep(withProfileCornerOn(hull.corners, after))}
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
          <MeasuredAt label="Wall" path={`${BASE}/${i}/wall`} what={wallWords(hull.corners[i]!.face)} />
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
