import { emblemOf, type Conversion, type Summary } from '../document';
import { assessAll } from './assessAll';
import { HEADLINE } from './stations';

/** What the list of conversions shows of a document. */
export function summaryOf(document: Conversion): Summary {
  const { verdict, brief } = assessAll(document).strip.find((cell) => cell.station === HEADLINE)!;
  return {
    note: document.note,
    policy: document.brief.policy,
    form: document.shell.hull.form,
    outline: emblemOf(document.shell.hull),
    headline: { verdict, brief },
    parts: Object.keys(document.kit.parts).length,
  };
}
