import type { Tools } from '../../document';

/** Everything about the user's tools, what was not said as it usually is (common practice, no source). */
export const benchOf = (tools: Tools): Required<Tools> => ({
  holeSaws: [19, 22, 25, 29, 32, 35, 38, 44, 51, 57, 64, 68, 76],
  drills: 10,
  stepDrill: 20,
  jigsaw: true,
  rotary: true,
  file: true,
  router: false,
  laser: 0,
  bed: { x: 220, y: 220, z: 250 },
  filament: 'PETG',
  ...tools,
});

/** Width of what a tool takes away, mm (common practice, no source). */
export const KERF = { jigsaw: 1.5, rotary: 1, 'hole saw': 2, router: 6, grinder: 1.2 } as const;
