import { name, number, object, optional, record, whole, yesOrNo, type Of } from '../../form';

const length = number(1, 20_000);
const kerf = number(0, 20);

/** Sheets and bars the user cuts from, and what is cut from them besides what the plan asks for. */
export const stockForm = object({
  sheet: optional(
    object({
      width: length,
      height: length,
      kerf,
      /** The grain runs along its width: pieces are not turned. */
      grain: yesOrNo,
    }),
  ),
  bar: optional(object({ length, kerf })),
  /** Flat pieces. */
  pieces: optional(record(object({ name: name(80), width: length, height: length, count: whole(1, 200) }), 200)),
  /** Lengths. */
  lengths: optional(record(object({ name: name(80), length, count: whole(1, 200) }), 200)),
});

export type Stock = Of<typeof stockForm>;
