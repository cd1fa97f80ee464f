/**
 * How many cases a random test tries: all of them in `npm run test:long`, a fair share in the run that every change has to
 * pass. @param full cases of the long run @param fair cases of the short one; a third where nothing is said
 */
export const runs = (full: number, fair = Math.ceil(full / 3)): number => (process.env.YOUNG_SHELL_LONG ? full : fair);
