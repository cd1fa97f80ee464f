import type Joi from 'joi';
import { buildOf } from './form';

/** What makes a document unacceptable: where (RFC 6901 pointer) and why, in words that can be shown. */
export interface ValidationIssue {
  path: string;
  message: string;
}

const OPTIONS: Joi.ValidationOptions = {
  abortEarly: false,
  convert: false,
  // Where it is says the path, to those who read paths; on screen it stands at the field.
  errors: { label: false },
};

/** What is wrong with the form of a value: types, ranges, ids. Empty when it is in order. */
export function validationIssuesBy(form: Joi.Schema, value: unknown, at = ''): ValidationIssue[] {
  const { error } = form.validate(value, OPTIONS);
  return (error?.details ?? []).map((detail) => ({
    path: at + detail.path.map((step) => `/${step}`).join(''),
    message: `${sentence(detail.message)}${valueNote(detail.context?.value)}`,
  }));
}

/**
 * What is wrong with the form of a value after something below `steps` was altered, everything else being in order as
 * before: only the smallest part that has a form of its own is looked at.
 */
export function validationIssuesBelow(form: Joi.Schema, value: unknown, steps: readonly string[]): ValidationIssue[] {
  let at = '';
  for (const step of steps) {
    const how = buildOf(form);
    if (!how || value === null || typeof value !== 'object') break;
    const next = (value as Record<string, unknown>)[step];
    if ('entry' in how) {
      if (next === undefined) return [];
      const [odd] = validationIssuesBy(how.key, step, `${at}/${step}`);
      if (odd) return [odd];
      if (Object.keys(value).length > how.most) break;
      form = how.entry;
    } else {
      const part = how.parts[step];
      if (!part || next === undefined) break;
      form = part;
    }
    value = next;
    at += `/${step}`;
  }
  return validationIssuesBy(form, value, at);
}

/** What is wrong as a sentence: “It must be a positive number”. */
const sentence = (message: string) => (/^(must|is|length|contains|has) /.test(message) ? `It ${message}` : message);

function valueNote(value: unknown): string {
  return typeof value === 'number' || typeof value === 'string' ? ` (it is ${String(value).slice(0, 60)})` : '';
}
