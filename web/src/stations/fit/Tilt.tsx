import { MOST_TILT, type Placement } from '@young-shell/core/document';
import { useState } from 'react';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';

const ABOUT = [
  { value: 'z', label: 'seen from above' },
  { value: 'y', label: 'seen from the rear' },
  { value: 'x', label: 'seen from the right' },
] as const;

interface Props {
  placement: Placement;
  /** Gives what is wrong with the place, or nothing. */
  put: (placement: Placement) => string | undefined;
}

/** A slight angle beside the quarter turns, for holes that are there already. */
export function Tilt({ placement, put }: Props) {
  const { tilt, ...straight } = placement;
  const [axis, setAxis] = useState(tilt?.axis ?? 'z');
  const about = tilt?.axis ?? axis;
  const set = (next: NonNullable<Placement['tilt']>) =>
    put(next.degrees === 0 ? straight : { ...straight, tilt: next });
  return (
    <div className="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1.6fr)] items-end gap-2">
      <NumberField
        label="Angle to the left, °"
        value={tilt?.degrees ?? 0}
        least={-MOST_TILT}
        most={MOST_TILT}
        onCommit={(degrees) => set({ axis: about, degrees })}
      />
      <Choice
        label="Turned"
        value={about}
        options={ABOUT}
        onChange={(value) => {
          setAxis(value);
          return tilt && set({ ...tilt, axis: value });
        }}
      />
    </div>
  );
}
