import { assessPower } from './assess';
import { station } from '../station';

export const power = station({
  id: 'power',
  number: 5,
  label: 'Power',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'power'],
  assess: ({ document, assembly }) => assessPower(document, assembly),
});
