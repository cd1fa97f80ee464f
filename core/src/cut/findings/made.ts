import type { Conversion } from '../../document';
import type { Finding } from '../../findings';
import { formatLength } from '../../quantity';
import { halfOf, roomInside, type CutOpening } from '../openings/opening';
import { aboutOpening, dotted } from './about';

/** More room on a side than this looks careless and lets light through, mm, common practice, no source. */
const TOO_LARGE = 2;

/** What a hole as it was cut is to what it was cut for, mm. */
export interface AsCut {
  /** Least room on a side; negative: it does not go in. */
  room: number;
  /** Most room on a side. */
  most: number;
  /** How far its middle is off. */
  off: [number, number];
  /** It would go in if it stood elsewhere: how far, at most the room. */
  shifted: boolean;
}

/** Compares an opening that was made, or that stays, with what its part wants. */
export function asCut({ centre, shape, wanted }: CutOpening): AsCut | undefined {
  if (!wanted) return undefined;
  const [hu, hv] = halfOf(shape);
  const [wu, wv] = halfOf(wanted.shape);
  const off: [number, number] = [centre[0] - wanted.centre[0], centre[1] - wanted.centre[1]];
  return {
    room: roomInside(wanted, { centre, shape }),
    most: Math.max(hu - wu + Math.abs(off[0]), hv - wv + Math.abs(off[1])),
    off,
    shifted: roomInside({ ...wanted, centre }, { centre, shape }) >= 0,
  };
}

/** What was really cut against what is wanted there now, with what helps. */
export function madeFindings(document: Conversion, openings: readonly CutOpening[]): Finding[] {
  return openings.flatMap((opening): Finding[] => {
    const is = asCut(opening);
    if (!is) return [];
    const { room, most, off, shifted } = is;
    const part = opening.part && document.kit.parts[opening.part] ? opening.part : undefined;
    if (opening.part && !part) return [];
    const drill = opening.kind === 'drill';
    const how = opening.made ? 'as it was cut' : 'where it was left';
    const lies = `its middle lies ${words(off)} off`;
    const figures: Finding['figures'] = [
      {
        label: 'least room',
        value: room,
        unit: 'mm',
        source: { kind: 'computed', title: 'what is wanted against what is there' },
      },
      { label: 'off across', value: off[0], unit: 'mm', source: { kind: 'computed', title: 'middle to middle' } },
      { label: 'off up', value: off[1], unit: 'mm', source: { kind: 'computed', title: 'middle to middle' } },
    ];
    const base = {
      id: `cut/made/${dotted(opening)}`,
      station: 'cut',
      figures,
      about: [aboutOpening(opening), { kind: 'face' as const, id: opening.face }],
      mayHaveRemedies: true,
    };
    // A hole for a screw is larger than its screw already: what it wants is its own size, so its play is what counts.
    if (drill) {
      const play = Math.max(0, shape(opening) - shape({ ...opening, ...opening.wanted! })) / 2 + SCREW_PLAY;
      const apart = Math.hypot(...off);
      if (apart <= play) return [];
      return [
        {
          ...base,
          verdict: 'stop',
          sentence: `${opening.name}, ${how}, is ${apart.toFixed(1)} mm off, its screw has ${play.toFixed(1)} mm of play: make it a slot, move the standoff on a strip, or drill beside it if 2 diameters are left.`,
          brief: `hole ${apart.toFixed(1)} mm off`,
        },
      ];
    }
    if (room < -0.05)
      return [
        {
          ...base,
          verdict: 'stop',
          sentence: shifted
            ? `${opening.name}, ${how}, is large enough, but ${lies}: ${(-room).toFixed(1)} mm are missing on one side. Move the part, or file that side and cover the other.`
            : `${opening.name}, ${how}, is too small by ${(-room).toFixed(1)} mm on a side: file it, a little at a time.`,
          brief: `opening ${formatLength(room)} mm`,
        },
      ];
    if (most > TOO_LARGE)
      return [
        {
          ...base,
          verdict: 'note',
          sentence: `${opening.name}, ${how}, leaves up to ${most.toFixed(1)} mm beside what sits in it: a cover plate or a printed frame hides it.`,
          brief: `gap ${most.toFixed(1)} mm`,
        },
      ];
    return [];
  });
}

/** Half of what a medium clearance hole is larger than its screw, mm: ISO 273, M3 to M4 (0.4–0.5), from memory. */
const SCREW_PLAY = 0.2;

const shape = ({ shape: s }: Pick<CutOpening, 'shape'>) =>
  s.kind === 'round' ? s.diameter : Math.min(s.width, s.height);

const words = ([u, v]: [number, number]) => {
  const across = Math.abs(u) >= 0.05 ? `${Math.abs(u).toFixed(1)} mm ${u > 0 ? 'right' : 'left'}` : '';
  const up = Math.abs(v) >= 0.05 ? `${Math.abs(v).toFixed(1)} mm ${v > 0 ? 'up' : 'down'}` : '';
  return [across, up].filter(Boolean).join(' and ') || '0 mm';
};
