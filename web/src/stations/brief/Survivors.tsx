import { faceWord, facesOf, nextId, type Survivor } from '@young-shell/core/document';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { inputClass } from '../../ui/Field';
import { Section } from '../../ui/Section';

/** What has to live on: the plan is checked against each of them. */
export function Survivors() {
  const { brief, shell, spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [name, setName] = useState('');
  const [about, setAbout] = useState('words');
  const words = ({ kind, id }: Survivor['about']) =>
    kind === 'face'
      ? `${id} face not cut`
      : kind === 'feature'
        ? `${shell.features[id!]?.name ?? id} stays`
        : kind === 'gone'
          ? 'deleted from the plan'
          : 'for you to watch';
  return (
    <Section title="Survivors">
      <ul className="m-0 mb-2 list-none p-0">
        {Object.entries(brief.survivors).map(([id, survivor]) => (
          <li key={id} className="flex items-center gap-2 py-0.5">
            <span className="min-w-0 flex-1">
              {survivor.name} <span className="text-sm text-ink-soft">· {words(survivor.about)}</span>
            </span>
            <Button
              look="quiet"
              aria-label={`Take ${survivor.name} off the list`}
              onClick={() => submit({ type: 'setSurvivor', id, survivor: null })}
            >
              <X size={15} aria-hidden />
            </Button>
          </li>
        ))}
      </ul>
      <form
        className="grid grid-cols-[minmax(0,1fr)_auto] gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          if (!name.trim()) return;
          const [kind, id] = about.split(':') as [Survivor['about']['kind'], string | undefined];
          submit({
            type: 'setSurvivor',
            id: nextId(brief.survivors, 'survivor', spent),
            survivor: { name: name.trim().slice(0, 120), about: id ? { kind, id } : { kind } },
          });
          setName('');
        }}
      >
        <input
          className={`col-span-2 ${inputClass}`}
          aria-label="New survivor"
          placeholder="Badge, handle, sound of the switch …"
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <select
          className={inputClass}
          aria-label="What it is about"
          value={about}
          onChange={(event) => setAbout(event.target.value)}
        >
          <option value="words">just words</option>
          {facesOf(shell.hull).map((face) => (
            <option key={face} value={`face:${face}`}>
              face: {faceWord(face)}
            </option>
          ))}
          {Object.entries(shell.features).map(([id, feature]) => (
            <option key={id} value={`feature:${id}`}>
              feature: {feature.name}
            </option>
          ))}
        </select>
        <Button type="submit">Add</Button>
      </form>
    </Section>
  );
}
