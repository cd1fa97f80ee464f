import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type LinksTab = 'tree' | 'ports' | 'picture' | 'tube';

interface LinksState {
  tab: LinksTab;
  /** The link whose fields are open. */
  picked: string | null;
  /** The simulated tube monitor is connected, and which one. */
  tube: 'A' | 'B' | 'C' | null;
}

const initialState: LinksState = { tab: 'tree', picked: null, tube: null };

const slice = createSlice({
  name: 'links',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<LinksTab>) => {
      state.tab = payload;
    },
    pick: (state, { payload }: PayloadAction<string | null>) => {
      state.picked = payload;
    },
    connectTube: (state, { payload }: PayloadAction<LinksState['tube']>) => {
      state.tube = payload;
    },
    forgetLinks: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    links: LinksState;
  }
}
addSlice('links', slice.reducer);

export const { setTab, pick, connectTube, forgetLinks } = slice.actions;
