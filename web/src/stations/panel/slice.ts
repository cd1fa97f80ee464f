import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Vec3 } from '@young-shell/core/solid';
import { addSlice } from '../../app/store';

export type PanelTab = 'controls' | 'headers' | 'keys' | 'pins' | 'harness';

interface PanelState {
  tab: PanelTab;
  /** The screen is open: its layers are drawn. */
  shown: boolean;
  /** The control, and the header, whose fields are open. */
  picked: string | null;
  header: string | null;
  /** The simulated prober is connected, and to which keyboard; the meter, and to which plug. */
  prober: 'A' | 'B' | 'C' | null;
  meter: 'A' | 'B' | 'C' | null;
  /** Ways of the wires through the shell, as they were computed last. */
  routes: { id: string; points: Vec3[] }[];
}

const initialState: PanelState = {
  tab: 'controls',
  shown: false,
  picked: null,
  header: null,
  prober: null,
  meter: null,
  routes: [],
};

const slice = createSlice({
  name: 'panel',
  initialState,
  reducers: {
    setTab: (state, { payload }: PayloadAction<PanelTab>) => {
      state.tab = payload;
    },
    showPanel: (state, { payload }: PayloadAction<boolean>) => {
      state.shown = payload;
    },
    pickControl: (state, { payload }: PayloadAction<string | null>) => {
      state.picked = payload;
    },
    pickHeader: (state, { payload }: PayloadAction<string | null>) => {
      state.header = payload;
    },
    connectProber: (state, { payload }: PayloadAction<PanelState['prober']>) => {
      state.prober = payload;
    },
    connectMeter: (state, { payload }: PayloadAction<PanelState['meter']>) => {
      state.meter = payload;
    },
    showRuns: (state, { payload }: PayloadAction<PanelState['routes']>) => {
      state.routes = payload;
    },
    forgetPanel: () => initialState,
  },
});

declare module '../../app/store' {
  interface StationSlices {
    panel: PanelState;
  }
}
addSlice('panel', slice.reducer);

export const { setTab, showPanel, pickControl, pickHeader, connectProber, connectMeter, showRuns, forgetPanel } =
  slice.actions;
