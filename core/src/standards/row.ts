import type { Source, Tool } from '../quantity';

export const PART_KINDS = ['board', 'supply', 'brick', 'jack', 'card', 'drive', 'fan', 'radiator'] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** A dimension of a standard part: mm, how sure, where it is written. */
export interface StandardDimension {
  label: string;
  value: number;
  tool: Tool;
  /** Half-width in mm where it differs from the tool's default. */
  uncertainty?: number;
  source: Source;
}

/** A hole of a standard pattern, mm. What x and y are measured from is said by the table. */
export interface PatternHole {
  x: number;
  y: number;
}

/** One row of the library: a part that has known dimensions. */
export interface StandardPart {
  key: string;
  kind: PartKind;
  name: string;
  /** More words a search finds it by. */
  words: string;
  dimensions: Record<string, StandardDimension>;
  /** Mounting pattern in the plane of the mounting side. */
  holes: PatternHole[];
  holeSource: Source;
  /** Hole diameter in what the part is screwed to, mm, and the thread. */
  screw: { thread: string; clearance: number; source: Source };
  /** Typical mass in grams. */
  mass: number;
  source: Source;
  /** What is not certain about its holes: they are marked through from the part itself before any is drilled. */
  doubt?: string;
}

export const standard = (title: string): Source => ({
  kind: 'standard',
  title,
  fromMemory: true,
});

export const practice: Source = { kind: 'practice', title: 'common practice, no source' };

export const dimension = (
  label: string,
  value: number,
  source: Source,
  tool: Tool = source.kind === 'standard' ? 'standard' : 'catalogue',
  uncertainty?: number,
): StandardDimension =>
  uncertainty === undefined ? { label, value, tool, source } : { label, value, tool, uncertainty, source };
