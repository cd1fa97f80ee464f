import { STAND_FOOTS, type MadeAngles, type MadeCage, type MadeStand } from '@young-shell/core/document';
import { Choice, same } from '../../../ui/Choice';
import { LengthField } from '../../../ui/LengthField';
import { NumberField } from '../../../ui/NumberField';

/** Sizes of a stand: a plate on posts, or a block. */
export function StandFields({ stand, put }: { stand: MadeStand; put: (stand: MadeStand) => string | undefined }) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <Choice
        label="Made as"
        value={stand.foot}
        options={STAND_FOOTS.map((value) => ({ value, label: value === 'posts' ? 'a plate on posts' : 'a block' }))}
        onChange={(foot) => put({ ...stand, foot })}
      />
      <Choice
        label="Of"
        value={stand.material}
        options={same(['steel', 'aluminium', 'plywood', 'wood'] as const)}
        onChange={(material) => put({ ...stand, material })}
      />
      <LengthField
        label="Wide"
        value={stand.width}
        least={8}
        most={1500}
        onCommit={(width) => put({ ...stand, width })}
      />
      <LengthField
        label="Deep"
        value={stand.depth}
        least={8}
        most={1500}
        onCommit={(depth) => put({ ...stand, depth })}
      />
      <LengthField
        label="High"
        value={stand.height}
        least={1}
        most={600}
        onCommit={(height) => put({ ...stand, height })}
      />
      {stand.foot === 'posts' && (
        <LengthField
          label="Its plate"
          value={stand.thickness}
          least={0.5}
          most={30}
          onCommit={(thickness) => put({ ...stand, thickness })}
        />
      )}
    </div>
  );
}

/** Sizes of two angles on a wall. */
export function AnglesFields({ angles, put }: { angles: MadeAngles; put: (angles: MadeAngles) => string | undefined }) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <LengthField
        label="Both together wide"
        value={angles.width}
        least={16}
        most={1500}
        onCommit={(width) => put({ ...angles, width })}
      />
      <LengthField
        label="Each wide"
        value={angles.strip}
        least={8}
        most={60}
        onCommit={(strip) => put({ ...angles, strip })}
      />
      <LengthField
        label="Under the part"
        value={angles.reach}
        least={8}
        most={600}
        onCommit={(reach) => put({ ...angles, reach })}
      />
      <LengthField
        label="At the wall"
        value={angles.leg}
        least={12}
        most={300}
        onCommit={(leg) => put({ ...angles, leg })}
      />
      <LengthField
        label="Thick"
        value={angles.thickness}
        least={0.8}
        most={10}
        onCommit={(thickness) => put({ ...angles, thickness })}
      />
      <Choice
        label="Of"
        value={angles.material}
        options={same(['steel', 'aluminium'] as const)}
        onChange={(material) => put({ ...angles, material })}
      />
    </div>
  );
}

/** Sizes of a cage with bays for drives. */
export function CageFields({ cage, put }: { cage: MadeCage; put: (cage: MadeCage) => string | undefined }) {
  return (
    <div className="grid grid-cols-2 gap-2">
      <Choice
        label="Drives of"
        value={cage.bay}
        options={same(['3.5 in', '2.5 in'] as const)}
        onChange={(bay) => put({ ...cage, bay, pitch: PITCH[bay] })}
      />
      <Choice
        label="Of"
        value={cage.material}
        options={same(['steel', 'aluminium', 'plywood'] as const)}
        onChange={(material) => put({ ...cage, material })}
      />
      <NumberField label="Bays" value={cage.bays} least={1} most={12} onCommit={(bays) => put({ ...cage, bays })} />
      <LengthField
        label="From drive to drive"
        value={cage.pitch}
        least={6}
        most={120}
        onCommit={(pitch) => put({ ...cage, pitch })}
      />
      <LengthField
        label="Sheet"
        value={cage.thickness}
        least={0.5}
        most={12}
        onCommit={(thickness) => put({ ...cage, thickness })}
      />
    </div>
  );
}

/** From one drive to the next with room for air between them, mm. Common practice, no source. */
export const PITCH: Readonly<Record<MadeCage['bay'], number>> = { '3.5 in': 36, '2.5 in': 15 };
