import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { InstrumentKind, Sample } from './kinds';

/** One line that an instrument sent. */
export interface Line {
  n: number;
  kind: InstrumentKind;
  text: string;
  /** It is no reading: left out, and counted. */
  garbage?: boolean;
}

interface InstrumentsState {
  /** The dialog is open. */
  shown: boolean;
  /** What is connected, and to what; one of each kind. */
  on: Partial<Record<InstrumentKind, Sample>>;
  /** What was sent last, oldest first. */
  lines: Line[];
  /** Lines so far. */
  count: number;
}

/** Lines that are kept for looking at. */
const KEPT = 200;

const slice = createSlice({
  name: 'instruments',
  initialState: { shown: false, on: {}, lines: [], count: 0 } as InstrumentsState,
  reducers: {
    showInstruments: (state, { payload }: PayloadAction<boolean>) => {
      state.shown = payload;
    },
    connect: (state, { payload: { kind, to } }: PayloadAction<{ kind: InstrumentKind; to: Sample | null }>) => {
      if (to === null) delete state.on[kind];
      else state.on[kind] = to;
    },
    heard: (state, { payload }: PayloadAction<Omit<Line, 'n'>[]>) => {
      for (const line of payload) state.lines.push({ ...line, n: state.count++ });
      if (state.lines.length > KEPT) state.lines.splice(0, state.lines.length - KEPT);
    },
  },
});

export const instrumentsReducer = slice.reducer;
export const { showInstruments, connect, heard } = slice.actions;
