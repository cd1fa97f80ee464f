import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Vec3 } from '@young-shell/core/solid';
import type { Change, Placement } from '@young-shell/core/document';

export type ViewMode = '3d' | 'plan' | 'side' | 'front';

export interface Selection {
  kind: 'part' | 'feature' | 'face' | 'opening' | 'cut';
  id: string;
}

/** Parts that are drawn elsewhere than they are: laid aside, or on their way by so much. */
export interface Motion {
  aside: string[];
  moving: string[];
  by: Vec3;
}

export interface ViewState {
  mode: ViewMode;
  /** Depth of each section, mm; null: the middle of the selection or of the shell. */
  depth: Record<Exclude<ViewMode, '3d'>, number | null>;
  selection: Selection | null;
  /** A part under the pointer, not yet dropped. */
  drag: { id: string; placement: Placement; snapped: string[] } | null;
  /** A remedy that is being tried on, not yet applied. */
  preview: { label: string; change: Change } | null;
  showRooms: boolean;
  motion: Motion | null;
  /** A body that is drawn open by a share of its motion, with all it carries. */
  opened: { body: string; share: number } | null;
  /** All parts are laid aside: the shell is looked at empty. */
  partsAside: boolean;
  /** The list of keys is open. */
  shortcuts: boolean;
  /** Counts how often the whole shell was asked for. */
  fitted: number;
  /** The last step by which the view was turned, moved or brought nearer with a key, counted. */
  look: { count: number; right: number; up: number; nearer: number };
}

const initialState: ViewState = {
  mode: '3d',
  depth: { plan: null, side: null, front: null },
  selection: null,
  drag: null,
  preview: null,
  showRooms: true,
  motion: null,
  opened: null,
  partsAside: false,
  shortcuts: false,
  fitted: 0,
  look: { count: 0, right: 0, up: 0, nearer: 0 },
};

const slice = createSlice({
  name: 'view',
  initialState,
  reducers: {
    setMode: (state, { payload }: PayloadAction<ViewMode>) => {
      state.mode = payload;
    },
    setDepth: (state, { payload }: PayloadAction<{ mode: Exclude<ViewMode, '3d'>; depth: number | null }>) => {
      state.depth[payload.mode] = payload.depth;
    },
    select: (state, { payload }: PayloadAction<Selection | null>) => {
      state.selection = payload;
    },
    dragTo: (state, { payload }: PayloadAction<ViewState['drag']>) => {
      state.drag = payload;
    },
    preview: (state, { payload }: PayloadAction<ViewState['preview']>) => {
      state.preview = payload;
    },
    toggleRooms: (state) => {
      state.showRooms = !state.showRooms;
    },
    showMotion: (state, { payload }: PayloadAction<Motion | null>) => {
      state.motion = payload;
    },
    openBody: (state, { payload }: PayloadAction<ViewState['opened']>) => {
      state.opened = payload;
    },
    layPartsAside: (state, { payload }: PayloadAction<boolean>) => {
      state.partsAside = payload;
    },
    showShortcuts: (state, { payload }: PayloadAction<boolean>) => {
      state.shortcuts = payload;
    },
    fitView: (state) => {
      state.fitted++;
    },
    /** Steps to the right and up around the shell, or of the section; nearer by steps. */
    lookFrom: (state, { payload }: PayloadAction<Partial<Omit<ViewState['look'], 'count'>>>) => {
      state.look = { right: 0, up: 0, nearer: 0, ...payload, count: state.look.count + 1 };
    },
    resetView: () => initialState,
  },
});

export const viewReducer = slice.reducer;
export const {
  setMode,
  setDepth,
  select,
  dragTo,
  preview,
  toggleRooms,
  showMotion,
  openBody,
  layPartsAside,
  showShortcuts,
  fitView,
  lookFrom,
  resetView,
} = slice.actions;
