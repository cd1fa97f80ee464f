import { assemble, type Assembly } from '../assembly';
import { survives } from '../brief';
import {
  applyChange,
  KEPT_BY,
  KEPT_WORDS,
  type Change,
  type Conversion,
  type Feature,
  type Placement,
} from '../document';
import type { Finding, Remedy } from '../findings';
import { ORIENTATIONS } from '../solid';
import { cutAwayFor, cutAwayWords } from './cutAway';
import { CARD_ENDS } from './holds/cardFindings';
import { cardRemedies } from './holds/cardRemedies';
import { HELD } from './holds/findings';
import { holdRemedies } from './holds/remedies';
import { judge } from './judge';
import { shortAt, type Margin } from './margin';
import { marginsOfPart } from './margins';
import { orderOf } from './order';
import { placeFor } from './place';
import { cableRemedies, REACH } from './reach/remedies';
import { nameOf, travel } from './words';

/**
 * Ways out of a finding, least first, each tried on the plan before it is offered: move out by the shortest
 * way, the nearest free place, the orientation that fits, a feature that may be cut, a first placing.
 */
export function remediesFor(document: Conversion, finding: Finding): Remedy[] {
  if (CARD_ENDS.test(finding.id)) return cardRemedies(document, finding);
  if (HELD.test(finding.id)) return holdRemedies(document, finding);
  if (finding.id.startsWith(REACH)) return cableRemedies(document, finding);
  const partId = finding.about.find((a) => a.kind === 'part')?.id;
  if (finding.station !== 'fit' || !finding.mayHaveRemedies || !partId) return [];
  const other = finding.about[1];
  const remedies: Remedy[] = [];
  const wanted = finding.figures.find((f) => f.label === 'wanted under the shell');
  if (wanted)
    remedies.push({
      id: 'feet',
      label: `Feet of ${Math.ceil(wanted.value)} mm under the shell`,
      price: 'four feet to buy or print, and their screws',
      change: { type: 'setAir', air: { feet: Math.ceil(wanted.value) } },
    });
  const outside = document.layout.outside?.[partId];
  if (outside && finding.id === `fit/${partId}/kept`)
    return KEPT_BY.map((kept) => ({
      id: `kept-${kept.replaceAll(' ', '-')}`,
      label: KEPT_WORDS[kept],
      price: KEPT_PRICES[kept],
      change: { type: 'setStaysOutside', id: partId, outside: { ...outside, kept } },
    }));
  const assembly = assemble(document);
  const placement = document.layout.placements[partId];
  const name = nameOf(document, { kind: 'part', id: partId });
  if (!placement) {
    if (wanted) return remedies;
    const [best] = placeFor(document, assembly, partId).proposals;
    if (best)
      remedies.push({
        id: 'place',
        label: 'Place it for me',
        price: best.reasons.join(', '),
        change: { type: 'placePart', id: partId, placement: best.placement },
      });
    return remedies;
  }
  const part = assembly.parts.find((p) => p.id === partId)!;
  // What keeps others in is no margin: it goes, or it stays.
  if (finding.id.startsWith('fit/trapped/'))
    return [...outAndBack(document, finding, other?.id), ...removal(document, other?.id)];
  const margin = marginsOfPart(assembly, part).find((m) => finding.id === `fit/${m.id}`);
  const before = shortAt(marginsOfPart(assembly, part));

  // First far enough to be sure, then just far enough.
  const ways = margin ? [margin.spare - judge(assembly, margin).spread.half95, margin.spare] : [];
  const moveOut = (id: string, from: Placement, way: 1 | -1, stops: Margin[], remedyId: string) => {
    for (const [i, spare] of ways.entries()) {
      const moved = shiftBy(from, margin!, way * Math.min(spare, 0));
      if (!improves(document, id, moved, margin!, stops)) continue;
      const price =
        i === 0 ? 'the shortest way out and its uncertainty; nothing cut' : 'the shortest way out, nothing cut';
      remedies.push(
        moveRemedy(remedyId, `Move ${nameOf(document, { kind: 'part', id })} ${travel(from, moved)}`, price, id, moved),
      );
      return;
    }
  };
  if (margin && !placement.locked) moveOut(partId, placement, 1, before, 'move');
  if (margin && other?.kind === 'part' && !document.layout.placements[other.id]?.locked) {
    const known = assembly.parts.find((p) => p.id === other.id)!;
    moveOut(other.id, known.placement, -1, shortAt(marginsOfPart(assembly, known)), 'move-other');
  }
  if (margin?.kind === 'duct') {
    const fan = (margin.solid.startsWith(`${partId}/duct-`) ? partId : other?.id)!;
    remedies.push({
      id: 'no-duct',
      label: `Leave out the duct from ${nameOf(document, { kind: 'part', id: fan })}`,
      price: 'what it led to gets the air of the room instead',
      change: { type: 'setFan', part: fan, fan: { ductTo: null } },
    });
    return remedies;
  }
  if (!placement.locked && remedies.every((r) => r.id === 'feet')) {
    const same = placeFor(document, assembly, partId, { orientations: [placement], near: placement });
    const [nearest] = same.proposals;
    if (nearest && far(nearest.placement, placement) > 0.01)
      remedies.push(
        moveRemedy(
          'nearest',
          `Move ${name} to the nearest free place, ${travel(placement, nearest.placement)}`,
          nearest.reasons.join(', '),
          partId,
          nearest.placement,
        ),
      );
  }
  if (!placement.locked) {
    const turned = placeFor(document, assembly, partId, {
      orientations: ORIENTATIONS.filter((o) => o.rear !== placement.rear || o.top !== placement.top),
      near: placement,
      step: 4,
    }).proposals[0];
    if (turned)
      remedies.push(
        moveRemedy(
          'turn',
          `Turn ${name}: rear to the ${turned.placement.rear}, top to the ${turned.placement.top}`,
          turned.reasons.join(', '),
          partId,
          turned.placement,
        ),
      );
  }
  if (other?.kind === 'feature')
    remedies.push(...cutInPart(document, assembly, partId, other.id), ...removal(document, other.id));
  return remedies;
}

/** What keeps parts in, taken out for the work and put back: they come out then, and it does. */
function outAndBack(document: Conversion, { about }: Finding, id: string | undefined): Remedy[] {
  const feature = id === undefined ? undefined : document.shell.features[id];
  if (!feature || feature.fate === 'out' || feature.body !== 'base') return [];
  const change: Change = { type: 'setFate', id: id!, fate: 'out' };
  const next = applyChange(document, change).document;
  const { trapped } = orderOf(next, assemble(next));
  if (trapped.includes(id!) || about.some((a) => a.kind === 'part' && trapped.includes(a.id))) return [];
  return [
    {
      id: 'out-and-back',
      label: `Take ${feature.name} out for the work and put it back`,
      price: 'its screws or rivets come off and go back; nothing is cut',
      change,
    },
  ];
}

/** A feature that may be cut; nothing where it may not. */
function mayCutOut({ shell, brief }: Conversion, id: string | undefined): Feature | undefined {
  const feature = id === undefined ? undefined : shell.features[id];
  if (!feature || feature.fate !== 'cut' || brief.policy === 'conserve' || survives(brief, 'feature', id!))
    return undefined;
  return feature;
}

/** Only so much of a feature cut out as a part needs: the rest stays. */
function cutInPart(document: Conversion, assembly: Assembly, part: string, id: string): Remedy[] {
  const feature = mayCutOut(document, id);
  const blocks = feature && cutAwayFor(document, assembly, [part], id);
  if (!blocks) return [];
  return [
    {
      id: 'cut-away',
      label: `Cut ${cutAwayWords(feature, blocks)} out of ${feature.name}`,
      price: `not reversible; the rest of it stays${feature.why ? `; ${feature.why}` : ''}`,
      change: { type: 'setCutAway', id, blocks },
    },
  ];
}

/** A feature that may be cut, taken out; nothing where it may not. */
function removal(document: Conversion, id: string | undefined): Remedy[] {
  const feature = mayCutOut(document, id);
  if (!feature) return [];
  return [
    {
      id: 'remove',
      label: `Take out ${feature.name}`,
      price: `cut from the shell, not reversible${feature.why ? `; ${feature.why}` : ''}`,
      change: { type: 'setFate', id: id!, fate: 'removed' },
    },
  ];
}

const moveRemedy = (id: string, label: string, price: string, part: string, placement: Placement): Remedy => ({
  id,
  label,
  price,
  change: { type: 'placePart', id: part, placement },
});

/** The placement moved along a margin's normal; away from the other side to a tenth of a millimetre. */
function shiftBy(placement: Placement, margin: Margin, by: number): Placement {
  const length = (Math.sign(by) * Math.ceil(Math.abs(by) * 10 - 1e-6)) / 10;
  const at = (value: number, n: number) => Math.round((value + n * length) * 1000) / 1000;
  return {
    ...placement,
    x: at(placement.x, margin.normal[0]),
    y: at(placement.y, margin.normal[1]),
    z: at(placement.z, margin.normal[2]),
  };
}

/** The margin is met there, and nothing falls short that did not before, or falls shorter. */
function improves(
  document: Conversion,
  id: string,
  placement: Placement,
  margin: Margin,
  stopsBefore: readonly Margin[],
): boolean {
  const change: Change = { type: 'placePart', id, placement };
  const next = applyChange(document, change).document;
  const assembly = assemble(next);
  const margins = marginsOfPart(
    assembly,
    assembly.parts.find((p) => p.id === id)!,
  );
  const pair = new Set([margin.part, margin.other.id]);
  const same = margins.filter((m) => pair.has(m.part) && pair.has(m.other.id) && m.kind === margin.kind);
  const old = new Map(stopsBefore.map((m) => [m.id, m.spare]));
  const nothingNew = shortAt(margins).every((m) => m.spare >= (old.get(m.id) ?? Infinity) - 0.01);
  return same.every((m) => m.spare >= -0.01) && nothingNew;
}

const far = (a: Placement, b: Placement) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

const KEPT_PRICES: Readonly<Record<(typeof KEPT_BY)[number], string>> = {
  screws: 'only where its case has lugs or holes for them',
  strap: 'one strap, and two slots or feet for it to go round',
  'hook and loop': 'tape on both; not where it gets warm',
  holder: 'a bracket to bend or to print',
};
