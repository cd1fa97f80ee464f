import { emblemOf, type Conversion, type Summary } from '../document';
import { assessAll } from './assessAll';

/** What the list of conversions shows of a document. */
export function summaryOf(document: Conversion): Summary {
  const { verdict, brief } = assessAll(document).strip.find((cell) => cell.station === 'fit')!;
  return {
    note: document.note,
    policy: document.brief.policy,
    form: document.shell.hull.form,
    outline: emblemOf(document.shell.hull),
    fit: { verdict, brief },
    parts: Object.keys(document.kit.parts).length,
  };
}
