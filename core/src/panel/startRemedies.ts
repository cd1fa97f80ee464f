import { assemble, bodyIdOn, type Assembly, type FaceFrame } from '../assembly';
import { mayCut } from '../brief';
import { faceWords, nextId, type Change, type Conversion, type PanelControl, type PanelHeader } from '../document';
import { halfOf, openingsOf } from '../cut';
import type { Remedy } from '../findings';
import { beginPanel } from './begin';
import { controlOnFace } from './controlOnFace';
import { panelReport } from './report';

/** Kinds of control that close a contact when a hand says so. */
const CONTACTS: ReadonlySet<PanelControl['kind']> = new Set([
  'momentary',
  'latching',
  'toggle',
  'lever',
  'lock',
  'touch',
]);

/**
 * A new push button: its hole, the room behind it, how far its middle stays from an edge of its face and from another
 * opening’s edge, mm. Common practice, no source.
 */
const BUTTON = { diameter: 16, depth: 30, edge: 25, step: 12, apart: 20 };

/** Around the hole of a button, all on one body: no joint runs through it, nor close by. */
const AROUND = Array.from({ length: 8 }, (_, k): [number, number] => [
  BUTTON.diameter * Math.cos((k * Math.PI) / 4),
  BUTTON.diameter * Math.sin((k * Math.PI) / 4),
]);

/** Faces on which a button is looked for, those a hand finds first. */
const FACES = ['front', 'top', 'right', 'left', 'rear'] as const;

/** What would switch a board on: a control that is there, a new button, or the mains. */
export function startRemedies(document: Conversion, board: string): Remedy[] {
  const part = document.kit.parts[board];
  if (!part) return [];
  const begun = beginPanel(document);
  const header = headerFor(document, board, begun);
  const all = (what: string, ...changes: Change[]): Change => ({ type: 'all', what, changes: [...header, ...changes] });
  const remedies: Remedy[] = [];
  const power = (name: string, id: string, control: PanelControl) =>
    remedies.push({
      id: `use-${id}`,
      label: `${name} switches ${part.name} on`,
      price: control.state === 'unknown' ? 'two wires; measure first whether it works' : 'two wires to the board',
      change: all(`${name} switches on`, { type: 'setControl', id, control: { ...control, wish: 'power' } }),
    });
  for (const [id, control] of Object.entries(document.panel.controls))
    if (CONTACTS.has(control.kind) && (control.wish === 'nothing' || control.wish === 'power'))
      power(control.name, id, control);
  // Controls of the shell that nobody entered yet.
  for (const change of begun)
    if (change.type === 'setControl' && change.control && CONTACTS.has(change.control.kind))
      power(change.control.name, change.id, change.control);
  const button = newButton(document, assemble(document));
  if (button)
    remedies.push({
      id: 'button',
      label: `A new push button of ${BUTTON.diameter} mm in the ${faceWords(button.face)}`,
      price: 'a button to buy, a hole to drill, two wires',
      change: all(`a button for ${part.name}`, button.change, {
        type: 'setControl',
        id: button.change.id,
        control: {
          ...button.change.control,
          wish: 'power',
          feature: button.change.feature.id,
          opening: button.change.opening.id,
        },
      }),
    });
  remedies.push(
    {
      id: 'mains',
      label: `${part.name} starts when the mains come`,
      price: 'a setting of the board; a switch in the lead within reach',
      change: { type: 'setStart', id: board, start: 'mains' },
    },
    {
      id: 'own-button',
      label: `Its own button on the board is pushed`,
      price: 'a hole or a rod to it',
      change: { type: 'setStart', id: board, start: 'own button' },
    },
  );
  return remedies;
}

/** The header with the power switch pins of a board, where none is entered yet. */
function headerFor({ panel, spent }: Conversion, board: string, begun: readonly Change[]): Change[] {
  const has = (h: PanelHeader) => h.part === board && h.type !== 'fan' && h.type !== 'audio';
  if (Object.values(panel.headers).some(has)) return [];
  const made = begun.find((c) => c.type === 'setHeader' && c.header !== null && has(c.header));
  const id = nextId(panel.headers, 'header', spent);
  return made?.type === 'setHeader' ? [{ ...made, id }] : [];
}

/** A button where nothing is behind it and nothing is cut yet: the first such place from the upper right of a face. */
function newButton(document: Conversion, assembly: Assembly) {
  const { brief } = document;
  const frames = FACES.flatMap((face) => assembly.hull.frames.filter((f) => f.face === face)).filter(
    ({ face }) => mayCut(brief, face) && !brief.blockedFaces.includes(face),
  );
  // On what stays first: wires to a door or a lid have to part from it.
  for (const moves of [false, true])
    for (const frame of frames)
      for (const [u, v] of placesOn(frame)) {
        const bodyAt = (a: number, b: number) => bodyIdOn(document, assembly.hull, frame.face, [a, b]);
        const body = bodyAt(u, v);
        if ((body !== undefined) !== moves || !AROUND.every((p) => bodyAt(u + p[0], v + p[1]) === body)) continue;
        const bare = controlOnFace(document, frame, { name: 'Power button', kind: 'momentary', u, v, ...BUTTON });
        const room = { ...bare.feature.feature, body: body ?? 'base' };
        const change = { ...bare, feature: { ...bare.feature, feature: room } };
        if (isFree(document, assembly, change)) return { face: frame.face, change };
      }
  return undefined;
}

function placesOn({ outline }: FaceFrame): [number, number][] {
  const [us, vs] = [outline.map((p) => p[0]), outline.map((p) => p[1])];
  const places: [number, number][] = [];
  const { edge, step } = BUTTON;
  for (let v = Math.max(...vs) - edge; v >= Math.min(...vs) + edge; v -= step)
    for (let u = Math.max(...us) - edge; u >= Math.min(...us) + edge; u -= step)
      places.push([Math.round(u), Math.round(v)]);
  return places.slice(0, 200);
}

/** Does nothing stand where a new control goes, is no other opening there? */
function isFree(
  document: Conversion,
  assembly: Assembly,
  { feature: { feature }, opening: { opening } }: ReturnType<typeof controlOnFace>,
): boolean {
  const { shape } = feature;
  if (shape.kind !== 'cylinder') return false;
  const low = [feature.x.value, feature.y.value, feature.z.value];
  const axis = 'xyz'.indexOf(shape.axis);
  const high = low.map((l, i) => l + (i === axis ? shape.length.value : shape.diameter.value));
  const clash = [...assembly.features, ...assembly.parts.flatMap((p) => p.solids)].some(({ shape: other }) =>
    [0, 1, 2].every((i) => other.low[i]! < high[i]! + 2 && other.high[i]! > low[i]! - 2),
  );
  const near = (face: string, [u, v]: readonly [number, number], half: number) =>
    face === opening.face && Math.hypot(u - opening.u, v - opening.v) < half + BUTTON.apart;
  const { matched, places } = panelReport(document, assembly);
  return (
    !clash &&
    !openingsOf(document, assembly).some(({ face, centre, shape: s }) =>
      near(face, centre, Math.hypot(...halfOf(s))),
    ) &&
    !Object.values(document.shell.openings).some(({ face, shape: s, u, v }) =>
      near(
        face,
        [u.value, v.value],
        s.kind === 'round' ? s.diameter.value / 2 : Math.hypot(s.width.value, s.height.value) / 2,
      ),
    ) &&
    !matched.controls.some(({ id }) => {
      const place = places[id];
      return place !== undefined && near(place.face, [place.u, place.v], BUTTON.apart);
    })
  );
}
