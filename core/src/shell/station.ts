import { assessShell } from './assess';
import { cavityWatches } from './survey';
import { station } from '../station';

export const shell = station({
  id: 'shell',
  number: 1,
  label: 'Shell',
  begins: true,
  reads: ['brief.policy', 'brief.seen', 'brief.blockedFaces', 'brief.survivors', 'shell'],
  assess: ({ document }) => ({
    report: null,
    findings: assessShell(document),
    rest: 'measured',
    touched: {
      features: new Set(
        Object.entries(document.shell.features)
          .filter(([, f]) => f.fate === 'removed' || (f.cutAway?.length ?? 0) > 0)
          .map(([id]) => id),
      ),
    },
  }),
  watches: ({ assembly }) => cavityWatches(assembly),
});
