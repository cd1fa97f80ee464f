import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { LengthUnit, Tool } from '@young-shell/core/quantity';

/** What belongs to this browser and not to a conversion. */
export interface Preferences {
  unit: LengthUnit;
  theme: 'light' | 'dark';
  /** What was measured with last: the next guess that is typed over is taken with it. */
  tool?: Tool | undefined;
}

const KEY = 'young-shell/preferences';

function stored(): Preferences {
  const fallback: Preferences = {
    unit: 'mm',
    theme: matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light',
  };
  try {
    return { ...fallback, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Preferences>) };
  } catch {
    return fallback;
  }
}

const slice = createSlice({
  name: 'preferences',
  initialState: stored,
  reducers: {
    setUnit: (state, { payload }: PayloadAction<LengthUnit>) => {
      state.unit = payload;
    },
    setTool: (state, { payload }: PayloadAction<Tool | undefined>) => {
      state.tool = payload;
    },
    setTheme: (state, { payload }: PayloadAction<Preferences['theme']>) => {
      state.theme = payload;
    },
  },
});

export const preferencesReducer = slice.reducer;
export const { setUnit, setTheme, setTool } = slice.actions;

/** Writes preferences to the browser and the theme to the page. */
export function applyPreferences(preferences: Preferences): void {
  document.documentElement.dataset.theme = preferences.theme;
  try {
    localStorage.setItem(KEY, JSON.stringify(preferences));
  } catch {
    // A private window may refuse; the choice then lasts as long as the page.
  }
}
