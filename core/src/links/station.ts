import { station } from '../station';
import { assessLinks } from './assess';
import { linksRemedies } from './remedies';

export const links = station({
  id: 'links',
  number: 6,
  label: 'Links',
  running: true,
  reads: ['shell', 'kit', 'layout', 'cut', 'links'],
  assess: ({ document, assembly }) => assessLinks(document, assembly),
  remedies: linksRemedies,
  jobs: () => import('./jobs'),
  verbs: {
    links: {
      words: 'the tree of links with its bottlenecks; display timings as text and as 18-byte blocks',
      load: async () => (await import('./verbs')).links,
    },
  },
});
