/** A name as the stem of a file: letters and numbers of any script stay, in small letters; the rest becomes a hyphen. */
export const fileStem = (name: string, otherwise: string): string =>
  name
    .normalize('NFC')
    .replace(/[^\p{L}\p{N}\p{M}]+/gu, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase() || otherwise;
