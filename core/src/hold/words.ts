import type { Hold } from './holds';

/** How a part is put where it is, as a step: “Screw Board to the floor”, “Set Brick on Shelf”. */
export function mountingWords(name: string, { kind, by, gap }: Hold): string {
  const to = by?.name ?? 'its place';
  switch (kind) {
    case 'screws':
      return gap > STANDOFF ? `Screw ${name} to ${to}, on standoffs of ${mm(gap)} mm` : `Screw ${name} to ${to}`;
    case 'plug':
      return `Plug ${name} into ${to}`;
    case 'carrier':
      return `Fix ${name} on ${to}`;
    case 'strap':
      return `Strap ${name} to ${to}`;
    case 'tape':
      return `Tape ${name} to ${to}`;
    case 'glue':
      return `Glue ${name} to ${to}`;
    case 'stands':
      return `Set ${name} on ${to}`;
    case 'print':
      return `Put ${name} into its printed holder`;
    case 'row':
      return `Join ${name} to its row`;
    case 'touches':
    case 'nothing':
      return `Mount ${name}`;
  }
}

/** What holds a part, in a few words: “screwed to the floor”, “nothing”. */
export function heldWords({ kind, by, gap, met, holes }: Hold): string {
  const to = by?.name ?? '';
  switch (kind) {
    case 'screws':
      return `${met < holes ? `screwed to ${to} by ${met} of ${holes} holes` : `screwed to ${to}`}${gap > STANDOFF ? `, on standoffs of ${mm(gap)} mm` : ''}`;
    case 'plug':
      return `plugged into ${to}`;
    case 'carrier':
      return `held on ${to}`;
    case 'strap':
      return `strapped to ${to}`;
    case 'tape':
      return `taped to ${to}`;
    case 'glue':
      return `glued to ${to}`;
    case 'stands':
      return `by its weight on ${to}`;
    case 'print':
      return 'by a printed holder';
    case 'row':
      return 'by its row';
    case 'touches':
      return `nothing; it lies against ${to}`;
    case 'nothing':
      return 'nothing';
  }
}

/** A smaller gap is a washer's, mm. Common practice, no source. */
const STANDOFF = 2;
const mm = (v: number) => (Math.round(v * 10) / 10).toString();
