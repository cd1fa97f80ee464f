import { hullModel } from '@young-shell/core/assembly';
import type { Copies, Feature } from '@young-shell/core/document';
import { guess } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { NumberField } from '../../ui/NumberField';

const AXES = [
  { value: 'x', label: 'across' },
  { value: 'y', label: 'in depth' },
  { value: 'z', label: 'upright' },
] as const;

/** Equal copies of a feature: none, a row, or its mirror image. */
export function CopiesForm({ id, feature }: { id: string; feature: Feature }) {
  const { shell } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { copies } = feature;
  const put = (next: Copies | null) => submit({ type: 'setFeature', id, feature: { ...feature, copies: next } });
  const start = (kind: string) => {
    const { low, high } = hullModel(shell);
    if (kind === 'row') return put({ kind, axis: 'x', count: 2, pitch: guess(40) });
    if (kind === 'mirror') return put({ kind, axis: 'x', at: guess((low[0] + high[0]) / 2) });
    return put(null);
  };
  return (
    <>
      <Choice
        label="Copies"
        value={(copies?.kind ?? 'none') as string}
        options={[
          { value: 'none', label: 'just one' },
          { value: 'row', label: 'a row' },
          { value: 'mirror', label: 'mirrored' },
        ]}
        onChange={start}
      />
      {copies && (
        <>
          <Choice
            label={copies.kind === 'row' ? 'Row runs' : 'Mirrored'}
            value={copies.axis}
            options={AXES}
            onChange={(axis) => put({ ...copies, axis })}
          />
          {copies.kind === 'row' ? (
            <>
              <NumberField
                label="How many in all"
                value={copies.count}
                least={2}
                most={60}
                onCommit={(count) => put({ ...copies, count: Math.round(count) })}
              />
              <MeasuredAt label="Pitch" path={`/shell/features/${id}/copies/pitch`} what={`${feature.name}: pitch`} />
            </>
          ) : (
            <MeasuredAt
              label="Plane, from the datum"
              path={`/shell/features/${id}/copies/at`}
              what={`${feature.name}: mirror plane`}
            />
          )}
        </>
      )}
    </>
  );
}
