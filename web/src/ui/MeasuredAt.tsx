import { valueAt } from '@young-shell/core/document';
import type { Measured } from '@young-shell/core/quantity';
import { useAppSelector } from '../app/store';
import { selectDocument } from '../document/selectors';
import { useSubmit } from '../document/useSubmit';
import { MeasuredField } from './MeasuredField';

/** The measured value at a path of the document, edited in place. `what` names it in the history. */
export function MeasuredAt({
  label,
  path,
  what = label.toLowerCase(),
}: {
  label: string;
  path: string;
  what?: string;
}) {
  const value = valueAt(useAppSelector(selectDocument), path) as Measured | undefined;
  const submit = useSubmit();
  if (!value) return null;
  return (
    <MeasuredField
      label={label}
      value={value}
      onCommit={(measured) => submit({ type: 'setMeasured', path, measured, what })}
    />
  );
}
