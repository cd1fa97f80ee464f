import { assessBrief } from './assess';
import { station } from '../station';

export const brief = station({
  id: 'brief',
  number: 0,
  label: 'Brief',
  reads: ['brief'],
  assess: ({ document }) => ({ report: null, findings: [], rest: document.brief.policy }),
  conclude: assessBrief,
});
