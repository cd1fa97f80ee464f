import { assessCut } from './assess';
import { station } from '../station';

export const cut = station({
  id: 'cut',
  number: 7,
  label: 'Cut',
  reads: ['brief.policy', 'brief.seen', 'brief.blockedFaces', 'brief.survivors', 'shell', 'kit.parts', 'layout', 'cut'],
  assess: ({ document, assembly }) => assessCut(document, assembly),
});
