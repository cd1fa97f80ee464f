import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { FindingList } from '../../ui/FindingList';
import { Section } from '../../ui/Section';
import { Tabs } from '../../ui/Tabs';
import { HoleMapList } from './holes/HoleMapList';
import { KitPart } from './KitPart';
import { LibrarySearch } from './LibrarySearch';
import { OwnParts } from './own/OwnParts';
import { MyShells } from './MyShells';
import { WhatFits } from './WhatFits';
import { PhotoList } from './photo/PhotoList';

/** Station 2: what goes in, and how big it is with its plugs and air. */
export function KitStation() {
  const { kit } = useAppSelector(selectDocument);
  const [tab, setTab] = useState('kit');
  return (
    <Tabs
      label="Kit"
      value={tab}
      onChange={setTab}
      tabs={[
        {
          value: 'kit',
          label: 'Kit',
          content: (
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
          ),
        },
        { value: 'own', label: 'Own parts', content: <OwnParts onAdded={() => setTab('kit')} /> },
        { value: 'holes', label: 'Hole maps', content: <HoleMapList onPart={() => setTab('kit')} /> },
        { value: 'photos', label: 'Photos', content: <PhotoList /> },
        {
          value: 'fits',
          label: 'What fits?',
          content: (
            <>
              <WhatFits />
              <MyShells />
            </>
          ),
        },
      ]}
    />
  );
}
