import { assessProof } from './assess';
import { station } from '../station';

export const proof = station({
  id: 'proof',
  number: 10,
  label: 'Proof',
  running: true,
  reads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.ambient',
    'brief.dust',
    'brief.targets',
    'brief.survivors',
    'shell',
    'kit.parts',
    'layout',
    'cut',
    'air',
    'power',
    'links',
    'panel',
    'proof',
  ],
  assess: ({ document, assembly }) => assessProof(document, assembly),
});
