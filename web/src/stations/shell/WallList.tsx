import { faceWord, wallWords, formOf, MATERIALS } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { Section } from '../../ui/Section';

export const MATERIAL_OPTIONS = MATERIALS.map((value) => ({ value, label: value }));

/** Thickness of every face, and what the shell is made of. */
export function WallList() {
  const { hull, material, weighed } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const { edges, ends } = formOf(hull);
  return (
    <Section title="Walls">
      <div className="grid grid-cols-2 gap-2.5">
        {(hull.form !== 'solid' || hull.cavity) &&
          [...edges, ends.low, ends.high].map(({ face, wallPath }) => (
            <MeasuredAt key={wallPath} label={faceWord(face)} path={wallPath} what={wallWords(face)} />
          ))}
        <Choice
          label="Material"
          value={material}
          options={MATERIAL_OPTIONS}
          onChange={(value) => submit({ type: 'setMaterial', material: value })}
        />
        <NumberField
          label="Empty shell on a scale, g (0: not weighed)"
          value={weighed ?? 0}
          least={0}
          most={500_000}
          onCommit={(grams) => submit({ type: 'setShellWeight', grams: grams === 0 ? null : grams })}
        />
      </div>
    </Section>
  );
}
