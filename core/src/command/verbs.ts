import type { NamedVerb } from '../station';
import { COMMANDS } from './commands';

/** The verbs of all stations, by name. */
export const VERBS: Readonly<Record<string, NamedVerb>> = Object.assign(
  {},
  ...Object.values(COMMANDS).map(({ verbs }) => verbs),
);
