/** `1 part`, `2 parts`, `0 parts`. */
export const countOf = (count: number, one: string, more = `${one}s`): string => `${count} ${count === 1 ? one : more}`;
