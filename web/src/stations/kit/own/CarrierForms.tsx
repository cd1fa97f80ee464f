import type { MadeCage, MadeFrame, MadeTray, Part } from '@young-shell/core/document';
import {
  correctedPositions,
  mappedTray,
  partMade,
  photoPointsOf,
  solveHoles,
  standardTray,
  TRAY_ROWS,
} from '@young-shell/core/kit';
import { useState } from 'react';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { Section } from '../../../ui/Section';
import { FrameFields } from './FrameFields';
import { CageFields, PITCH } from './RestFields';
import { TrayFields } from './TrayFields';

/** Made, or what is wrong with it. */
function tried(make: () => Part): Part | string {
  try {
    return make();
  } catch (error) {
    return (error as Error).message;
  }
}

/** The tray and rear panel of another machine, by the board they are for or by a hole map: parts stand on it, it is cut down. */
export function TrayForm({ onPart }: { onPart: (part: Part, stem: string) => void }) {
  const { kit } = useAppSelector(selectDocument);
  const [from, setFrom] = useState(TRAY_ROWS[0]!.key);
  const [tray, setTray] = useState<MadeTray>(() => standardTray(TRAY_ROWS[0]!.key));
  // Maps that lack distances have no place for their holes yet.
  const maps = Object.entries(kit.holeMaps).filter(([id, map]) => {
    const { missing, points } = solveHoles(map, photoPointsOf(kit.photos, id));
    return !missing && points.length >= 2;
  });
  const choose = (key: string) => {
    setFrom(key);
    const map = kit.holeMaps[key.replace('map:', '')];
    if (!key.startsWith('map:') || !map) {
      setTray(standardTray(key));
      return;
    }
    const solution = solveHoles(map, photoPointsOf(kit.photos, key.replace('map:', '')));
    setTray(mappedTray(map, solution, correctedPositions(map, solution)));
  };
  const put = (next: MadeTray) => {
    const made = tried(() => partMade(next, 'Tray'));
    if (typeof made === 'string') return made;
    setTray(next);
    return undefined;
  };
  return (
    <Section title="A tray from another machine">
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        The plate a board was screwed to and the panel behind it, in one piece. Measure yours against these sizes.
      </p>
      <Choice
        label="Made for"
        value={from}
        options={[
          ...TRAY_ROWS.map((row) => ({ value: row.key, label: row.name })),
          ...maps.map(([id, map]) => ({ value: `map:${id}`, label: `hole map: ${map.name}` })),
        ]}
        onChange={choose}
      />
      <div className="mt-2">
        <TrayFields tray={tray} put={put} />
      </div>
      <Button onClick={() => onPart(partMade(tray, 'Tray'), 'tray')}>Add the tray to the kit</Button>
    </Section>
  );
}

const FIRST_FRAME: MadeFrame = {
  kind: 'frame',
  shape: 'flat',
  width: 400,
  depth: 300,
  height: 0,
  cross: 1,
  profile: 'angle',
  side: 20,
  wall: 2,
  joint: 'rivets',
  material: 'aluminium',
};

/** Bars and angles that parts stand on. */
export function FrameForm({ onPart }: { onPart: (part: Part, stem: string) => void }) {
  const [frame, setFrame] = useState(FIRST_FRAME);
  const put = (next: MadeFrame) => {
    const made = tried(() => partMade(next, 'Frame'));
    if (typeof made === 'string') return made;
    setFrame(next);
    return undefined;
  };
  return (
    <Section title="A frame of bars">
      <FrameFields frame={frame} put={put} />
      <Button onClick={() => onPart(partMade(frame, 'Frame'), 'frame')}>Add the frame to the kit</Button>
    </Section>
  );
}

const FIRST_CAGE: MadeCage = {
  kind: 'cage',
  bay: '3.5 in',
  bays: 2,
  pitch: PITCH['3.5 in'],
  thickness: 1.5,
  material: 'aluminium',
};

/** Two sides on a base, with bays for drives. */
export function CageForm({ onPart }: { onPart: (part: Part, stem: string) => void }) {
  const [cage, setCage] = useState(FIRST_CAGE);
  const put = (next: MadeCage) => {
    const made = tried(() => partMade(next, 'Drive cage'));
    if (typeof made === 'string') return made;
    setCage(next);
    return undefined;
  };
  return (
    <Section title="A cage for drives">
      <CageFields cage={cage} put={put} />
      <Button className="mt-2" onClick={() => onPart(partMade(cage, 'Drive cage'), 'cage')}>
        Add the cage to the kit
      </Button>
    </Section>
  );
}
