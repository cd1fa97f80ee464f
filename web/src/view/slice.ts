import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Jaws, RoomReport } from '@young-shell/core/shell';
import type { Finding } from '@young-shell/core/findings';
import type { Route } from '@young-shell/core/fit';
import type { Vec3 } from '@young-shell/core/solid';
import type { Where } from '@young-shell/core/search';
import type { Change, Placement } from '@young-shell/core/document';

export type ViewMode = '3d' | 'plan' | 'side' | 'front';

export interface Selection {
  kind: 'part' | 'feature' | 'face' | 'opening';
  id: string;
}

/** Where the selected part can go, drawn over the shell while `on`; while `stick` a drag keeps to it. */
export interface WhereOverlay {
  on: boolean;
  stick: boolean;
  map: { id: string; where: Where } | null;
}

/** A step of the order as it is drawn: what is not in yet, and how far what goes in still is from its place. */
export interface Motion {
  aside: string[];
  moving: string[];
  by: Vec3;
}

/** Cables drawn through the free room. */
export interface RoutesOverlay {
  routes: Route[];
  picked: string | null;
}

/** Free room drawn over the shell: the map, and one block picked out. */
export interface RoomOverlay {
  report: RoomReport;
  /** `block-0`, `slab`, `stick`. */
  picked: string | null;
  /** The parts stand in it; else they are laid aside while it is shown. */
  withParts: boolean;
}

export type FitTab = 'margins' | 'layouts' | 'ways' | 'wishes' | 'reach' | 'order';
export type ShellTab = 'form' | 'inside' | 'survey' | 'room' | 'hazards';

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
  /** The open page of the Shell station. */
  shellTab: ShellTab;
  /** The open page of the Fit station. */
  fitTab: FitTab;
  room: RoomOverlay | null;
  where: WhereOverlay;
  motion: Motion | null;
  routes: RoutesOverlay | null;
  /** Findings about cables and order: they come from a worker. */
  slow: Finding[];
  /** Where to put the jaws of the calipers. */
  jaws: Jaws | null;
}

const initialState: ViewState = {
  mode: '3d',
  depth: { plan: null, side: null, front: null },
  selection: null,
  drag: null,
  preview: null,
  showRooms: true,
  shellTab: 'form',
  fitTab: 'margins',
  room: null,
  where: { on: false, stick: true, map: null },
  motion: null,
  routes: null,
  slow: [],
  jaws: null,
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
    setShellTab: (state, { payload }: PayloadAction<ShellTab>) => {
      state.shellTab = payload;
    },
    setFitTab: (state, { payload }: PayloadAction<FitTab>) => {
      state.fitTab = payload;
    },
    showRoom: (state, { payload }: PayloadAction<RoomOverlay | null>) => {
      state.room = payload;
    },
    showWhere: (state, { payload }: PayloadAction<Partial<WhereOverlay>>) => {
      Object.assign(state.where, payload);
    },
    showMotion: (state, { payload }: PayloadAction<Motion | null>) => {
      state.motion = payload;
    },
    showRoutes: (state, { payload }: PayloadAction<RoutesOverlay | null>) => {
      state.routes = payload;
    },
    setSlow: (state, { payload }: PayloadAction<Finding[]>) => {
      state.slow = payload;
    },
    showJaws: (state, { payload }: PayloadAction<Jaws | null>) => {
      state.jaws = payload;
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
  setShellTab,
  setFitTab,
  showRoom,
  showWhere,
  showMotion,
  showRoutes,
  setSlow,
  showJaws,
  resetView,
} = slice.actions;
