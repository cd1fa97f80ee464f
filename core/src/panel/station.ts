import { assessPanel } from './assess';
import { station } from '../station';

export const panel = station({
  id: 'panel',
  number: 8,
  label: 'Panel',
  running: true,
  reads: ['shell', 'kit', 'layout', 'cut', 'brief', 'panel'],
  assess: ({ document, assembly }) => assessPanel(document, assembly),
});
