import { BUNDLES, MOST_OF_A_KIND, type Answers, type BundleKey } from '@young-shell/core/begin';
import { LIBRARY, standardPart } from '@young-shell/core/standards';
import { Minus, Plus } from 'lucide-react';
import { Button } from '../ui/Button';
import { inputClass } from '../ui/Field';

interface Props {
  kit: Answers['kit'];
  onChange: (kit: Answers['kit']) => void;
}

const KIND_NAMES: Readonly<Record<string, string>> = {
  board: 'Board',
  supply: 'Supply',
  brick: 'DC board',
  card: 'Graphics card',
  drive: 'Drive',
  fan: 'Fan',
  radiator: 'Radiator',
};

/** Which bundle a kit is as it came; undefined once it was adjusted. */
const bundleOf = (kit: Answers['kit']): BundleKey | undefined =>
  (Object.keys(BUNDLES) as BundleKey[]).find((key) => JSON.stringify(BUNDLES[key].parts) === JSON.stringify(kit));

/** What goes in: a bundle that people often build, then one row more or less, another size. */
export function KitQuestions({ kit, onChange }: Props) {
  const chosen = bundleOf(kit);
  const replace = (i: number, next: Answers['kit'][number] | undefined) =>
    onChange(kit.flatMap((row, k) => (k === i ? (next ? [next] : []) : [row])));
  return (
    <>
      <div className="grid grid-cols-3 gap-2 max-sm:grid-cols-2" role="group" aria-label="Usual kits">
        {(Object.keys(BUNDLES) as BundleKey[]).map((key) => (
          <button
            key={key}
            type="button"
            aria-pressed={chosen === key}
            className={`cursor-pointer border p-2 text-left ${chosen === key ? 'border-ink bg-paper' : 'border-line-strong bg-field'}`}
            onClick={() => onChange(BUNDLES[key].parts)}
          >
            <span className="block leading-tight font-semibold">{BUNDLES[key].name}</span>
            <span className="block text-sm leading-tight text-ink-soft">{BUNDLES[key].purpose}</span>
          </button>
        ))}
      </div>
      <ul className="mt-2 mb-0 list-none p-0" aria-label="What goes in">
        {kit.map((row, i) => {
          const own = standardPart(row.key);
          return (
            <li key={`${row.name}-${i}`} className="flex items-center gap-2 border-t border-line py-1.5">
              <select
                aria-label={`${row.name}: which`}
                className={inputClass}
                value={row.key}
                onChange={(event) => replace(i, { ...row, key: event.target.value })}
              >
                {LIBRARY.filter((other) => other.kind === own?.kind).map((other) => (
                  <option key={other.key} value={other.key}>
                    {other.name}
                  </option>
                ))}
              </select>
              <Button
                aria-label={row.count > 1 ? `One ${row.name} less` : `No ${row.name}`}
                onClick={() => replace(i, row.count > 1 ? { ...row, count: row.count - 1 } : undefined)}
              >
                <Minus size={15} aria-hidden />
              </Button>
              <span className="figure w-6 text-center text-xl" aria-label={`${row.count} × ${row.name}`}>
                {row.count}
              </span>
              <Button
                aria-label={`One ${row.name} more`}
                disabled={row.count >= MOST_OF_A_KIND}
                onClick={() => replace(i, { ...row, count: row.count + 1 })}
              >
                <Plus size={15} aria-hidden />
              </Button>
            </li>
          );
        })}
        <li className="border-t border-line py-1.5">
          <select
            aria-label="Add a part"
            className={inputClass}
            value=""
            onChange={(event) => {
              const row = standardPart(event.target.value);
              if (row) onChange([...kit, { key: row.key, name: nameFor(kit, row.kind), count: 1 }]);
            }}
          >
            <option value="">Add another part …</option>
            {LIBRARY.map((row) => (
              <option key={row.key} value={row.key}>
                {row.name}
              </option>
            ))}
          </select>
        </li>
      </ul>
    </>
  );
}

/** A name that no other row has. */
function nameFor(kit: Answers['kit'], kind: string): string {
  const name = KIND_NAMES[kind] ?? 'Part';
  const taken = new Set(kit.map((row) => row.name));
  const free = [name, ...'BCDEFGH'].map((letter, i) => (i === 0 ? name : `${name} ${letter}`));
  return free.find((one) => !taken.has(one)) ?? `${name} ${kit.length + 1}`;
}
