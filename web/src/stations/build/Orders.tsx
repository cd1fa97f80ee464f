import { dayWords, dayNumber, toOrder, type PlannedStep } from '@young-shell/core/build';
import { useMemo } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { shortDay, today } from '../../ui/days';

/** What has to be ordered, and until when, so that nothing waits for it. */
export function Orders({ steps }: { steps: readonly PlannedStep[] }) {
  const document = useAppSelector(selectDocument);
  const day = today();
  const orders = useMemo(() => toOrder(document, steps, day), [document, steps, day]);
  if (orders.length === 0) return null;
  return (
    <ul className="mt-2 mb-0 list-none border-l-4 border-pencil p-0 pl-2.5" aria-label="To order">
      {orders.map((o) => (
        <li key={o.part}>
          <strong>{o.now ? 'Order today' : `Order by ${shortDay(o.by)}`}:</strong> {o.name}, {o.lead}{' '}
          {o.lead === 1 ? 'day' : 'days'} to come
          {o.late > 0
            ? `; it holds the work up by ${o.late} ${o.late === 1 ? 'day' : 'days'} until ${shortDay(dayWords(dayNumber(day) + Math.ceil(o.lead)))}`
            : ''}
        </li>
      ))}
    </ul>
  );
}
