import { assessBuild } from './assess';
import { station } from '../station';

export const build = station({
  id: 'build',
  number: 9,
  label: 'Build',
  running: true,
  reads: [
    'brief.policy',
    'brief.seen',
    'brief.blockedFaces',
    'brief.survivors',
    'brief.targets',
    'shell',
    'kit.parts',
    'layout',
    'cut',
    'power',
    'links.antennas',
    'panel',
    'build',
  ],
  assess: ({ document, assembly }) => assessBuild(document, assembly),
});
