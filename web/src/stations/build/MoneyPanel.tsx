import type { BillRow } from '@young-shell/core/build';
import type { BuildItem } from '@young-shell/core/document';
import { formatLength } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { Figure } from '../../ui/Figure';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { today } from '../../ui/days';
import { capital } from '../../ui/capital';

const STATES = [
  { value: 'buy', label: 'to buy' },
  { value: 'ordered', label: 'ordered' },
  { value: 'have', label: 'have it' },
  { value: 'sold', label: 'sold' },
] as const;
const GROUPS = ['parts', 'screws', 'wire and controls', 'finish', 'prints'] as const;
const money = (minor: number) => (minor / 100).toFixed(minor < 10_000 ? 2 : 0);

/** What the plan takes, what of it is there, and what it costs against the budget and the alternative. */
export function MoneyPanel() {
  const { bill } = useAppSelector(selectAssessment).reports.build;
  const { build, brief } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const all = bill.toBuy + bill.spent - bill.sold;
  return (
    <>
      <Section title="Money">
        <div className="grid grid-cols-3 gap-x-3">
          <Figure
            label="all together"
            value={money(all)}
            unit=""
            bad={build.budget !== undefined && all > build.budget}
          />
          <Figure
            label="still to buy"
            value={money(bill.toBuy)}
            unit=""
            note={bill.unpriced > 0 ? `${bill.unpriced} without a price` : undefined}
          />
          <Figure
            label="spent"
            value={money(bill.spent)}
            unit=""
            note={bill.sold > 0 ? `${money(bill.sold)} sold` : undefined}
          />
        </div>
        {brief.alternative.price > 0 && brief.alternative.name !== '' && (
          <p className="my-2">
            {brief.alternative.name} would cost {brief.alternative.price.toFixed(0)}: this is{' '}
            {Math.abs(all / 100 - brief.alternative.price).toFixed(0)}{' '}
            {all / 100 > brief.alternative.price ? 'more' : 'less'}.
          </p>
        )}
        <div className="grid grid-cols-2 gap-2.5">
          <NumberField
            label="Budget (0: none)"
            value={(build.budget ?? 0) / 100}
            least={0}
            most={1_000_000}
            onCommit={(v) => submit({ type: 'setBuild', build: { budget: v > 0 ? Math.round(v * 100) : null } })}
          />
        </div>
      </Section>
      {GROUPS.map((group) => {
        const rows = bill.rows.filter((r) => r.group === group);
        return rows.length === 0 ? null : (
          <Section key={group} title={capital(group)}>
            <ul className="m-0 list-none p-0">
              {rows.map((row) => (
                <ItemRow key={row.id} row={row} />
              ))}
            </ul>
          </Section>
        );
      })}
    </>
  );
}

function ItemRow({ row }: { row: BillRow }) {
  const [open, setOpen] = useState(false);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const set = (patch: Partial<BuildItem>) =>
    submit({ type: 'setItem', item: row.id, name: row.name, is: { ...row.is, ...patch } });
  const count =
    row.unit === 'mm'
      ? unit === 'mm'
        ? `${(row.count / 1000).toFixed(1)} m`
        : `${formatLength(row.count, unit, 0)} in`
      : row.count > 1
        ? `${row.count} ×`
        : '';
  return (
    <li className="border-t border-line py-1 first:border-t-0">
      <div className="grid grid-cols-[1fr_auto_auto] items-baseline gap-x-3">
        <button type="button" aria-expanded={open} className="text-left hover:underline" onClick={() => setOpen(!open)}>
          {count} {row.name}
        </button>
        <span className="text-sm text-ink-soft">{STATES.find((s) => s.value === row.is.state)!.label}</span>
        <span className={`figure text-lg ${row.guess ? 'text-ink-soft' : ''}`}>
          {row.price === undefined ? '–' : `${row.guess ? '~' : ''}${money(row.price)}`}
        </span>
      </div>
      {open && (
        <div className="grid grid-cols-2 gap-2.5 pt-1 pb-2">
          <Choice
            label={`${row.name} is`}
            value={row.is.state}
            options={STATES}
            onChange={(state) =>
              set(state === 'ordered' && row.is.ordered === undefined ? { state, ordered: today() } : { state })
            }
          />
          <NumberField
            label="Price of all of it"
            value={(row.is.price ?? row.price ?? 0) / 100}
            least={0}
            most={1_000_000}
            onCommit={(v) => set({ price: Math.round(v * 100) })}
          />
          <NumberField
            label="Lead time, days"
            value={row.is.lead ?? 0}
            least={0}
            most={365}
            onCommit={(lead) => set({ lead })}
          />
          <TextField label="From" value={row.is.from ?? ''} onCommit={(from) => set({ from })} />
          <TextField label="Link" value={row.is.link ?? ''} onCommit={(link) => set({ link })} />
        </div>
      )}
    </li>
  );
}
