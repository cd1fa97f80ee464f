import { assessFit } from './assess';
import { marginWatches } from './watches';
import { station } from '../station';

export const fit = station({
  id: 'fit',
  number: 3,
  label: 'Fit',
  headline: true,
  reads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.survivors',
    'shell',
    'kit.parts',
    'layout',
    'cut',
    'air.fans',
    'air.feet',
  ],
  assess: ({ document, assembly }) => assessFit(document, assembly),
  watches: ({ assembly }) => marginWatches(assembly),
});
