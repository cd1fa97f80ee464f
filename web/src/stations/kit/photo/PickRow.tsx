import type { HoleMap, PhotoPick } from '@young-shell/core/document';
import type { PickedPlace } from '@young-shell/core/kit';
import { formatLength } from '@young-shell/core/quantity';
import { X } from 'lucide-react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { TextField } from '../../../ui/TextField';

interface Props {
  pick: PhotoPick;
  place: PickedPlace | undefined;
  maps: Readonly<Record<string, HoleMap>>;
  onChange: (pick: PhotoPick) => string | undefined;
  onRemove: () => void;
}

/** One picked thing: its place with its uncertainty, and which point of a hole map it shows. */
export function PickRow({ pick, place, maps, onChange, onRemove }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const show = (v: number) => formatLength(v, unit, unit === 'mm' ? 1 : 3);
  const points = Object.entries(maps).flatMap(([map, { name, points: all }]) =>
    Object.entries(all).map(([point, p]) => ({ value: `${map}/${point}`, label: `${name}: ${p.name}` })),
  );
  return (
    <div className="border-t border-line pt-2">
      <div className="flex items-baseline justify-between gap-2">
        <span className="figure text-lg">
          {place
            ? `${show(place.x)}, ${show(place.y)} ±${show(place.uncertainty)}${place.diameter === undefined ? '' : ` Ø ${show(place.diameter)}`}`
            : 'not measured yet'}
        </span>
        <Button look="quiet" aria-label={`Take out ${pick.name}`} onClick={onRemove}>
          <X size={15} aria-hidden />
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Name" value={pick.name} onCommit={(name) => onChange({ ...pick, name })} />
        {points.length > 0 && (
          <Choice
            label="It shows"
            value={pick.shows ? `${pick.shows.map}/${pick.shows.point}` : ''}
            options={[{ value: '', label: 'nothing mapped' }, ...points]}
            onChange={(value) => {
              const [map, point] = value.split('/');
              onChange({ ...pick, shows: map && point ? { map, point } : null });
            }}
          />
        )}
      </div>
    </div>
  );
}
