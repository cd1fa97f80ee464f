import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { WhatIf } from '@young-shell/core/air';
import { addSlice } from '../../app/store';

export type AirTab = 'flow' | 'fans' | 'ways' | 'warmth' | 'loop';

interface AirState {
  tab: AirTab;
  /** The station is open: arrows are drawn. */
  shown: boolean;
  /** Tried on the whole shell: drawn and told, not kept. */
  whatIf: WhatIf;
}

const initialState: AirState = { tab: 'flow', shown: false, whatIf: { speed: 1, vents: 1, heat: 1 } };

const slice = createSlice({
  name: 'air',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<AirTab>) => {
      state.tab = payload;
    },
    tryOut: (state, { payload }: PayloadAction<Partial<WhatIf>>) => {
      Object.assign(state.whatIf, payload);
    },
    asItIs: (state) => {
      state.whatIf = initialState.whatIf;
    },
    showAir: (state, { payload }: PayloadAction<boolean>) => {
      state.shown = payload;
    },
    forgetAir: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    air: AirState;
  }
}
addSlice('air', slice.reducer);

export const { setTab, tryOut, asItIs, showAir, forgetAir } = slice.actions;
