/** Sheets and bars that are taken where the user said nothing, mm. */
export const USUAL_STOCK = {
  sheet: { width: 600, height: 400, kerf: 2, grain: false },
  bar: { length: 2000, kerf: 1.5 },
};
