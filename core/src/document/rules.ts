import type { Complaint } from '../form';
import { complaintsOfForm, complaintsOfFormBelow, type Conversion } from './conversion';
import { forbiddenKey } from './keys';
import { stepsOf, type Operation } from './patches';
import { SECTIONS } from './sections';

/** Everything that is wrong with a document: its form first, then what makes no sense. */
export function complaintsOf(document: unknown): Complaint[] {
  const key = forbiddenKey(document);
  if (key) return [key];
  const form = complaintsOfForm(document);
  return form.length > 0 ? form : complaintsOfSense(document as Conversion);
}

/**
 * Everything that is wrong with a document that was in order before these operations: the form of what they touched,
 * then what makes no sense.
 */
export function complaintsAfter(document: Conversion, operations: readonly Operation[]): Complaint[] {
  for (const { path, value } of operations) {
    const key = forbiddenKey(value, path);
    if (key) return [key];
    const form = path === '' ? complaintsOfForm(document) : complaintsOfFormBelow(document, stepsOf(path));
    if (form.length > 0) return form;
  }
  return complaintsOfSense(document);
}

/** The first section that doesn't make sense speaks: what those after it say would only follow from it. */
function complaintsOfSense(document: Conversion): Complaint[] {
  for (const { rules } of SECTIONS) {
    const complaints = (rules as (document: Conversion) => Complaint[])(document);
    if (complaints.length > 0) return complaints;
  }
  return [];
}
