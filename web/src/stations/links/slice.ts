import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { addSlice } from '../../app/store';

export type LinksTab = 'tree' | 'ports' | 'picture' | 'tube';

interface LinksState {
  tab: LinksTab;
  /** The link whose fields are open. */
  picked: string | null;
}

const initialState: LinksState = { tab: 'tree', picked: null };

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
    forgetLinks: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    links: LinksState;
  }
}
addSlice('links', slice.reducer);

export const { setTab, pick, forgetLinks } = slice.actions;
