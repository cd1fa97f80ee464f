import type { Assembly, PlacedPart } from '../../assembly';
import type { Conversion } from '../../document';
import type { Figure, Finding } from '../../findings';
import { countOf, formatLength } from '../../quantity';
import { practice } from '../../standards';
import { behindTray } from './behind';
import { frameLoad } from './load';
import { heldOn } from './stand';

/** What is to be said of trays, frames and what stands on them. Pure. */
export function carrierFindings(document: Conversion, assembly: Assembly): Finding[] {
  const findings: Finding[] = [];
  for (const part of assembly.parts) {
    if (part.placement.with !== undefined) findings.push(...standFindings(document, assembly, part));
    const made = part.part.own?.made;
    if (made?.kind === 'tray') findings.push(...behindFindings(document, assembly, part));
    if (made?.kind === 'frame') findings.push(...loadFindings(document, part));
  }
  return findings;
}

const figure = (label: string, value: number, unit: Figure['unit']): Figure => ({
  label,
  value,
  unit,
  source: practice,
});

function standFindings(document: Conversion, assembly: Assembly, part: PlacedPart): Finding[] {
  const held = heldOn(document, assembly, part.id);
  const carrier = document.kit.parts[part.placement.with!]!;
  if (!held) return [];
  const { name } = part.part;
  const base = {
    station: 'fit' as const,
    about: [
      { kind: 'part' as const, id: part.id },
      { kind: 'part' as const, id: part.placement.with! },
    ],
  };
  if (held.over > 1)
    return [
      {
        ...base,
        id: `fit/${part.id}/over-tray`,
        verdict: 'warn',
        sentence: `${name} goes with ${carrier.name} but stands ${formatLength(held.over)} mm off its plate: nothing holds it there. Stand it on the tray once more.`,
        brief: `${name}: not on its tray`,
        figures: [figure('off the plate', held.over, 'mm')],
      },
    ];
  const all = held.held + held.drilled + held.beyond;
  if (held.beyond > 0)
    return [
      {
        ...base,
        id: `fit/${part.id}/beyond-tray`,
        verdict: 'warn',
        sentence: `${held.beyond} of ${all} holes of ${name} ${held.beyond === 1 ? 'hangs' : 'hang'} beyond what is left of ${carrier.name}: a board that hangs free bends when a card or a cooler is pushed in. Cut off less, or put a block under it.`,
        brief: `${name}: ${countOf(held.beyond, 'hole')} ${held.beyond === 1 ? 'hangs' : 'hang'} free`,
        figures: [],
      },
    ];
  return held.drilled > 0 && all > 0
    ? [
        {
          ...base,
          id: `fit/${part.id}/new-standoffs`,
          verdict: 'note',
          sentence: `${name} meets ${held.held} of its ${all} holes on the standoffs of ${carrier.name}: ${held.drilled === 1 ? 'one is' : `${held.drilled} are`} drilled new into the plate. No standoff may stay where the board has no hole.`,
          brief: `${name}: ${held.drilled} new standoffs`,
          figures: [],
        },
      ]
    : [];
}

/** Less free than this behind a tray: it lies on what is there, mm. */
const LIES = 0.5;

function behindFindings(document: Conversion, assembly: Assembly, part: PlacedPart): Finding[] {
  const room = behindTray(document, assembly, part.id);
  if (!room || room.cables === 0 || room.free < LIES || room.free >= room.bundle) return [];
  const name = part.part.name;
  const mm = formatLength;
  const none = room.free < room.thickest;
  return [
    {
      id: `fit/${part.id}/behind`,
      station: 'fit',
      verdict: none ? 'warn' : 'note',
      sentence: none
        ? `Behind ${name} ${mm(room.free)} mm are free to ${room.to}, and its thickest cable is ${mm(room.thickest)} mm: none of its ${room.cables} cables goes round there and ${room.to} still closes.`
        : `Behind ${name} ${mm(room.free)} mm are free to ${room.to}; its ${room.cables} cables in one bundle are ${mm(room.bundle)} mm thick. Lay them flat beside each other, or ${room.to} does not close.`,
      brief: `${name}: ${mm(room.free)} mm behind`,
      figures: [figure('free behind it', room.free, 'mm'), figure('cables in one bundle', room.bundle, 'mm')],
      about: [{ kind: 'part', id: part.id }],
    },
  ];
}

function loadFindings(document: Conversion, part: PlacedPart): Finding[] {
  const load = frameLoad(document, part.id);
  if (!load || load.load === 0) return [];
  const name = part.part.name;
  const breaks = load.stress > load.allowed;
  if (!breaks && load.sag <= load.usual) return [];
  return [
    {
      id: `fit/${part.id}/sag`,
      station: 'fit',
      verdict: breaks ? 'stop' : 'warn',
      sentence: breaks
        ? `Under ${load.load.toFixed(1)} kg the bars of ${name} bend for good: ${load.stress.toFixed(0)} N/mm² where ${load.allowed} are allowed. Take a larger bar or one more cross member.`
        : `Under ${load.load.toFixed(1)} kg ${name} sags ${mm1(load.sag)} mm in its middle; usual is ${mm1(load.usual)} mm (a 250th of its span). Take a larger bar, or put a foot under its middle.`,
      brief: `${name} sags ${mm1(load.sag)} mm`,
      figures: [figure('sag', load.sag, 'mm'), figure('usual', load.usual, 'mm')],
      about: [{ kind: 'part', id: part.id }],
    },
  ];
}

const mm1 = (v: number) => v.toFixed(1);
