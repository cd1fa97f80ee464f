import { nextId, type HoleMap } from '@young-shell/core/document';
import { partFromHoles } from '@young-shell/core/kit';
import { measured } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Tabs } from '../../../ui/Tabs';
import { TextField } from '../../../ui/TextField';
import { select } from '../../../view/slice';
import { DistanceEntry } from './DistanceEntry';
import { DistanceTable } from './DistanceTable';
import { HoleDrawing } from './HoleDrawing';
import { HoleQuestions } from './HoleQuestions';
import { PlatePanel } from './PlatePanel';
import { PointRow } from './PointRow';
import { useHoleMap } from './useHoleMap';

interface Props {
  id: string;
  map: HoleMap;
  onPart: () => void;
  onDelete: () => void;
}

/** Readings on the right, the figure they make on the left. */
export function HoleMapEditor({ id, map, onPart, onDelete }: Props) {
  const { solution, corrected } = useHoleMap(id);
  const { kit, spent } = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const [tab, setTab] = useState('distances');
  const [picked, setPicked] = useState<string[]>([]);
  const put = (patch: Partial<HoleMap>) => submit({ type: 'setHoleMap', id, map: { ...map, ...patch } });
  const addPoint = (kind: 'hole' | 'socket') => {
    const key = nextId(map.points, kind);
    const count = Object.values(map.points).filter((p) => p.kind === kind).length;
    const name = kind === 'hole' ? String.fromCharCode(65 + (count % 26)) : `Socket ${count + 1}`;
    put({ points: { ...map.points, [key]: { name, kind, diameter: measured(kind === 'hole' ? 3.2 : 14) } } });
  };
  const makePart = () => {
    const partId = nextId(kit.parts, 'own', spent);
    const wrong = submit({ type: 'addPart', id: partId, part: partFromHoles(map, solution, corrected) });
    if (wrong) toast.error(wrong);
    else {
      dispatch(select({ kind: 'part', id: partId }));
      onPart();
    }
  };
  const ready = !solution.missing && solution.points.length >= 2;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_430px]">
      <div className="flex flex-col border-r border-line">
        <HoleDrawing map={map} solution={solution} corrected={corrected} picked={picked} onPick={setPicked} />
        <HoleQuestions map={map} solution={solution} onAdd={(from, to) => setPicked([from, to])} onAnswer={put} />
      </div>
      <div className="max-h-[640px] overflow-y-auto">
        <Tabs
          label="Hole map"
          value={tab}
          onChange={setTab}
          tabs={[
            {
              value: 'distances',
              label: `Distances ${Object.keys(map.distances).length}`,
              content: (
                <div className="p-3">
                  <DistanceEntry map={map} picked={picked} onPick={setPicked} onAdd={put} />
                  <DistanceTable map={map} solution={solution} onPick={setPicked} onChange={put} />
                </div>
              ),
            },
            {
              value: 'points',
              label: `Points ${Object.keys(map.points).length}`,
              content: (
                <div className="flex flex-col gap-2 p-3">
                  <TextField label="Name of the board" value={map.name} onCommit={(name) => put({ name })} />
                  <div className="flex gap-2">
                    <Button onClick={() => addPoint('hole')}>
                      <Plus size={14} aria-hidden /> hole
                    </Button>
                    <Button onClick={() => addPoint('socket')}>
                      <Plus size={14} aria-hidden /> socket
                    </Button>
                  </div>
                  {Object.entries(map.points).map(([key, point]) => (
                    <PointRow
                      key={key}
                      point={point}
                      solved={solution.points.find((p) => p.id === key)}
                      onChange={(next) => put({ points: { ...map.points, [key]: next } })}
                      onRemove={() => {
                        const { [key]: _, ...points } = map.points;
                        const distances = Object.fromEntries(
                          Object.entries(map.distances).filter(([, d]) => d.from !== key && d.to !== key),
                        );
                        put({ points, distances, mirror: null });
                      }}
                    />
                  ))}
                  <Button look="danger" onClick={onDelete}>
                    Delete this map
                  </Button>
                </div>
              ),
            },
            {
              value: 'plate',
              label: 'Test plate',
              content: <PlatePanel id={id} map={map} corrected={corrected} ready={ready} onChange={put} />,
            },
          ]}
        />
        <div className="border-t border-line p-3">
          <Button look="strong" className="w-full" disabled={!ready} onClick={makePart}>
            Make it a part of the kit
          </Button>
          <p className="mt-1.5 mb-0 text-sm text-ink-soft">
            {!ready
              ? 'When every point is held by its distances.'
              : corrected.done
                ? 'The last plate lay within 0.2 mm.'
                : 'Better after a test plate that lies within 0.2 mm.'}
          </p>
        </div>
      </div>
    </div>
  );
}
