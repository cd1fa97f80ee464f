import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type ProofTab = 'checks' | 'burn' | 'measured' | 'targets';

interface ProofState {
  tab: ProofTab;
  /** Its temperatures are on the view. */
  shown: boolean;
  /** The check and the burn-in whose fields are open. */
  check: string | null;
  run: string | null;
}

const initialState: ProofState = { tab: 'checks', shown: false, check: null, run: null };

const slice = createSlice({
  name: 'proof',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<ProofTab>) => {
      state.tab = payload;
    },
    showProof: (state, { payload }: PayloadAction<boolean>) => {
      state.shown = payload;
    },
    pickCheck: (state, { payload }: PayloadAction<string | null>) => {
      state.check = payload;
    },
    pickRun: (state, { payload }: PayloadAction<string | null>) => {
      state.run = payload;
    },
    forgetProof: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    proof: ProofState;
  }
}
addSlice('proof', slice.reducer);

export const { setTab, showProof, pickCheck, pickRun, forgetProof } = slice.actions;
