import type { WebStation } from '../../view/station';
import { selectProofTapes } from './selectors';
import { forgetProof } from './slice';

export const proof: WebStation = {
  id: 'proof',
  tapes: selectProofTapes,
  leave: () => (dispatch) => dispatch(forgetProof()),
  screen: async () => ({ Component: (await import('./ProofStation')).ProofStation }),
};
