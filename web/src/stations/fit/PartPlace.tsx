import type { Placement } from '@young-shell/core/document';
import { middleFor, type Shortfall, type PlaceResult } from '@young-shell/core/fit';
import { ORIENTATIONS } from '@young-shell/core/solid';
import { Lock, LockOpen, RotateCw, WandSparkles, X } from 'lucide-react';
import { useState } from 'react';
import { inUnit } from '@young-shell/core/quantity';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument, selectShown } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Field, inputClass } from '../../ui/Field';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { turnAxis } from '../../view/projection';
import { preview, select } from '../../view/slice';
import { useMove } from '../../view/useMove';
import { run } from '../../work/work';
import { AsFeature } from './AsFeature';
import { ShortfallNote } from './ShortfallNote';
import { PartMargins } from './PartMargins';
import { RowOfParts } from './RowOfParts';
import { RidesOn } from './RidesOn';
import { HeldBy } from './HeldBy';
import { StaysOutside } from './StaysOutside';
import { Tilt } from './Tilt';
import { SlotNote } from './SlotNote';
import { WhereCanItGo } from './WhereCanItGo';

const AXES = [
  ['x', 'Left end'],
  ['y', 'Front end'],
  ['z', 'Lower end'],
] as const;

/** One part in the shell: its position typed, its turn, and a place found for it. */
export function PartPlace({ id }: { id: string }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectShown);
  const mode = useAppSelector((s) => s.view.mode);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const { put, turn, orient } = useMove();
  const [found, setFound] = useState<PlaceResult & { at: number }>();
  const [busy, setBusy] = useState(false);
  const [shortfall, setMiss] = useState<Shortfall>();
  const part = document.kit.parts[id];
  const placement = document.layout.placements[id];
  // While it is only tried on somewhere it has no place yet.
  const isPlaced = useAppSelector((s) => id in selectDocument(s).layout.placements);
  if (!part) return null;

  const place = async () => {
    setBusy(true);
    setMiss(undefined);
    try {
      const result = await run('short', 'fit', 'place', [document, id]);
      setFound({ ...result, at: 0 });
      const [best] = result.proposals;
      if (best) put(id, best.placement);
      else setMiss(await run('short', 'fit', 'shortfall', [document, id]));
    } catch (error) {
      toast.error((error as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const next = () => {
    if (!found || found.proposals.length < 2) return;
    const at = (found.at + 1) % found.proposals.length;
    setFound({ ...found, at });
    put(id, found.proposals[at]!.placement);
  };

  return (
    <Section
      title={part.name}
      aside={
        <span className="flex">
          {placement && (
            <Button
              look="quiet"
              aria-pressed={placement.locked}
              aria-label={placement.locked ? `Unlock ${part.name}` : `Lock ${part.name} where it is`}
              onClick={() => put(id, { ...placement, locked: !placement.locked })}
            >
              {placement.locked ? <Lock size={16} aria-hidden /> : <LockOpen size={16} aria-hidden />}
            </Button>
          )}
          <Button look="quiet" aria-label="Back to all parts" onClick={() => dispatch(select(null))}>
            <X size={16} aria-hidden />
          </Button>
        </span>
      }
    >
      {placement && (
        <>
          <div className="grid grid-cols-3 gap-2">
            {AXES.map(([key, label]) => (
              <LengthField
                key={key}
                label={label}
                value={placement[key]}
                onCommit={(mm) => (placement.locked ? `${part.name} is locked.` : put(id, { ...placement, [key]: mm }))}
              />
            ))}
          </div>
          <div className="mt-2 grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
            <Field label="Orientation">
              {({ id: field }) => (
                <select
                  id={field}
                  className={inputClass}
                  disabled={placement.locked}
                  value={`${placement.rear} ${placement.top}`}
                  onChange={(event) => {
                    const [rear, top] = event.target.value.split(' ') as [Placement['rear'], Placement['top']];
                    orient(id, { rear, top });
                  }}
                >
                  {ORIENTATIONS.map((o) => (
                    <option key={`${o.rear} ${o.top}`} value={`${o.rear} ${o.top}`}>
                      rear to the {o.rear}, top to the {o.top}
                    </option>
                  ))}
                </select>
              )}
            </Field>
            <Button
              disabled={placement.locked}
              aria-label="A quarter turn (R)"
              title="A quarter turn (R)"
              onClick={() => turn(id, turnAxis(mode))}
            >
              <RotateCw size={16} aria-hidden />
            </Button>
          </div>
          <Tilt placement={placement} put={(next) => (placement.locked ? `${part.name} is locked.` : put(id, next))} />
        </>
      )}
      {placement && <HeldBy id={id} />}
      <RidesOn id={id} placement={placement} />
      <StaysOutside id={id} />
      {placement && !placement.locked && part.own && !part.own.made && <AsFeature id={id} />}
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Button look={placement ? 'plain' : 'strong'} disabled={busy || placement?.locked} onClick={() => void place()}>
          <WandSparkles size={15} aria-hidden /> {busy ? 'looking …' : 'Place it for me'}
        </Button>
        {found && found.proposals.length > 1 && (
          <Button onClick={next}>
            next place ({found.at + 1} of {found.proposals.length})
          </Button>
        )}
        {!placement && <Button onClick={() => put(id, middleFor(document, id))}>put it in the middle</Button>}
        {placement && (
          <Button
            look="quiet"
            onClick={() => {
              dispatch(preview(null));
              submit({ type: 'placePart', id, placement: null });
            }}
          >
            take it out
          </Button>
        )}
      </div>
      {found && (
        <p className="mt-1.5 mb-0 text-sm text-ink-soft" role="status">
          {found.proposals.length > 0
            ? inUnit(
                `${found.proposals[found.at]!.reasons.join(', ') || 'free place'}. Searched: ${found.searched}.`,
                unit,
              )
            : `No free place found with everything else as it is. Searched: ${found.searched}.`}
        </p>
      )}
      {shortfall?.part === id && !isPlaced && <ShortfallNote shortfall={shortfall} />}
      <RowOfParts id={id} />
      <SlotNote id={id} />
      <WhereCanItGo id={id} />
      {placement && <PartMargins />}
    </Section>
  );
}
