import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { FindingList } from '../../ui/FindingList';
import { Section } from '../../ui/Section';
import { KitPart } from './KitPart';
import { LibrarySearch } from './LibrarySearch';

/** Station 2: what goes in, and how big it is with its plugs and air. */
export function KitStation() {
  const { kit } = useAppSelector(selectDocument);
  return (
    <>
      <FindingList station="kit" />
      <Section title="In the kit">
        {Object.keys(kit.parts).length === 0 && (
          <p className="m-0 text-ink-soft">Nothing yet. Take parts from the library below.</p>
        )}
        <ul className="m-0 list-none p-0">
          {Object.entries(kit.parts).map(([id, part]) => (
            <KitPart key={id} id={id} part={part} />
          ))}
        </ul>
      </Section>
      <LibrarySearch />
    </>
  );
}
