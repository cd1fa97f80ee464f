import { nameOf, type Order } from '@young-shell/core/fit';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { useComputed } from '../../work/useComputed';
import { BalanceNote } from './BalanceNote';
import { HandRoom } from './HandRoom';
import { OrderSteps } from './OrderSteps';

/** In which order everything goes in, stepped through in the view; what comes out first; hands, drivers, balance. */
export function OrderPanel() {
  const document = useAppSelector(selectDocument);
  const { value, busy } = useComputed('short', 'fit', 'order', [document]);
  if (Object.keys(document.layout.placements).length === 0)
    return (
      <Section title="Order">
        <p className="m-0 text-ink-soft">Nothing is in the shell yet: there is no order to find.</p>
      </Section>
    );
  if (!value)
    return (
      <Section title="Order">
        <p className="m-0 text-ink-soft">{busy ? 'taking it apart …' : ''}</p>
      </Section>
    );
  return (
    <>
      <OrderSteps order={value.order} />
      <FirstOut order={value.order} />
      <HandRoom access={value.access} />
      <Reopening order={value.order} />
      <BalanceNote balance={value.balance} />
    </>
  );
}

function FirstOut({ order }: { order: Order }) {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const rows = Object.entries(order.first);
  if (rows.length === 0) return null;
  return (
    <Section title="To change a part, take out first">
      <table className="w-full border-collapse">
        <tbody>
          {rows.map(([id, first]) => (
            <tr key={id} className="border-t border-line first:border-t-0">
              <th scope="row" className="py-0.5 pr-2 text-left font-normal">
                <button
                  type="button"
                  className="text-left hover:underline"
                  onClick={() => dispatch(select({ kind: 'part', id }))}
                >
                  {nameOf(document, { kind: 'part', id })}
                </button>
              </th>
              <td className={`py-0.5 text-right text-sm ${first.length === 0 ? 'text-good' : 'text-ink-soft'}`}>
                {first.length === 0
                  ? 'nothing'
                  : first.map((p) => nameOf(document, { kind: 'part', id: p })).join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}

function Reopening({ order }: { order: Order }) {
  const { bodies } = useAppSelector(selectDocument).shell;
  const shut = Object.values(bodies).filter(
    (b) =>
      b.kind !== 'ring' &&
      !order.exits.includes(b.name || b.kind) &&
      b.closures.some((c) => c.releasedFrom === 'inside'),
  );
  const spoiled = Object.values(bodies).filter((b) => b.closures.some((c) => c.kind === 'glue' || c.kind === 'rivet'));
  if (order.exits.length === 0) return null;
  return (
    <Section title="After closing">
      <p className="m-0 leading-snug">
        {shut.length > 0
          ? `${shut.map((b) => b.name || b.kind).join(', ')} can’t be opened again: held from the inside only.`
          : `It can be opened again: ${order.exits.join(', then ')}.`}
        {spoiled.length > 0 &&
          ` ${spoiled.map((b) => b.name || b.kind).join(', ')}: glued or riveted, opening spoils it.`}
      </p>
    </Section>
  );
}
