/** A box of material in a part's own axes, mm. */
export interface MadeBox {
  name: string;
  low: [number, number, number];
  high: [number, number, number];
}
