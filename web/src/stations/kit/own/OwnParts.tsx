import { nameApart, nextId, OWN, type Part } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Plus, Trash2 } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../../app/store';
import { api, type StoredPart, type UnreadablePart } from '../../../document/api';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { download, stem } from '../../../ui/download';
import { Section } from '../../../ui/Section';
import { select } from '../../../view/slice';
import { PartPreview } from '../PartPreview';
import { CageForm, FrameForm, TrayForm } from './CarrierForms';
import { PanelForm } from './PanelForm';
import { PartImport } from './PartImport';

/** A block to begin with: guesses that ask to be measured. */
function blankPart(): Part {
  const guess = (value: number) => measured(value, 'guess', 3);
  const zero = measured(0, 'calipers', 0);
  return {
    name: 'Own part',
    standard: OWN,
    dimensions: {},
    mass: 0,
    own: {
      blocks: {
        'block-1': {
          name: 'Body',
          role: 'body',
          shape: { kind: 'box' },
          x: zero,
          y: zero,
          z: zero,
          width: guess(100),
          depth: guess(80),
          height: guess(25),
          direction: null,
          plug: 0,
          conducts: null,
        },
      },
      holes: {},
      faces: {},
      power: { idle: 0, typical: 0, peak: 0 },
      source: '',
    },
  };
}

const nameIn = (row: StoredPart | UnreadablePart) => ('part' in row ? row.part.name : row.name);

/** Parts that no standard describes: new ones, and those kept from other conversions. */
export function OwnParts({ onAdded }: { onAdded: () => void }) {
  const { kit, spent } = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const [kept, setKept] = useState<(StoredPart | UnreadablePart)[]>();
  const load = useCallback(() => {
    api.parts().then(setKept, () => setKept([]));
  }, []);
  useEffect(load, [load]);
  const add = (part: Part, stem = 'own') => {
    const id = nextId(kit.parts, stem, spent);
    const name = nameApart(kit, part.name);
    const wrong = submit({ type: 'addPart', id, part: name === part.name ? part : { ...part, name } });
    if (wrong) {
      toast.error(wrong);
      return;
    }
    dispatch(select({ kind: 'part', id }));
    onAdded();
  };
  return (
    <>
      <Section title="Make a part of your own">
        <div className="flex flex-wrap gap-2">
          <Button onClick={() => add(blankPart())}>
            <Plus size={14} aria-hidden /> block by block
          </Button>
          <PartImport onPart={add} />
        </div>
        <p className="mt-2 mb-0 text-sm text-ink-soft">
          An unknown board becomes a part through its hole map. A standard part that differs a little: take it from the
          library and adjust the copy.
        </p>
      </Section>
      <TrayForm onPart={add} />
      <FrameForm onPart={add} />
      <CageForm onPart={add} />
      <PanelForm onPart={add} />
      <Section title="My parts, from all conversions">
        {kept?.length === 0 && (
          <p className="m-0 text-ink-soft">
            None yet. Open a part of the kit and choose “Keep it in my parts”: it is there in every conversion.
          </p>
        )}
        <ul className="m-0 list-none p-0">
          {kept?.map((row) => (
            <li key={row.id} className="border-t border-line py-2 first:border-t-0">
              <div className="mb-1 flex items-center gap-2">
                <span className="min-w-0 flex-1 [overflow-wrap:anywhere] font-semibold">{nameIn(row)}</span>
                {'part' in row ? (
                  <Button aria-label={`Add ${row.part.name} to the kit`} onClick={() => add(row.part)}>
                    Add
                  </Button>
                ) : (
                  <Button
                    aria-label={`Fetch ${row.name} as it is`}
                    onClick={() => download(`${stem(row.name)}.json`, 'application/json', row.text)}
                  >
                    Fetch it as it is
                  </Button>
                )}
                <Button
                  look="quiet"
                  aria-label={`Remove ${nameIn(row)} from my parts`}
                  onClick={() =>
                    void api.removePart(row.id).then(load, (problem: Error) => {
                      toast.error(problem.message);
                    })
                  }
                >
                  <Trash2 size={15} aria-hidden />
                </Button>
              </div>
              {'part' in row ? (
                <PartPreview id="kept" part={row.part} />
              ) : (
                <p className="m-0 text-sm text-stop">It can’t be read: {row.fault}.</p>
              )}
            </li>
          ))}
        </ul>
      </Section>
    </>
  );
}
