import { station } from '../station';
import { assessCut } from './assess';

export const cut = station({
  id: 'cut',
  number: 7,
  label: 'Cut',
  reads: ['brief', 'shell', 'kit', 'layout', 'cut'],
  assess: ({ document, assembly }) => assessCut(document, assembly),
  print: (_context, { openings }) => ({ openings }),
  jobs: () => import('./jobs'),
  verbs: {
    sheets: {
      words: '1:1 cut sheets into a folder: sheets.pdf and one SVG a face',
      load: async () => (await import('./verbs')).sheets,
    },
  },
});
