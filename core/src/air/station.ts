import { assessAir } from './assess';
import { station } from '../station';

export const air = station({
  id: 'air',
  number: 4,
  label: 'Air',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'air', 'power'],
  assess: ({ document, assembly }) => assessAir(document, assembly),
});
