import { nameApart, nextId } from '@young-shell/core/document';
import { searchLibrary } from '@young-shell/core/kit';
import { partFrom } from '@young-shell/core/parts';
import { countOf, formatLength } from '@young-shell/core/quantity';
import type { PartKind, StandardPart } from '@young-shell/core/standards';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Explain } from '../../ui/Explain';
import { inputClass } from '../../ui/Field';
import { sourceText } from '../../ui/FindingCard';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { PartPreview } from './PartPreview';

const KINDS: { value: PartKind | ''; label: string }[] = [
  { value: '', label: 'all kinds' },
  { value: 'board', label: 'boards' },
  { value: 'supply', label: 'supplies' },
  { value: 'card', label: 'cards' },
  { value: 'drive', label: 'drives' },
  { value: 'fan', label: 'fans' },
  { value: 'radiator', label: 'radiators' },
];

/** The standards library: parts with known dimensions. */
export function LibrarySearch() {
  const { kit, spent } = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const [query, setQuery] = useState('');
  const [kind, setKind] = useState<PartKind | ''>('');
  const [open, setOpen] = useState<string>();
  const rows = useMemo(() => searchLibrary(query, kind || undefined), [query, kind]);
  const add = (row: StandardPart) => {
    const id = nextId(kit.parts, row.kind, spent);
    const wrong = submit({ type: 'addPart', id, part: partFrom(row, nameApart(kit, row.name)) });
    if (wrong) toast.error(wrong);
    else dispatch(select({ kind: 'part', id }));
  };
  return (
    <Section title="Standards library">
      <div className="mb-2 grid grid-cols-[minmax(0,1fr)_auto] gap-1.5">
        <input
          type="search"
          className={inputClass}
          aria-label="Search the library"
          placeholder="itx, 120 fan, sfx …"
          value={query}
          onChange={(event) => setQuery(event.target.value)}
        />
        <select
          className={inputClass}
          aria-label="Kind"
          value={kind}
          onChange={(event) => setKind(event.target.value as PartKind | '')}
        >
          {KINDS.map((k) => (
            <option key={k.value} value={k.value}>
              {k.label}
            </option>
          ))}
        </select>
      </div>
      {rows.length === 0 && (
        <p className="m-0 text-ink-soft">
          Nothing in the library is called “{query}”. Take the nearest standard part and adjust the copy.
        </p>
      )}
      <ul className="m-0 list-none p-0">
        {rows.map((row) => (
          <li key={row.key} className="border-t border-line py-1">
            <div className="flex items-center gap-2">
              <button
                type="button"
                aria-expanded={open === row.key}
                className="min-h-8 min-w-0 flex-1 text-left hover:underline"
                onClick={() => setOpen(open === row.key ? undefined : row.key)}
              >
                {row.name}
              </button>
              <Button aria-label={`Add ${row.name} to the kit`} onClick={() => add(row)}>
                Add
              </Button>
            </div>
            {open === row.key && (
              <div className="pb-2">
                <div className="flex items-start">
                  <PartPreview id="preview" part={partFrom(row)} />
                  <Explain
                    title={row.name}
                    rows={Object.values(row.dimensions).map((d) => ({
                      label: d.label,
                      value: `${formatLength(d.value, unit, 2)}`,
                      source: sourceText(d.source),
                    }))}
                  />
                </div>
                <p className="m-0 text-sm text-ink-soft">
                  {sourceText(row.source)}
                  {row.holes.length > 0
                    ? `; ${countOf(row.holes.length, 'hole')} for ${row.screw.thread}`
                    : '; holes: measure them on the part'}
                </p>
              </div>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}
