import { assessProof } from './assess';
import { station } from '../station';

export const proof = station({
  id: 'proof',
  number: 10,
  label: 'Proof',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'air', 'power', 'links', 'panel', 'proof'],
  assess: ({ document, assembly }) => assessProof(document, assembly),
});
