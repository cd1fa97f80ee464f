import { assemble } from '../assembly';
import {
  ANTENNA_HOLDS,
  ANTENNA_WORDS,
  applyChange,
  validationIssuesAfter,
  type Change,
  type Conversion,
} from '../document';
import { RANK, type Finding, type Remedy } from '../findings';
import { WAVE, DONGLE_APART } from '../standards';
import { assessLinks } from './assess';
import { linkTree, mayHang } from './tree/tree';

/** Changes that would help against a finding of this station; each is made on a copy and assessed again. */
export function linksRemedies(document: Conversion, finding: Finding): Remedy[] {
  const before = assessLinks(document, assemble(document)).findings;
  const rank = (findings: readonly Finding[]) =>
    findings.filter((f) => f.verdict === 'stop').length * 1000 + findings.filter((f) => f.verdict === 'warn').length;
  return candidates(document, finding)
    .filter(({ change }) => {
      try {
        const { document: next, operations } = applyChange(document, change);
        if (validationIssuesAfter(next, operations).length > 0) return false;
        const after = assessLinks(next, assemble(next)).findings;
        const then = after.find((f) => f.id === finding.id);
        const lifted = !then || RANK[then.verdict] > RANK[finding.verdict];
        // A question that is answered counts in no rank.
        return lifted && (rank(after) < rank(before) || (finding.verdict === 'note' && rank(after) === rank(before)));
      } catch {
        return false;
      }
    })
    .slice(0, 6);
}

function candidates(document: Conversion, finding: Finding): Remedy[] {
  const [, what, id = ''] = finding.id.split('/');
  const { links } = document;
  const node = links.nodes[id];
  const tree = linkTree(document);
  switch (what) {
    case 'own-power':
      return node
        ? [
            {
              id: 'feed',
              label: `Connect 12 V to ${node.name}`,
              price: 'a plug of the supply; see Power',
              change: { type: 'setLink', id, node: { ...node, fed: true } },
            },
          ]
        : [];
    case 'key':
    case 'full':
    case 'loose':
    case 'power':
    case 'boot':
      return elsewhere(tree, id);
    case 'reach': {
      const now = tree.find((l) => l.id === id);
      const gen = now?.runsAt ?? now?.gen ?? 0;
      return node && gen > 1
        ? [
            {
              id: 'slower',
              label: `Set its slot to generation ${gen - 1}`,
              price: 'half the rate, and it works',
              change: { type: 'setLink', id, node: { ...node, gen: gen - 1 } },
            },
          ]
        : [];
    }
    case 'reaches':
      return node?.length
        ? [
            {
              id: 'longer',
              label: `A power cable of ${node.length} mm`,
              price: 'another cable',
              change: { type: 'setLink', id, node: { ...node, second: node.length } },
            },
          ]
        : [];
    case 'narrow': {
      // What is behind it, onto other places.
      const behind = tree.filter((l) => l.node.on === id).map((l) => l.id);
      return [...elsewhere(tree, id), ...behind.flatMap((other) => elsewhere(tree, other))];
    }
    case 'sight':
    case 'antenna': {
      const antenna = links.antennas[id];
      return antenna
        ? [
            {
              id: 'out',
              label: 'Lead it outside',
              price: 'a hole, a thin coaxial lead',
              change: { type: 'setAntenna', id, antenna: { ...antenna, where: 'outside' } },
            },
            {
              id: 'slot',
              label: `A slot of ${Math.ceil(WAVE.half) + 4} mm before it`,
              price: 'one cut, covered with plastic',
              change: {
                type: 'setAntenna',
                id,
                antenna: { ...antenna, where: 'slot', slot: Math.ceil(WAVE.half) + 4 },
              },
            },
          ]
        : [];
    }
    case 'held': {
      const antenna = links.antennas[id];
      return antenna
        ? ANTENNA_HOLDS.map((kept) => ({
            id: kept.replaceAll(' ', '-'),
            label: ANTENNA_WORDS[kept],
            price: ANTENNA_PRICES[kept],
            change: { type: 'setAntenna', id, antenna: { ...antenna, kept } },
          }))
        : [];
    }
    case 'dongle': {
      const antenna = links.antennas[id];
      return antenna
        ? [
            {
              id: 'lead',
              label: `A lead that takes it ${DONGLE_APART} mm away`,
              price: 'a short USB extension',
              change: { type: 'setAntenna', id, antenna: { ...antenna, apart: DONGLE_APART } },
            },
          ]
        : [];
    }
    default:
      return [];
  }
}

/** Other places that a node goes into. */
function elsewhere(tree: ReturnType<typeof linkTree>, id: string): Remedy[] {
  const node = tree.find((l) => l.id === id)?.node;
  if (!node) return [];
  return tree
    .filter((l) => l.id !== node.on && mayHang(tree, id, l.id))
    .map(({ id: on, node: up, link }): Remedy => {
      const change: Change = { type: 'setLink', id, node: { ...node, on } };
      return {
        id: `on-${id}-${on}`,
        label: `${node.name} onto ${up.name}${link ? ` (${link})` : ''}`,
        price: 'another place on the board',
        change,
      };
    });
}

const ANTENNA_PRICES: Readonly<Record<(typeof ANTENNA_HOLDS)[number], string>> = {
  'its own nut': 'a hole of 6.5 mm (usual thread, from memory): measure it',
  tape: 'for a foil antenna; flat on plastic or wood, away from metal',
  clip: 'one clip, screwed or glued',
};
