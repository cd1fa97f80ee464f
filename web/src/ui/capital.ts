/** With a capital letter, as titles begin. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
