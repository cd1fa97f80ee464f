/** `short by 0.4 · ` where there is room but less than is wanted; nothing else is told by colour alone. */
export const shortWords = (
  { distance, spare }: { distance: number; spare: number },
  words: (mm: number) => string,
): string => (distance >= 0 && spare < 0 ? `short by ${words(-spare)} · ` : '');
