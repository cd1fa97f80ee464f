import type { ValidationIssue } from '../form';

/** Names that every object has already, or that change what it is: no key of a document, at any depth. */
export const FORBIDDEN_KEYS = ['__proto__', 'constructor', 'prototype'] as const;
const FORBIDDEN: ReadonlySet<string> = new Set(FORBIDDEN_KEYS);

/** Is this a key that no document may have? */
export const isForbiddenKey = (key: string): boolean => FORBIDDEN.has(key);

/** The first key of a value, at any depth, that no document may have. */
export function forbiddenKey(value: unknown, path = ''): ValidationIssue | undefined {
  if (value === null || typeof value !== 'object') return undefined;
  for (const key of Object.keys(value)) {
    if (isForbiddenKey(key))
      return {
        path: `${path}/${key}`,
        message: `“${key}” is no name for anything; an id is lower-case letters, digits and hyphens, such as board-1`,
      };
    const found = forbiddenKey((value as Record<string, unknown>)[key], `${path}/${key}`);
    if (found) return found;
  }
  return undefined;
}
