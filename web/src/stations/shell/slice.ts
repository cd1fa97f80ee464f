import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Jaws, RoomReport } from '@young-shell/core/shell';
import { addSlice } from '../../app/store';

/** Free room drawn over the shell: the map, and one block picked out. */
export interface RoomOverlay {
  report: RoomReport;
  /** `block-0`, `slab`, `stick`. */
  picked: string | null;
}

export type ShellTab = 'form' | 'inside' | 'survey' | 'room' | 'hazards';

interface ShellState {
  tab: ShellTab;
  room: RoomOverlay | null;
  /** Where to put the jaws of the calipers. */
  jaws: Jaws | null;
}

const initialState: ShellState = { tab: 'form', room: null, jaws: null };

const slice = createSlice({
  name: 'shell',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<ShellTab>) => {
      state.tab = payload;
    },
    showRoom: (state, { payload }: PayloadAction<RoomOverlay | null>) => {
      state.room = payload;
    },
    showJaws: (state, { payload }: PayloadAction<Jaws | null>) => {
      state.jaws = payload;
    },
    forgetShell: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    shell: ShellState;
  }
}
addSlice('shell', slice.reducer);

export const { setTab, showRoom, showJaws, forgetShell } = slice.actions;
