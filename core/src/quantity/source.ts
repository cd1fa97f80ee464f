/** Where a number comes from. `title` names the document, the formula or says "common practice, no source". */
export interface Source {
  kind: 'standard' | 'computed' | 'practice' | 'chosen' | 'invented';
  title: string;
  /** The document could not be opened when the value was written down. */
  fromMemory?: boolean;
}
