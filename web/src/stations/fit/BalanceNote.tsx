import type { Balance } from '@young-shell/core/fit';
import { formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';

/** Weight, centre of mass, where it tips, how full it is. */
export function BalanceNote({ balance }: { balance: Balance }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const { value: litres } = useComputed('quick', 'shell', 'volumes', [document]);
  const mm = (v: number) => formatLength(v, unit);
  const { parts, shell, centre, tips } = balance;
  const rows: [string, string][] = [
    ['Weight in all', `${((parts + shell) / 1000).toFixed(1)} kg`],
    ['of it the parts', `${(parts / 1000).toFixed(1)} kg`],
    ['Centre of mass, x y z', centre.map((v) => mm(Math.round(v))).join('  ')],
    [`Tips over to the ${tips.towards} from`, `${Math.round(tips.angle)}°`],
    ...(litres && litres.usable > 0
      ? ([['Fill ratio', `${Math.round(100 * (1 - litres.free / litres.usable))} %`]] as [string, string][])
      : []),
  ];
  return (
    <Section
      title="Weight and balance"
      aside={
        <Explain
          title="Weight and balance"
          rows={[
            { label: 'walls', value: '', source: 'area × thickness × density of the shell’s material' },
            {
              label: 'parts',
              value: '',
              source: 'as weighed or typical, at the middle of their bodies; features are not weighed',
            },
            {
              label: 'tips',
              value: 'atan',
              source: 'distance of the centre to the nearest edge of the bottom over its height',
            },
            { label: 'fill', value: '', source: 'bodies of the parts in the usable room, by the solid kernel' },
          ]}
        />
      }
    >
      <dl className="m-0 grid grid-cols-[1fr_auto] gap-y-0.5">
        {rows.map(([label, value]) => (
          <div key={label} className="contents">
            <dt>{label}</dt>
            <dd className="figure m-0 text-right text-lg">{value}</dd>
          </div>
        ))}
      </dl>
    </Section>
  );
}
