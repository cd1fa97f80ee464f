import { LIBRARY, type PartKind, type StandardPart } from '../standards';

/** Words of a kind a user may type. */
const KIND_WORDS: Readonly<Record<PartKind, string>> = {
  board: 'board mainboard motherboard',
  supply: 'supply psu power',
  brick: 'supply brick dc power',
  jack: 'supply brick dc power jack inlet',
  card: 'card graphics gpu',
  drive: 'drive disk storage',
  fan: 'fan cooling',
  radiator: 'radiator water cooling',
};

/** Rows of the library in which every word of the query occurs; all of them for an empty query. */
export function searchLibrary(query: string, kind?: PartKind): StandardPart[] {
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  return LIBRARY.filter((row) => {
    if (kind && row.kind !== kind) return false;
    const text = `${row.name} ${row.key} ${row.words} ${KIND_WORDS[row.kind]} ${row.source.title}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
}
