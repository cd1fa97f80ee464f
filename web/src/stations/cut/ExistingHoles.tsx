import { faceWord } from '@young-shell/core/document';
import type { Alignment } from '@young-shell/core/cut';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Section } from '../../ui/Section';
import { preview, select } from '../../view/slice';
import { useComputed } from '../../work/useComputed';
import { FromHoleMap } from './FromHoleMap';

/** Where holes of a part meet holes, slots and bosses that the shell has: nothing new to drill. */
export function ExistingHoles() {
  const document = useAppSelector(selectDocument);
  const selection = useAppSelector((s) => s.view.selection);
  const [chosen, setPart] = useState<string>();
  const ids = Object.keys(document.kit.parts);
  const picked = chosen ?? (selection?.kind === 'part' ? selection.id : undefined);
  const part = picked && ids.includes(picked) ? picked : ids[0];
  const { value, busy } = useComputed('short', 'cut', 'align', part === undefined ? undefined : [document, part]);
  if (part === undefined) return null;
  return (
    <Section title="Existing holes first">
      <Choice
        label="Holes of"
        value={part}
        options={ids.map((id) => ({ value: id, label: document.kit.parts[id]!.name }))}
        onChange={setPart}
      />
      {busy && !value && (
        <p className="mt-2 mb-0 text-ink-soft" role="status">
          holding it against every hole …
        </p>
      )}
      {value?.length === 0 && (
        <p className="mt-2 mb-0 text-sm text-ink-soft">
          No hole, slot or boss that the shell has takes one of its screws. Note holes up to 12 mm and bosses at the
          Shell station: they are tried at once.
        </p>
      )}
      <ul className="m-0 mt-2 list-none p-0" aria-label="Places on existing holes">
        {value?.map((alignment, i) => (
          <Place key={i} part={part} alignment={alignment} />
        ))}
      </ul>
      <FromHoleMap />
    </Section>
  );
}

function Place({ part, alignment }: { part: string; alignment: Alignment }) {
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const unit = useAppSelector((s) => s.preferences.unit);
  const { met, rest, degrees, slack, stops, advice, placement, face } = alignment;
  const turned = degrees !== 0;
  const change = { type: 'placePart' as const, id: part, placement };
  return (
    <li className="border-t border-line py-2">
      <p className="m-0">
        <strong>
          {met.length} of {met.length + rest.length}
        </strong>{' '}
        holes meet on the {faceWord(face)}:{' '}
        {met.map((m) => (m.how === 'drilled out' ? `${m.with}, drilled out` : m.with)).join(', ')}
        <span className="block text-sm text-ink-soft">
          {turned ? `turned by ${Math.abs(degrees).toFixed(1)}° ${degrees > 0 ? 'to the left' : 'to the right'}; ` : ''}
          {formatLength(slack, unit, unit === 'mm' ? 2 : 3)} {unitWord(unit)} of play left; {advice}
          {stops > 0 ? `; ${stops} ${stops === 1 ? 'thing stops' : 'things stop'} it there` : ''}
        </span>
      </p>
      <div className="mt-1 flex gap-1.5">
        <Button
          onClick={() => {
            dispatch(select({ kind: 'part', id: part }));
            dispatch(preview({ label: 'On holes that are there', change }));
          }}
        >
          Try on
        </Button>
        <Button onClick={() => submit(change)}>Put it there</Button>
      </div>
    </li>
  );
}
