import type { Hold } from './holds';

/** How a part is put where it is, as a step: “Screw Board to the floor”, “Set Brick on Shelf”. */
export const mountingWords = (name: string, hold: Hold): string =>
  `${heldBy(name, hold)}${hold.battens === undefined ? '' : `, on two battens of ${mm(hold.battens)} mm`}${hold.strapped ? `, and strap it to ${hold.strapped.name}` : ''}`;

function heldBy(name: string, { kind, by, gap, into }: Hold): string {
  const to = by?.name ?? 'its place';
  switch (kind) {
    case 'screws':
      return gap > STANDOFF ? `Screw ${name} to ${to}, on standoffs of ${mm(gap)} mm` : `Screw ${name} to ${to}`;
    case 'plug':
      if (into?.endsWith('bay')) return `Slide ${name} into a bay of ${to} and screw it at its sides`;
      return into === 'M.2 socket'
        ? `Plug ${name} into the M.2 socket of ${to} and screw its end down`
        : `Plug ${name} into ${to}`;
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

/** What holds a part, as a sentence about it: “It is screwed to the floor.” */
export const heldSentence = (hold: Hold): string =>
  `${sentenceOf(hold)}${hold.battens === undefined ? '' : ` Two battens of ${mm(hold.battens)} mm bear it.`}${hold.strapped ? ` A strap goes to ${hold.strapped.name}.` : ''}`;

function sentenceOf({ kind, by, gap, met, holes, into }: Hold): string {
  const to = by?.name ?? '';
  switch (kind) {
    case 'screws':
      return `It is screwed to ${to}${met < holes ? ` by ${met} of ${holes} holes` : ''}${gap > STANDOFF ? `, on standoffs of ${mm(gap)} mm` : ''}.`;
    case 'plug':
      if (into?.endsWith('bay')) return `It is screwed at its sides in a bay of ${to}.`;
      return into === 'M.2 socket'
        ? `It sits in the M.2 socket of ${to}, its end screwed down.`
        : `It is plugged into ${to}.`;
    case 'carrier':
      return `${to} holds it.`;
    case 'strap':
      return `It is strapped to ${to}.`;
    case 'tape':
      return `It is taped to ${to}.`;
    case 'glue':
      return `It is glued to ${to}.`;
    case 'stands':
      return `It stands on ${to} by its own weight.`;
    case 'print':
      return 'A printed holder holds it.';
    case 'row':
      return 'Its row holds it.';
    case 'touches':
      return `Nothing holds it: it only lies against ${to}.`;
    case 'nothing':
      return 'Nothing holds it.';
  }
}

/** A smaller gap is a washer's, mm. Common practice, no source. */
const STANDOFF = 2;
const mm = (v: number) => (Math.round(v * 10) / 10).toString();
