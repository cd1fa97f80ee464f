import { nextId, type HoleMap } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Dialog } from '../../../ui/Dialog';
import { Section } from '../../../ui/Section';
import { HoleMapEditor } from './HoleMapEditor';
import { statusOf, useHoleMap } from './useHoleMap';

const hole = (name: string) => ({ name, kind: 'hole' as const, diameter: measured(3.2) });

/** Maps of the holes of boards and trays that no standard describes. */
export function HoleMapList({ onPart }: { onPart: () => void }) {
  const { kit, spent } = useAppSelector(selectDocument);
  const { holeMaps } = kit;
  const submit = useSubmit();
  const [open, setOpen] = useState<string>();
  const add = () => {
    const id = nextId(holeMaps, 'map', spent);
    const map: HoleMap = {
      name: `Board ${id.split('-').at(-1)}`,
      points: { 'hole-1': hole('A'), 'hole-2': hole('B'), 'hole-3': hole('C'), 'hole-4': hole('D') },
      distances: {},
      mirror: null,
      rounds: [],
    };
    const wrong = submit({ type: 'setHoleMap', id, map });
    if (wrong) toast.error(wrong);
    else setOpen(id);
  };
  return (
    <Section
      title="Hole maps"
      aside={
        <Button onClick={add}>
          <Plus size={14} aria-hidden /> map
        </Button>
      }
    >
      <p className="mt-0 mb-2 text-sm text-ink-soft">
        Any board or tray: type caliper distances in any order, hole to hole or from an edge. Where each hole is, how
        sure that is and which reading is wrong follows from them.
      </p>
      <ul className="m-0 list-none p-0">
        {Object.entries(holeMaps).map(([id, map]) => (
          <li key={id} className="border-t border-line py-1 first:border-t-0">
            <button
              type="button"
              className="flex min-h-9 w-full items-baseline justify-between gap-2 text-left hover:underline"
              onClick={() => setOpen(id)}
            >
              <span className="min-w-0 [overflow-wrap:anywhere] font-semibold">{map.name}</span>
              <Status id={id} />
            </button>
            <Dialog
              title={map.name}
              about="Seen from the component side. Distances between centres, far rims or near rims, as the calipers reach."
              open={open === id}
              onClose={() => setOpen(undefined)}
              wide
            >
              <HoleMapEditor
                id={id}
                map={map}
                onPart={() => {
                  setOpen(undefined);
                  onPart();
                }}
                onDelete={() => {
                  setOpen(undefined);
                  submit({ type: 'setHoleMap', id, map: null });
                }}
              />
            </Dialog>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Status({ id }: { id: string }) {
  const { map, solution, corrected } = useHoleMap(id);
  return <span className="shrink-0 text-sm text-ink-soft">{statusOf(map, solution, corrected)}</span>;
}
