import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { SlowAnswers } from '@young-shell/core/plan';

const slice = createSlice({
  name: 'slow',
  initialState: {} as SlowAnswers,
  reducers: {
    /** What stations said after a while, in a worker; it stays until they say the next. */
    slowlySaid: (_state, { payload }: PayloadAction<SlowAnswers>) => payload as never,
    forgetSlow: () => ({}),
  },
});

export const slowReducer = slice.reducer;
export const { slowlySaid, forgetSlow } = slice.actions;
