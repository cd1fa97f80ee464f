import { cornerPoints, withCornerOn, withCornersAt, type Feature, type PrismShape } from '@young-shell/core/document';
import { useState } from 'react';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { SECTION_NAMES, SectionDrawing } from '../../ui/SectionDrawing';
import { SectionEditor } from './SectionEditor';

/** The section of a feature that is drawn out along an axis. */
export function PrismSection({ id, feature, shape }: { id: string; feature: Feature; shape: PrismShape }) {
  const submit = useSubmit();
  const [open, setOpen] = useState(false);
  const corners = cornerPoints(shape.corners);
  const keep = (next: PrismShape['corners']) =>
    submit({ type: 'setFeature', id, feature: { ...feature, shape: { ...shape, corners: next } } });
  const base = `/shell/features/${id}/shape/corners`;
  const names = SECTION_NAMES[shape.axis];
  return (
    <div className="col-span-2 flex items-center gap-3">
      <div className="w-28 border border-line bg-field p-1">
        <SectionDrawing corners={corners} />
      </div>
      <Button onClick={() => setOpen(true)}>Edit the section</Button>
      <Dialog
        title={`Section of ${feature.name}`}
        about="Corners count from the feature’s low ends."
        open={open}
        onClose={() => setOpen(false)}
        wide
      >
        <SectionEditor
          axis={shape.axis}
          corners={corners}
          onMove={(next, tool) => keep(withCornersAt(shape.corners, next, tool))}
          onInsert={(after) => keep(withCornerOn(shape.corners, after))}
          onRemove={(index) => keep(shape.corners.filter((_, i) => i !== index))}
          cornerFields={(i) =>
            (['a', 'b'] as const).map((key, k) => (
              <MeasuredAt
                key={key}
                label={names[k]!}
                path={`${base}/${i}/${key}`}
                what={`${feature.name}: corner ${i + 1} ${names[k]}`}
              />
            ))
          }
        />
      </Dialog>
    </div>
  );
}
