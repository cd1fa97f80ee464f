/** What is said of a print without its meshes; `wrong` where its sizes make no solid. */
export interface PrintInfo {
  pieces: { name: string; size: [number, number, number] }[];
  size: [number, number, number];
  grams: number;
  minutes: number;
  advice: string[];
  wrong?: string;
}
