import type { ValidationIssue } from '../form';
import { validationIssuesOfForm, validationIssuesOfFormBelow, type Conversion } from './conversion';
import { forbiddenKey } from './keys';
import { stepsOf, type Operation } from './patches';
import { SECTIONS } from './sections';

/** Everything that is wrong with a document: its form first, then what makes no sense. */
export function validationIssuesOf(document: unknown): ValidationIssue[] {
  const key = forbiddenKey(document);
  if (key) return [key];
  const form = validationIssuesOfForm(document);
  return form.length > 0 ? form : validationIssuesOfSense(document as Conversion);
}

/**
 * Everything that is wrong with a document that was in order before these operations: the form of what they touched,
 * then what makes no sense.
 */
export function validationIssuesAfter(document: Conversion, operations: readonly Operation[]): ValidationIssue[] {
  for (const { path, value } of operations) {
    const key = forbiddenKey(value, path);
    if (key) return [key];
    const form = path === '' ? validationIssuesOfForm(document) : validationIssuesOfFormBelow(document, stepsOf(path));
    if (form.length > 0) return form;
  }
  return validationIssuesOfSense(document);
}

/** The first section that doesn't make sense speaks: what those after it say would only follow from it. */
function validationIssuesOfSense(document: Conversion): ValidationIssue[] {
  for (const { rules } of SECTIONS) {
    const validationIssues = (rules as (document: Conversion) => ValidationIssue[])(document);
    if (validationIssues.length > 0) return validationIssues;
  }
  return [];
}
