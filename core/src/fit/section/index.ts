import { put, section } from '../../form';
import type { Kit, Part } from '../../kit/section';
import type { Shell } from '../../shell/section';
import {
  form,
  type Clearances,
  type Layout,
  type Outlook,
  type Outside,
  type OwnCable,
  type Placement,
  type Row,
  type Variant,
  type Wish,
} from './form';
import { placesInRow, rowMates } from './row';
import { validationIssuesOfLayout } from './rules';

export { placesInRow, rowMates, rowOf } from './row';

export {
  OUTLOOK_NAMES,
  WISH_KINDS,
  LEAST_MAINS,
  MOST_IN_ROW,
  MOST_TILT,
  KEPT_BY,
  MAX_BATTEN,
  MIN_BATTEN,
  OUTSIDE_PLACES,
  ROW_HOLDS,
  type Clearances,
  type Outlook,
  type Outside,
  type OwnCable,
  type Placement,
  type Row,
  type Variant,
  type Wish,
  type WishKind,
} from './form';

/** The ways to alter the layout. */
export type LayoutChange =
  | { type: 'addPart'; id: string; part: Part; placement?: Placement }
  | { type: 'placePart'; id: string; placement: Placement | null }
  | { type: 'setWish'; id: string; wish: Wish | null }
  | { type: 'setRow'; id: string; row: Row | null }
  | { type: 'setRides'; id: string; on: string | null }
  | { type: 'setStaysOutside'; id: string; outside: Outside | null }
  | { type: 'setVariant'; id: string; variant: Variant | null }
  | { type: 'setOutlook'; outlook: Outlook }
  | { type: 'setClearance'; name: keyof Clearances; value: number | null }
  | { type: 'setCable'; id: string; cable: OwnCable | null };

/** What may be chosen, in the words of the bench. */
export const OUTLOOK_WORDS: Readonly<Record<Outlook, string>> = {
  rear: 'to the rear only',
  sides: 'to the rear and the sides',
  any: 'anywhere but down',
};

export const CLEARANCE_WORDS: Readonly<Record<keyof Clearances, string>> = {
  static: 'things that stay still',
  conducting: 'boards beside what conducts',
  mains: 'bare mains beside what conducts',
  moving: 'what moves',
  markingOut: 'marking out, ±',
};

/**
 * A search leaves a part where it is: the user said so, it rides on something that opens, it stands on a tray or frame,
 * or something stands on it.
 */
export function staysPut({ placements }: Pick<Layout, 'placements'>, id: string): boolean {
  const placement = placements[id];
  if (!placement) return false;
  const { locked, on, with: under } = placement;
  return locked || on !== undefined || under !== undefined || Object.values(placements).some((p) => p.with === id);
}

const named = (kit: Kit, id: string) => kit.parts[id]?.name ?? id;
/** Ids of the parts at both ends of a connection. */
const endsOf = (cable: string) => cable.split(/[>:]/).slice(0, 2);

/** Where something outside is, in the words of the bench. */
export const OUTSIDE_WORDS: Readonly<Record<Outside['where'], string>> = {
  beside: 'beside the shell',
  behind: 'behind the shell',
  below: 'below it, between the feet',
  wall: 'on a wall',
};

/** What keeps something in its place outside, as it is offered. */
export const KEPT_WORDS: Readonly<Record<NonNullable<Outside['kept']>, string>> = {
  screws: 'Screws through its own lugs',
  strap: 'A strap',
  'hook and loop': 'Hook-and-loop tape',
  holder: 'A holder, bent or printed',
};

/** Parts that belong inside: all of the kit but those that stay outside and those that are wished for some day and have no place. */
export const partsInside = ({ kit, layout }: { kit: Kit; layout: Layout }): string[] =>
  Object.keys(kit.parts).filter(
    (id) => !isOutside(layout, id) && (kit.parts[id]!.later === undefined || id in layout.placements),
  );

/** Does a part stay outside the shell? */
export const isOutside = ({ outside }: Pick<Layout, 'outside'>, id: string): boolean =>
  outside !== undefined && Object.hasOwn(outside, id);

function bringIn(layout: Layout, id: string): void {
  if (!layout.outside) return;
  delete layout.outside[id];
  if (Object.keys(layout.outside).length === 0) delete layout.outside;
}

/** What stood on a part stands by itself. */
function leaveStanding({ placements }: Pick<Layout, 'placements'>, carrier: string): void {
  for (const placement of Object.values(placements)) if (placement.with === carrier) delete placement.with;
}

export const layoutSection = section<'layout', Layout, { shell: Shell; kit: Kit; layout: Layout }, LayoutChange>({
  key: 'layout',
  form,
  empty: () => ({ placements: {}, wishes: {}, variants: {}, cables: {} }),
  rules: validationIssuesOfLayout,
  changes: {
    addPart: {
      alter: ({ kit, layout }, { id, part, placement }) => {
        kit.parts[id] = part;
        if (placement) layout.placements[id] = placement;
      },
      words: (_document, { part }) => `add ${part.name}`,
    },
    placePart: {
      alter: ({ layout }, { id, placement }) => {
        for (const other of rowMates(layout, id)) put(layout.placements, other, null);
        if (!placement) {
          put(layout.placements, id, null);
          leaveStanding(layout, id);
        } else {
          bringIn(layout, id);
          Object.assign(layout.placements, placesInRow(layout, id, placement));
        }
      },
      words: ({ kit }, { id, placement }) =>
        placement ? `move ${named(kit, id)}` : `take ${named(kit, id)} out of the shell`,
    },
    setWish: {
      alter: ({ layout }, { id, wish }) => put(layout.wishes, id, wish),
      words: ({ kit }, { wish }) => (wish ? `wish: ${named(kit, wish.part)} ${wish.kind}` : 'drop a wish'),
    },
    setRow: {
      alter: ({ layout }, { id, row }) => {
        layout.rows ??= {};
        put(layout.rows, id, row);
        if (Object.keys(layout.rows).length === 0) delete layout.rows;
        const first = row && Object.keys(row.parts).find((part) => layout.placements[part]);
        if (first !== null && first !== undefined)
          Object.assign(layout.placements, placesInRow(layout, first, layout.placements[first]!));
      },
      words: ({ layout }, { id, row }) => (row ? `row: ${row.name}` : `no row ${layout.rows?.[id]?.name ?? ''}`.trim()),
    },
    setRides: {
      alter: ({ layout }, { id, on }) => {
        layout.rides ??= {};
        put(layout.rides, id, on);
        if (Object.keys(layout.rides).length === 0) delete layout.rides;
      },
      words: ({ kit, shell }, { id, on }) =>
        on === null
          ? `a search puts ${named(kit, id)} anywhere`
          : `a search puts ${named(kit, id)} on ${kit.parts[on]?.name ?? shell.bodies[on]?.name ?? on}`,
    },
    setStaysOutside: {
      alter: ({ layout }, { id, outside }) => {
        bringIn(layout, id);
        if (!outside) return;
        (layout.outside ??= {})[id] = outside;
        for (const other of [id, ...rowMates(layout, id)]) put(layout.placements, other, null);
        leaveStanding(layout, id);
      },
      words: ({ kit }, { id, outside }) =>
        outside ? `${named(kit, id)} stays outside, ${OUTSIDE_WORDS[outside.where]}` : `${named(kit, id)} goes inside`,
    },
    setVariant: {
      alter: ({ layout }, { id, variant }) => put(layout.variants, id, variant),
      words: (_document, { variant }) => (variant ? `keep layout ${variant.name}` : 'delete a kept layout'),
    },
    setOutlook: {
      alter: ({ layout }, { outlook }) => put(layout, 'outlook', outlook),
      words: (_document, { outlook }) => `sockets look ${OUTLOOK_WORDS[outlook]}`,
    },
    setClearance: {
      alter: ({ layout }, { name, value }) => {
        layout.clearances ??= {};
        put(layout.clearances, name, value);
        if (Object.keys(layout.clearances).length === 0) delete layout.clearances;
      },
      words: (_document, { name, value }) =>
        `${CLEARANCE_WORDS[name]}${name === 'markingOut' ? '' : ' keep'} ${value === null ? 'as usual' : `${value} mm`}`,
    },
    setCable: {
      alter: ({ layout }, { id, cable }) => put(layout.cables, id, cable),
      words: (_document, { cable }) => (cable ? `cable ${cable.length} mm` : 'no own cable'),
    },
  },
  entities: () => ({}),
  removeReferences: ({ layout }, { kind, id }) => {
    if (kind === 'feature') for (const variant of Object.values(layout.variants)) delete variant.fates[id];
    if (kind === 'body')
      for (const placements of [layout.placements, ...Object.values(layout.variants).map((v) => v.placements)])
        for (const placement of Object.values(placements)) if (placement.on === id) delete placement.on;
    for (const [part, on] of Object.entries(layout.rides ?? {}))
      if ((kind === 'part' && part === id) || ((kind === 'part' || kind === 'body') && on === id))
        delete layout.rides![part];
    if (layout.rides && Object.keys(layout.rides).length === 0) delete layout.rides;
    if (kind !== 'part') return;
    bringIn(layout, id);
    delete layout.placements[id];
    for (const { placements } of [layout, ...Object.values(layout.variants)]) leaveStanding({ placements }, id);
    for (const [key, { parts }] of Object.entries(layout.rows ?? {})) {
      delete parts[id];
      if (Object.keys(parts).length < 2) delete layout.rows![key];
    }
    if (layout.rows && Object.keys(layout.rows).length === 0) delete layout.rows;
    for (const [key, { part, other }] of Object.entries(layout.wishes))
      if (part === id || other === id) delete layout.wishes[key];
    for (const key of Object.keys(layout.cables)) if (endsOf(key).includes(id)) delete layout.cables[key];
    for (const variant of Object.values(layout.variants)) {
      delete variant.placements[id];
      delete variant.parts[id];
    }
  },
});
