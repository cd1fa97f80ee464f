import { stationCommands } from '../station';

export const linksCommands = stationCommands({
  verbs: {
    links: {
      words: 'the tree of links with its bottlenecks; display timings as text and as 18-byte blocks',
      load: async () => (await import('./verbs')).links,
    },
  },
});
