import type { MapPoint } from '@young-shell/core/document';
import type { SolvedPoint } from '@young-shell/core/kit';
import { formatLength } from '@young-shell/core/quantity';
import { X } from 'lucide-react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { MeasuredField } from '../../../ui/MeasuredField';
import { TextField } from '../../../ui/TextField';

/** One hole or socket: its name, its diameter, where it was found. */
export function PointRow({
  point,
  solved,
  onChange,
  onRemove,
}: {
  point: MapPoint;
  solved: SolvedPoint | undefined;
  onChange: (point: MapPoint) => string | undefined;
  onRemove: () => void;
}) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const show = (v: number) => formatLength(v, unit, 2);
  return (
    <div className="grid grid-cols-[84px_150px_1fr_auto] items-end gap-2 border-t border-line pt-1.5">
      <TextField label={point.kind} value={point.name} onCommit={(name) => onChange({ ...point, name })} />
      <MeasuredField
        label={point.kind === 'hole' ? 'Diameter' : 'Width'}
        value={point.diameter}
        onCommit={(diameter) => onChange({ ...point, diameter })}
      />
      <span className="figure pb-1 text-[17px]">
        {solved && !solved.loose ? `${show(solved.x)}, ${show(solved.y)} ±${show(solved.ellipse.long)}` : 'loose'}
      </span>
      <Button look="quiet" aria-label={`Take out ${point.name}`} onClick={onRemove}>
        <X size={15} aria-hidden />
      </Button>
    </div>
  );
}
