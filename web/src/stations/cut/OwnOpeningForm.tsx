import { faceWord, facesOf, type OwnOpening } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { DeleteButton } from '../../ui/DeleteButton';
import { LengthField } from '../../ui/LengthField';
import { TextField } from '../../ui/TextField';
import { PatternForm } from './PatternForm';
import { followed } from './startOpening';

/** An opening by hand: name, place, size, what is left standing in it. */
export function OwnOpeningForm({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const own = document.cut.openings[id];
  if (!own) return null;
  const put = (patch: Partial<OwnOpening>) => submit({ type: 'setCutOpening', id, opening: { ...own, ...patch } });
  const { shape } = own;
  const parts = Object.entries(document.kit.parts).filter(([part]) => part in document.layout.placements);
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <TextField
          label="Name"
          value={own.name}
          onCommit={(name) => (name.trim() ? put({ name: name.trim().slice(0, 80) }) : 'It needs a name.')}
        />
        <Choice
          label="Face"
          value={own.face}
          options={facesOf(document.shell.hull).map((value) => ({
            value,
            label: faceWord(value),
          }))}
          onChange={(face) => put({ face })}
        />
        <LengthField
          label={own.follows ? 'Right of the part’s middle' : 'Middle, across'}
          value={own.u}
          onCommit={(u) => put({ u })}
        />
        <LengthField
          label={own.follows ? 'Above the part’s middle' : 'Middle, up'}
          value={own.v}
          onCommit={(v) => put({ v })}
        />
        {shape.kind === 'round' ? (
          <LengthField
            label="Diameter"
            value={shape.diameter}
            least={0.1}
            most={5000}
            onCommit={(diameter) => put({ shape: { ...shape, diameter } })}
          />
        ) : (
          <>
            <LengthField
              label="Width"
              value={shape.width}
              least={0.1}
              most={5000}
              onCommit={(width) => put({ shape: { ...shape, width } })}
            />
            <LengthField
              label="Height"
              value={shape.height}
              least={0.1}
              most={5000}
              onCommit={(height) => put({ shape: { ...shape, height } })}
            />
            <LengthField
              label="Corner radius"
              value={shape.radius}
              least={0}
              most={2500}
              onCommit={(radius) => put({ shape: { ...shape, radius } })}
            />
          </>
        )}
        <Choice
          label="Goes with"
          value={own.follows ?? ''}
          options={[
            { value: '', label: 'nothing: it stays' },
            ...parts.map(([value, part]) => ({ value, label: part.name })),
          ]}
          onChange={(part) => submit({ type: 'setCutOpening', id, opening: followed(document, own, part) })}
        />
        <TextField
          label="Words under it"
          value={own.label ?? ''}
          onCommit={(text) => {
            const { label: _, ...rest } = own;
            const label = text.trim().slice(0, 40);
            return submit({ type: 'setCutOpening', id, opening: label ? { ...rest, label } : rest });
          }}
        />
      </div>
      {(own.use === 'grille' || own.pattern.kind !== 'open') && <PatternForm id={id} own={own} />}
      <div className="grid grid-cols-2">
        <DeleteButton name={own.name} onDelete={() => submit({ type: 'setCutOpening', id, opening: null })} />
      </div>
    </>
  );
}
