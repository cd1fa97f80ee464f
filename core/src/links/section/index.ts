import type { Kit } from '../../kit/section';
import { put, section, type ValidationIssue } from '../../form';
import { form, type Antenna, type Attempt, type LinkNode, type Links, type Screen, type Usage } from './form';

/** What holds an antenna, as it is offered. */
export const ANTENNA_WORDS: Readonly<Record<NonNullable<Antenna['kept']>, string>> = {
  'its own nut': 'Its own nut, in a hole in the wall',
  tape: 'Double-sided tape',
  clip: 'A clip',
};

export {
  ANTENNA_HOLDS,
  LINK_NAMES,
  USAGE_NAMES,
  type Antenna,
  type Attempt,
  type LinkNode,
  type Links,
  type Screen,
  type Usage,
} from './form';

export interface LinksSeen {
  kit: Kit;
  links: Links;
}

/** The ways to alter what is linked with what. */
export type LinksChange =
  | { type: 'setLink'; id: string; node: LinkNode | null }
  | { type: 'setUsage'; usage: Usage }
  | { type: 'setOutside'; outside: number | null }
  | { type: 'setAntenna'; id: string; antenna: Antenna | null }
  | { type: 'setScreen'; id: string; screen: Screen | null }
  | { type: 'addTry'; id: string; attempt: Attempt | null };

export const linksSection = section<'links', Links, LinksSeen, LinksChange>({
  key: 'links',
  form,
  empty: () => ({ nodes: {}, usage: 'two', antennas: {}, screens: {}, tries: {} }),
  rules,
  changes: {
    setLink: {
      alter: ({ links }, { id, node }) => put(links.nodes, id, node),
      words: ({ links }, { id, node }) => {
        const before = links.nodes[id];
        if (!node) return `unlink ${before?.name ?? id}`;
        if (before && before.on !== node.on)
          return `${node.name} onto ${links.nodes[node.on ?? '']?.name ?? 'nothing'}`;
        return `${before ? 'change' : 'link'} ${node.name}`;
      },
    },
    setUsage: {
      alter: ({ links }, { usage }) => put(links, 'usage', usage),
      words: (_document, { usage }) => `links busy: ${usage}`,
    },
    setOutside: {
      alter: ({ links }, { outside }) => put(links, 'outside', outside),
      words: (_document, { outside }) => `${outside ?? 0} sockets wanted outside`,
    },
    setAntenna: {
      alter: ({ links }, { id, antenna }) => put(links.antennas, id, antenna),
      words: ({ links }, { id, antenna }) =>
        antenna ? `antenna: ${antenna.name}` : `delete ${links.antennas[id]?.name ?? id}`,
    },
    setScreen: {
      alter: ({ links }, { id, screen }) => put(links.screens, id, screen),
      words: ({ links }, { id, screen }) =>
        screen ? `screen: ${screen.name}` : `delete ${links.screens[id]?.name ?? id}`,
    },
    addTry: {
      alter: ({ links }, { id, attempt }) => put(links.tries, id, attempt),
      words: (_document, { attempt }) =>
        attempt ? `tried on the simulated set ${attempt.set}: ${attempt.seen}` : 'a try forgotten',
    },
  },
  entities: ({ nodes, screens }) => ({ link: nodes, screen: screens }),
  removeReferences: ({ links }, { kind, id: gone }) => {
    if (kind === 'part')
      for (const holder of [...Object.values(links.nodes), ...Object.values(links.antennas)])
        if (holder.part === gone) delete holder.part;
    if (kind === 'link')
      for (const node of Object.values(links.nodes)) {
        if (node.on === gone) delete node.on;
        if (node.disables && gone in node.disables) delete node.disables[gone];
      }
  },
});

function rules({ kit, links }: LinksSeen): ValidationIssue[] {
  const validationIssues: ValidationIssue[] = [];
  for (const [id, { part }] of Object.entries(links.antennas))
    if (part !== undefined && !(part in kit.parts))
      validationIssues.push({ path: `/links/antennas/${id}/part`, message: `There is no part “${part}”.` });
  for (const [id, { on, part, disables }] of Object.entries(links.nodes)) {
    const path = `/links/nodes/${id}`;
    if (part !== undefined && !(part in kit.parts))
      validationIssues.push({ path: `${path}/part`, message: `There is no part “${part}”.` });
    if (on !== undefined && !(on in links.nodes))
      validationIssues.push({ path: `${path}/on`, message: `There is nothing “${on}” that it could hang on.` });
    for (const other of Object.keys(disables ?? {}))
      if (!(other in links.nodes))
        validationIssues.push({
          path: `${path}/disables/${other}`,
          message: `There is nothing “${other}” that it could disable.`,
        });
    const seen = new Set([id]);
    for (let up = on; up !== undefined; up = links.nodes[up]?.on) {
      if (seen.has(up)) {
        validationIssues.push({
          path: `${path}/on`,
          message: `“${links.nodes[id]!.name}” would hang on itself${up === id ? '' : ` by way of “${links.nodes[up]!.name}”`}: a chain ends at the processor or the chipset.`,
        });
        break;
      }
      seen.add(up);
    }
  }
  return validationIssues;
}
