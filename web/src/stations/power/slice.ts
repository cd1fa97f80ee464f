import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type PowerTab = 'budget' | 'wires' | 'plugs' | 'mains';

interface PowerState {
  tab: PowerTab;
}

const initialState: PowerState = { tab: 'budget' };

const slice = createSlice({
  name: 'power',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<PowerTab>) => {
      state.tab = payload;
    },
    forgetPower: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    power: PowerState;
  }
}
addSlice('power', slice.reducer);

export const { setTab, forgetPower } = slice.actions;
