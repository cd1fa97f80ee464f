import type { Change, Placement } from '@young-shell/core/document';
import type { Shortfall } from '@young-shell/core/fit';
import { inUnit } from '@young-shell/core/quantity';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { preview, select } from '../../view/slice';

interface Props {
  shortfall: Shortfall;
  /** Where the others stand when it misses by so little. */
  others?: Readonly<Record<string, Placement>>;
}

/** A "no" with its number: where a part misses a place by least, shown there, and put there all the same. */
export function ShortfallNote({ shortfall, others = {} }: Props) {
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const label = 'Where it nearly fits';
  const trying = useAppSelector((s) => s.view.preview?.label === label);
  const change: Change = {
    type: 'all',
    what: 'put it where it nearly fits',
    changes: Object.entries({ ...others, [shortfall.part]: shortfall.placement }).map(([id, placement]) => ({
      type: 'placePart',
      id,
      placement,
    })),
  };
  const put = () => {
    dispatch(preview(null));
    const wrong = submit(change);
    if (wrong) toast.error(wrong);
    else dispatch(select({ kind: 'part', id: shortfall.part }));
  };
  return (
    <div className="mt-2 border-l-4 border-warn pl-2.5 leading-snug">
      <p className="m-0" role="status">
        {inUnit(shortfall.sentence, unit)}
      </p>
      <div className="mt-1.5 flex flex-wrap gap-1.5">
        {trying ? (
          <Button onClick={() => dispatch(preview(null))}>Leave it</Button>
        ) : (
          <Button onClick={() => dispatch(preview({ label, change }))}>Show it there</Button>
        )}
        <Button look={trying ? 'strong' : 'plain'} onClick={put}>
          Put it there anyway
        </Button>
      </div>
    </div>
  );
}
