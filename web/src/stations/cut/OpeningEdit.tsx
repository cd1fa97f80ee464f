import { asCut, keyOf, type CutOpening } from '@young-shell/core/cut';
import type { Adjusted } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { select } from '../../view/slice';
import { AsCutForm } from './AsCutForm';
import { OwnOpeningForm } from './OwnOpeningForm';

/** What can be done with an opening: its allowance, whether it follows, how the wall copes, what was really cut. */
export function OpeningEdit({ opening }: { opening: CutOpening }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const [measuring, setMeasuring] = useState(false);
  const unit = useAppSelector((s) => s.preferences.unit);
  const key = keyOf(opening);
  const own = opening.id in document.cut.openings;
  const adjust = (patch: { [K in keyof Adjusted]?: Adjusted[K] | null }) =>
    submit({ type: 'adjustOpening', key, name: opening.name, patch });
  const lying = { face: opening.face, u: opening.centre[0], v: opening.centre[1], shape: opening.shape };
  const is = asCut(opening);
  const fromPart = opening.part !== undefined;
  return (
    <div className="flex flex-col gap-2 pb-3">
      {own && !opening.made && <OwnOpeningForm id={opening.id} />}
      {is && (
        <p className="m-0 text-sm">
          {inUnit(
            is.room >= 0
              ? `What sits in it has ${is.room.toFixed(1)} to ${is.most.toFixed(1)} mm beside it.`
              : `What sits in it lacks ${(-is.room).toFixed(1)} mm on a side.`,
            unit,
          )}
        </p>
      )}
      {fromPart && !opening.made && (
        <div className="grid grid-cols-2 gap-2">
          {opening.allowance > 0 && !opening.detached && (
            <LengthField
              label="Allowance a side"
              value={opening.allowance}
              least={0}
              most={20}
              onCommit={(mm) => adjust({ allowance: mm === document.cut.allowance ? null : mm })}
            />
          )}
          {opening.kind === 'cut' && (
            <Choice
              label="Wall too thick for it"
              value={opening.wall ?? 'none'}
              options={[
                { value: 'none', label: 'straight through' },
                { value: 'rebate', label: 'thin the wall around it' },
                { value: 'plate', label: 'thin plate behind it' },
              ]}
              onChange={(wall) => adjust({ wall: wall === 'none' ? null : wall })}
            />
          )}
        </div>
      )}
      {measuring ? (
        <AsCutForm opening={opening} onDone={() => setMeasuring(false)} />
      ) : (
        <div className="flex flex-wrap gap-1.5">
          {fromPart && !opening.made && (
            <Button onClick={() => adjust({ detached: opening.detached ? null : lying })}>
              {opening.detached ? 'Follow its part again' : 'Leave it here when the part moves'}
            </Button>
          )}
          <Button onClick={() => setMeasuring(true)}>
            {opening.made ? 'Measure it again' : 'It is cut: measure it'}
          </Button>
          {opening.made && <Button onClick={() => adjust({ made: null })}>It is not cut after all</Button>}
          {opening.part !== undefined && (
            <Button look="quiet" onClick={() => dispatch(select({ kind: 'part', id: opening.part! }))}>
              go to the part
            </Button>
          )}
        </div>
      )}
    </div>
  );
}
