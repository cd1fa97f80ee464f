import type { Placement } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { useMove } from '../../view/useMove';

/** What carries a part and takes it along when it opens: the shell, or a lid, half, door, drawer or panel of it. */
export function RidesOn({ id, placement }: { id: string; placement: Placement }) {
  const { bodies } = useAppSelector(selectDocument).shell;
  const { put } = useMove();
  const carriers = Object.entries(bodies).filter(([, body]) => body.kind !== 'ring');
  if (carriers.length === 0) return null;
  const { on, ...standing } = placement;
  return (
    <div className="mt-2">
      <Choice
        label="Rides on"
        value={on ?? ''}
        options={[
          { value: '', label: 'the shell itself' },
          ...carriers.map(([body, { name, kind }]) => ({ value: body, label: name || kind })),
        ]}
        onChange={(to) => put(id, to === '' ? standing : { ...standing, on: to })}
      />
    </div>
  );
}
