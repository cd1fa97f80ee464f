import { assemble } from '@young-shell/core/assembly';
import { clearPlace, middleOf } from '@young-shell/core/cut';
import { facesOf, type Conversion, type OwnOpening } from '@young-shell/core/document';
import { CUTOUTS, PLUG_SIZES, type CutUse } from '@young-shell/core/standards';

/** What can be added by hand, by what it is for. */
export interface Start {
  key: string;
  label: string;
  make: () => Pick<OwnOpening, 'name' | 'use' | 'shape' | 'pattern' | 'screws'> & { row?: string };
}

/** What a pass-through has beside the plug on each side, mm. */
const BESIDE_PLUG = 1.5;
const OPEN = { kind: 'open' } as const;

const plain = (
  key: string,
  label: string,
  use: CutUse,
  shape: OwnOpening['shape'],
  pattern: OwnOpening['pattern'] = OPEN,
): Start => ({ key, label, make: () => ({ name: label, use, shape, pattern, screws: [] }) });

/** Starts in groups, as they stand in the list. */
export const STARTS: readonly { group: string; starts: readonly Start[] }[] = [
  {
    group: 'Air and light',
    starts: [
      plain(
        'grille',
        'Vent grille',
        'grille',
        { kind: 'rectangle', width: 80, height: 50, radius: 0 },
        {
          kind: 'holes',
          diameter: 6,
          pitch: 11,
          array: 'hexagonal',
        },
      ),
      plain('window', 'Window', 'window', { kind: 'rectangle', width: 120, height: 80, radius: 4 }),
    ],
  },
  {
    group: 'Pass-through for a plug',
    starts: Object.entries(PLUG_SIZES).map(([key, plug]) =>
      plain(`plug-${key}`, `Pass-through, ${plug.name}`, 'pass-through', {
        kind: 'rectangle',
        width: plug.width + 2 * BESIDE_PLUG,
        height: plug.height + 2 * BESIDE_PLUG,
        radius: 2,
      }),
    ),
  },
  ...(['button', 'lamp', 'control', 'socket', 'inlet', 'gland'] as const).map((use) => ({
    group: {
      button: 'Buttons',
      lamp: 'Lamps',
      control: 'Switches and knobs',
      socket: 'Sockets',
      inlet: 'Inlets',
      gland: 'Glands',
    }[use],
    starts: CUTOUTS.filter((row) => row.use === use).map((row): Start => ({
      key: row.key,
      label: row.name,
      make: () => ({ name: row.name, use, shape: row.shape, pattern: OPEN, screws: [...row.screws], row: row.key }),
    })),
  })),
  {
    group: 'By hand',
    starts: [
      plain('round', 'Round hole', 'other', { kind: 'round', diameter: 20 }),
      plain('rectangle', 'Rectangle', 'other', { kind: 'rectangle', width: 60, height: 30, radius: 1 }),
    ],
  },
];

/** A new opening from a start, as near to the middle of a face as nothing is in its way; in the middle where all is full. */
export function started(document: Conversion, id: string, start: Start, face?: string): OwnOpening {
  const to = face ?? facesOf(document.shell.hull).find((f) => f === 'rear') ?? facesOf(document.shell.hull)[0]!;
  const assembly = assemble(document);
  const frame = assembly.hull.frames.find((f) => f.face === to)!;
  const middle = (i: 0 | 1) => Math.round(Math.max(...frame.outline.map((p) => p[i])) / 2);
  const own = { ...start.make(), face: to, u: middle(0), v: middle(1) };
  return clearPlace(document, assembly, id, own) ?? own;
}

/** The same opening, going with a part or with nothing, where it is. */
export function followed(document: Conversion, own: OwnOpening, part: string): OwnOpening {
  const assembly = assemble(document);
  const { follows: _, ...free } = own;
  const now = middleOf(assembly, own)?.centre ?? [own.u, own.v];
  const tidy = (v: number) => Math.round(v * 100) / 100;
  if (!part) return { ...free, u: tidy(now[0]), v: tidy(now[1]) };
  const from = middleOf(assembly, { ...free, u: 0, v: 0, follows: part })?.centre ?? [0, 0];
  return { ...free, follows: part, u: tidy(now[0] - from[0]), v: tidy(now[1] - from[1]) };
}
