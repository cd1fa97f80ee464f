import type { Source } from './source';

/** How a dimension came to be known. */
export const TOOL_NAMES = [
  'calipers',
  'calipers-machined',
  'rule',
  'tape',
  'printed',
  'jigsaw',
  'catalogue',
  'standard',
  'guess',
] as const;
export type Tool = (typeof TOOL_NAMES)[number];

/**
 * A dimension with what is known of it: millimetres, ± half-width read as a 95 % interval, the tool.
 */
export interface Measured {
  value: number;
  uncertainty: number;
  tool: Tool;
  /** What the tool showed, repeat by repeat, mm; the value is their mean. */
  readings?: number[];
  /** When it was last measured, ISO 8601. */
  when?: string;
  /** It came from a simulated instrument: no real thing was measured. */
  simulated?: boolean;
}

interface ToolFacts {
  label: string;
  /** Half-width in mm. */
  uncertainty: number;
  source: Source;
}

const PRACTICE: Source = { kind: 'practice', title: 'common practice, no source' };

/** Default half-widths by tool. */
export const TOOLS: Readonly<Record<Tool, ToolFacts>> = {
  calipers: { label: 'calipers', uncertainty: 0.1, source: PRACTICE },
  'calipers-machined': {
    label: 'calipers, machined edge',
    uncertainty: 0.05,
    source: PRACTICE,
  },
  rule: { label: 'steel rule', uncertainty: 0.5, source: PRACTICE },
  tape: { label: 'tape', uncertainty: 1, source: PRACTICE },
  printed: { label: 'printed part', uncertainty: 0.3, source: PRACTICE },
  jigsaw: { label: 'jigsaw cut', uncertainty: 1, source: PRACTICE },
  catalogue: { label: 'catalogue', uncertainty: 0.5, source: PRACTICE },
  standard: { label: 'standard', uncertainty: 0.2, source: PRACTICE },
  guess: { label: 'guess', uncertainty: 5, source: PRACTICE },
};

/** A measured value with the tool's default uncertainty, or the one given. */
export function measured(
  value: number,
  tool: Tool = 'calipers',
  uncertainty: number = TOOLS[tool].uncertainty,
): Measured {
  return { value, uncertainty, tool };
}

/** What stands in for a size until it is measured: a third of it either way, from half a millimetre to a guess's usual. */
export const guess = (value: number): Measured =>
  measured(value, 'guess', Math.min(TOOLS.guess.uncertainty, Math.max(0.5, Math.round(Math.abs(value) / 3))));

/**
 * A value that was typed over another: it was taken with `tool`, where that is known, and no earlier readings count.
 * Without one a guess stays a guess, and what was measured keeps its tool.
 */
export function retyped(known: Measured, value: number, tool: Tool | undefined): Measured {
  if (known.tool !== 'guess' || tool === undefined || tool === 'guess')
    return { value, uncertainty: known.uncertainty, tool: known.tool };
  return measured(value, tool);
}
