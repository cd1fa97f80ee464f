import { station } from '../station';
import { assessProof } from './assess';
import { modelFindings } from './findings';
import { proofRemedies } from './remedies';

export const proof = station({
  id: 'proof',
  number: 10,
  label: 'Proof',
  running: true,
  reads: ['brief', 'shell', 'kit', 'layout', 'cut', 'air', 'power', 'links', 'panel', 'proof'],
  assess: ({ document, assembly }) => assessProof(document, assembly),
  slow: ({ document }) => ({ findings: modelFindings(document) }),
  remedies: proofRemedies,
  print: (_context, { checks, acceptance }) => ({
    proof: {
      checks: checks.length,
      good: checks.filter((c) => c.state === 'good').length,
      targets: acceptance.map(({ id, state }) => ({ id, state })),
    },
  }),
  jobs: () => import('./jobs'),
  verbs: {
    proof: {
      words: 'checks before and after the first power, burn-ins beside the model, targets with evidence',
      load: async () => (await import('./verbs')).proof,
    },
  },
});
