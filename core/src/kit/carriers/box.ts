/** A box of material in a part's own axes, mm. */
export interface MadeBox {
  name: string;
  low: [number, number, number];
  high: [number, number, number];
  /** Of other stuff than the rest; and what share of it is holes. */
  of?: 'steel' | 'aluminium';
  open?: number;
}
