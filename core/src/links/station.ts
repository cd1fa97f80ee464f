import { assessLinks } from './assess';
import { station } from '../station';

export const links = station({
  id: 'links',
  number: 6,
  label: 'Links',
  running: true,
  reads: ['shell', 'kit.parts', 'layout', 'cut', 'links'],
  assess: ({ document, assembly }) => assessLinks(document, assembly),
});
