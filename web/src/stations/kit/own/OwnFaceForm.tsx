import { defaultCut, OWN_FACE_KINDS, SIDES, type OwnFace } from '@young-shell/core/document';
import { Button } from '../../../ui/Button';
import { Choice, same } from '../../../ui/Choice';
import { MeasuredAt } from '../../../ui/MeasuredAt';
import { TextField } from '../../../ui/TextField';

/** A face of an own part that must reach something: sockets, air, hands. */
export function OwnFaceForm({
  path,
  face,
  onChange,
  onRemove,
}: {
  path: string;
  face: OwnFace;
  onChange: (face: OwnFace) => string | undefined;
  onRemove: () => void;
}) {
  return (
    <>
      <TextField label="Name" value={face.name} onCommit={(name) => onChange({ ...face, name })} />
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Is for"
          value={face.kind}
          options={same(OWN_FACE_KINDS)}
          onChange={(kind) => onChange({ ...face, kind })}
        />
        <Choice
          label="Looks to its"
          value={face.direction}
          options={same(SIDES)}
          onChange={(direction) => onChange({ ...face, direction })}
        />
        {face.cut && (
          <>
            <MeasuredAt label="Middle from the left" path={`${path}/cut/u`} what="cut of a face" />
            <MeasuredAt label="Middle from below" path={`${path}/cut/v`} what="cut of a face" />
            <MeasuredAt label="Cut width" path={`${path}/cut/width`} what="cut of a face" />
            <MeasuredAt label="Cut height" path={`${path}/cut/height`} what="cut of a face" />
          </>
        )}
      </div>
      <Button onClick={() => onChange({ ...face, cut: face.cut ? null : defaultCut() })}>
        {face.cut ? 'It needs no cut' : 'It needs a cut in the shell'}
      </Button>
      <Button look="danger" onClick={onRemove}>
        Delete {face.name}
      </Button>
    </>
  );
}
