import { marginSum, type JudgedMargin, type SumTerm } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { pathWords } from '@young-shell/core/shell';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectShown } from '../../document/selectors';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { select } from '../../view/slice';

/** What a placement counts along, in words. */
const WAYS: Readonly<Record<string, string>> = { x: 'from the left', y: 'from the front', z: 'over the datum' };

const name = (path: string, document: Parameters<typeof pathWords>[1]) => pathWords(path, document);

/** A margin as its sum: every term can be measured again or moved right here. */
export function MarginChain({ margin }: { margin: JudgedMargin }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectShown);
  const unit = useAppSelector((s) => s.preferences.unit);
  const { terms, rest, distance, axis } = marginSum(document, margin);
  const amounts = [...terms.map((t) => t.amount), ...(rest === 0 ? [] : [rest])];
  // Rounded so that the sum is seen to be right.
  const isTenth = (value: number) => Math.abs(value * 10 - Math.round(value * 10)) < 1e-6;
  const digits = unit !== 'mm' ? 3 : [...amounts, distance].every(isTenth) ? 1 : 2;
  const mm = (value: number) => formatLength(Math.abs(value), unit, digits);
  const signed = (value: number, first: boolean) => `${value < 0 ? '− ' : first ? '' : '+ '}${mm(value)}`;
  const placed = (path: string) => document.kit.parts[path.split('/')[3]!]?.name;
  return (
    <div className="col-span-3 mt-1.5 border-l-4 border-pencil pl-2.5">
      <p className="figure m-0 text-lg leading-snug">
        {amounts.map((amount, i) => signed(amount, i === 0)).join(' ')} = {distance < 0 ? '−' : ''}
        {mm(distance)}
      </p>
      <ul className="m-0 mt-1 flex list-none flex-col gap-1 p-0">
        {terms.map((term: SumTerm) => (
          <li key={term.path}>
            {term.of === 'place' ? (
              <button
                type="button"
                className="min-h-8 text-left text-sm underline"
                onClick={() => dispatch(select({ kind: 'part', id: term.path.split('/')[3]! }))}
              >
                {signed(term.amount, true)}: where {placed(term.path)} stands, {WAYS[term.path.at(-1)!]}
              </button>
            ) : (
              <MeasuredAt label={name(term.path, document)} path={term.path} what={name(term.path, document)} />
            )}
          </li>
        ))}
        {rest !== 0 && (
          <li className="text-sm text-ink-soft">
            {signed(rest, true)}: {axis === undefined ? 'slanted, no plain sum' : 'fixed by the part’s form'}
          </li>
        )}
      </ul>
    </div>
  );
}
