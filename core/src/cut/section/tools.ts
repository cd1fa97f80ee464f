import { list, number, object, oneOf, optional, yesOrNo, type Of } from '../../form';

const size = number(0.5, 300);

/** What the user has on the bench; what is not said is taken as usual. */
export const toolsForm = object({
  /** Hole saws by diameter, mm. */
  holeSaws: optional(list(size, 0, 60)),
  /** Twist drills go up to, a step drill up to, mm. */
  drills: optional(size),
  stepDrill: optional(number(0, 100)),
  jigsaw: optional(yesOrNo),
  rotary: optional(yesOrNo),
  file: optional(yesOrNo),
  router: optional(yesOrNo),
  /** Width of what is burnt away, mm; 0: none. */
  laser: optional(number(0, 2)),
  /** Bed of the printer, mm. */
  bed: optional(object({ x: number(0, 2000), y: number(0, 2000), z: number(0, 2000) })),
  filament: optional(oneOf(['PLA', 'PETG', 'ASA', 'PC'])),
});

export type Tools = Of<typeof toolsForm>;
