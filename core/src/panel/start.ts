import { onFace, type Assembly } from '../assembly';
import { faceWords, isOutside, type Conversion, type PanelControl, type StartWay } from '../document';
import { kindOf } from '../parts';
import { isLive, type Matched } from './ways/assign';
import type { ControlPlace } from './place';

/** Farther behind the outside of its face than this no finger reaches a control, mm. Common practice, no source. */
const DEEP = 15;

/** How a board of the kit is switched on. */
export interface Start {
  board: string;
  name: string;
  /** The control that does it, or what the user said; `feed`: it starts as soon as it is fed. */
  by?: { kind: 'control'; id: string; control: PanelControl } | { kind: StartWay | 'feed' };
  /** Controls that are to do it and can't yet: their pins or their way are missing. */
  dead: string[];
  /** Why nobody gets at the control, in words. */
  outOfReach?: string;
}

/** Boards that start as soon as they are fed: single-board computers. Common practice, no source. */
const STARTS_WHEN_FED: ReadonlySet<string> = new Set(['board/card-size']);

/** How each board that goes into the shell is switched on, if it is. */
export function startsOf(
  document: Conversion,
  assembly: Assembly,
  { controls }: Matched,
  places: Readonly<Record<string, ControlPlace>>,
): Start[] {
  const { kit, layout, panel } = document;
  const boards = Object.entries(kit.parts).filter(
    ([id, part]) => kindOf(part) === 'board' && !part.later && !isOutside(layout, id),
  );
  return boards.map(([board, part]): Start => {
    const wired = controls.filter(
      ({ control, wires }) =>
        control.wish === 'power' &&
        (wires.length === 0 ||
          wires.some(({ to }) => to === undefined || leadsTo(document, to.header, board, boards.length))),
    );
    const live = wired.filter((c) => isLive(c) && c.way?.id !== 'host');
    const dead = wired.filter((c) => !live.includes(c)).map((c) => c.control.name);
    const base = { board, name: part.name, dead };
    const said = panel.starts?.[board];
    if (said !== undefined) return { ...base, by: { kind: said } };
    const reached = live.map((c) => ({ c, why: outOfReach(document, assembly, c.control, places[c.id]) }));
    const best = reached.find((r) => r.why === undefined) ?? reached[0];
    if (best)
      return {
        ...base,
        by: { kind: 'control', id: best.c.id, control: best.c.control },
        ...(best.why === undefined ? {} : { outOfReach: best.why }),
      };
    return STARTS_WHEN_FED.has(part.standard) && dead.length === 0 ? { ...base, by: { kind: 'feed' } } : base;
  });
}

/** A header of the board, or one of which nobody says where it is while there is only one board. */
function leadsTo({ panel }: Conversion, header: string, board: string, boards: number): boolean {
  const { part } = panel.headers[header] ?? {};
  return part === board || (part === undefined && boards === 1);
}

/** Why nobody gets at a control with the shell shut; undefined where somebody does, or where it has no place yet. */
function outOfReach(
  { brief, shell }: Conversion,
  { hull }: Assembly,
  control: PanelControl,
  place: ControlPlace | undefined,
): string | undefined {
  if (!place) return undefined;
  if (place.face === 'bottom') return 'it sits under the floor';
  if (brief.blockedFaces.includes(place.face)) return `the ${faceWords(place.face)} stands against something`;
  const frame = hull.frames.find((f) => f.face === place.face);
  const over = frame ? onFace(frame, place.front).over : 0;
  const hole = Object.values(shell.openings).some(
    (o) =>
      o.face === place.face &&
      Math.abs(o.u.value - place.u) <= halfOf(o.shape, 'width') &&
      Math.abs(o.v.value - place.v) <= halfOf(o.shape, 'height'),
  );
  if (over < -DEEP && control.opening === undefined && !control.rod && !hole)
    return `it lies ${(-over).toFixed(0)} mm behind the ${faceWords(place.face)}, with no opening and no rod to it`;
  return undefined;
}

type Shape = Conversion['shell']['openings'][string]['shape'];
const halfOf = (shape: Shape, side: 'width' | 'height'): number =>
  (shape.kind === 'round' ? shape.diameter.value : shape[side].value) / 2;
