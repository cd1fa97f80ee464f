import { assessAir } from './assess';
import { station } from '../station';

export const air = station({
  id: 'air',
  number: 4,
  label: 'Air',
  running: true,
  reads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.ambient',
    'brief.dust',
    'brief.targets',
    'shell',
    'kit.parts',
    'layout',
    'cut',
    'air',
    'power.supplies',
    'power.staggered',
  ],
  assess: ({ document, assembly }) => assessAir(document, assembly),
});
