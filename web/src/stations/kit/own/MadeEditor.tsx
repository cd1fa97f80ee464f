import type { Made, Part } from '@young-shell/core/document';
import { resized } from '@young-shell/core/fit';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { FrameFields } from './FrameFields';
import { AnglesFields, CageFields, StandFields } from './RestFields';
import { TrayFields } from './TrayFields';

/** A tray, frame, stand or pair of angles of the kit by its sizes; its blocks follow, and what stands on it stays. */
export function MadeEditor({ id, part }: { id: string; part: Part }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const made = part.own?.made;
  if (!part.own || !made) return null;
  const put = (next: Made): string | undefined => {
    try {
      return submit(resized(document, id, next));
    } catch (error) {
      return (error as Error).message;
    }
  };
  const { made: _, ...design } = part.own;
  return (
    <div className="col-span-2">
      {made.kind === 'tray' && <TrayFields tray={made} put={put} />}
      {made.kind === 'frame' && <FrameFields id={id} frame={made} put={put} />}
      {made.kind === 'stand' && <StandFields stand={made} put={put} />}
      {made.kind === 'cage' && <CageFields cage={made} put={put} />}
      {made.kind === 'angles' && <AnglesFields angles={made} put={put} />}
      <Button look="quiet" onClick={() => submit({ type: 'setPart', id, part: { own: design } })}>
        Go on block by block
      </Button>
    </div>
  );
}
