import { assessPower } from './assess';
import { station } from '../station';

export const power = station({
  id: 'power',
  number: 5,
  label: 'Power',
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
    'power',
  ],
  assess: ({ document, assembly }) => assessPower(document, assembly),
});
