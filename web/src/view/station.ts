import type { Assembly } from '@young-shell/core/assembly';
import type { Conversion, Placement } from '@young-shell/core/document';
import type { Axis, Vec3 } from '@young-shell/core/solid';
import { createContext, useContext, type ComponentType } from 'react';
import type { AppThunk, RootState } from '../app/store';
import { arriving } from './arriving';
import type { SectionMode } from './projection';
import type { Writing } from './writing';

/** A strip of tape over the 3D view. */
export interface Tape {
  id: string;
  at: Vec3;
  text: string;
  look: 'tape' | 'red tape' | 'figure' | 'bad figure';
}

/** What a layer in a section is told: which section, at which depth, how many mm so many pixels are. */
export interface SectionLayer {
  mode: SectionMode;
  depth: number;
  px: (pixels: number) => number;
}

/** Where a dragged part is wanted. */
export interface Pull {
  document: Conversion;
  assembly: Assembly;
  id: string;
  from: Placement;
  wanted: Placement;
  axes: readonly Axis[];
}

/** A station of the interface: the frame draws, calls and routes it, and names none. */
export interface WebStation {
  /** The id of the core's station: number, name and verdict come from there. */
  id: string;
  /** Its page on the right; it comes when the station is opened, or once the first view is drawn. */
  screen: () => Promise<{ Component: ComponentType }>;
  /** Under the solids and over them, in space (`inSpace`) and in the sections. */
  Under3d?: ComponentType;
  Over3d?: ComponentType;
  UnderSection?: ComponentType<SectionLayer>;
  OverSection?: ComponentType<SectionLayer>;
  tapes?: (state: RootState) => readonly Tape[];
  writings?: (state: RootState, layer: SectionLayer) => readonly Writing[];
  /** Small writing on the tape of a part. */
  PartNote?: ComponentType<{ part: string }>;
  /** What it adds to the verdict strip beside its own cell. */
  StripCell?: ComponentType;
  /** Where a dragged part goes instead of where the hand is; undefined: it has no say. */
  pull?: (state: RootState, pull: Pull) => Placement | undefined;
  /** A conversion is put away: searches end, what was found is forgotten. */
  leave?: () => AppThunk;
}

/**
 * A layer of the view in space that is being fetched: it comes at once with the page, in a piece of its own beside the
 * library that draws it.
 */
export const inSpace = (layer: Promise<ComponentType>): ComponentType => arriving(layer);

const Stations = createContext<readonly WebStation[]>([]);

/** Gives the view the stations: it looks at none by itself. */
export const StationsProvider = Stations.Provider;
export const useStations = (): readonly WebStation[] => useContext(Stations);
