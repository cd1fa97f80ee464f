import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Explain } from '../../ui/Explain';
import { useLitres } from './useLitres';

const ROWS = [
  ['outside', 'outside'],
  ['cavity', 'cavity'],
  ['usable', 'usable'],
  ['free', 'still free'],
] as const;

const SOURCES = {
  outside: 'volume of the outer form',
  cavity: 'outer form less the walls',
  usable: 'cavity less the features that stay and 0.5 mm along every wall',
  free: 'usable less the bodies of the parts in it',
};

/** Litres, by the solid kernel, after every edit. */
export function LitresTable() {
  const document = useAppSelector(selectDocument);
  const { value } = useLitres(document);
  return (
    <section className="flex items-start border-b border-line px-4 py-3" aria-label="Litres">
      <dl className="m-0 grid flex-1 grid-cols-4 gap-2">
        {ROWS.map(([key, label]) => (
          <div key={key} className="flex flex-col-reverse">
            <dt className="font-label text-[18px] leading-tight text-ink-soft">{label}</dt>
            <dd className="figure m-0 text-[28px] leading-8">{value ? value[key].toFixed(2) : '…'}</dd>
          </div>
        ))}
      </dl>
      <span className="pt-1 pr-1 font-label text-ink-soft">L</span>
      <Explain
        title="litres"
        rows={ROWS.map(([key, label]) => ({
          label,
          value: value ? `${value[key].toFixed(3)} L` : '…',
          source: SOURCES[key],
        }))}
      />
    </section>
  );
}
