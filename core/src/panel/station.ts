import { assessPanel } from './assess';
import { blockedRods } from './findings';
import { station } from '../station';

export const panel = station({
  id: 'panel',
  number: 8,
  label: 'Panel',
  running: true,
  reads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.survivors',
    'shell',
    'kit.parts',
    'layout',
    'cut',
    'panel',
  ],
  assess: ({ document, assembly }) => assessPanel(document, assembly),
  atRest: ({ document, assembly }) => blockedRods(document, assembly),
});
