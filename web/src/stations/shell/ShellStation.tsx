import type { Measured } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { FindingList } from '../../ui/FindingList';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { FeatureList } from './FeatureList';
import { HullForm } from './HullForm';
import { LidForm } from './LidForm';
import { LitresTable } from './LitresTable';
import { OpeningList } from './OpeningList';
import type { Material } from '@young-shell/core/document';

const MATERIALS: Material[] = ['steel', 'aluminium', 'wood', 'plywood', 'fibreboard', 'plastic', 'bakelite', 'other'];

/** Station 1: what space there really is, and how sure that is. */
export function ShellStation() {
  const { shell } = useAppSelector(selectDocument);
  const submit = useSubmit();
  return (
    <>
      <FindingList station="shell" />
      <LitresTable />
      <HullForm />
      <Section title="Walls">
        <Walls />
        <div className="mt-2.5">
          <Choice
            label="Material"
            value={shell.material}
            options={MATERIALS.map((value) => ({ value, label: value }))}
            onChange={(material) => submit({ type: 'setMaterial', material })}
          />
        </div>
      </Section>
      <LidForm />
      <FeatureList />
      <OpeningList />
    </>
  );
}

function Walls() {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const rows: { label: string; path: string; value: Measured }[] =
    hull.form === 'box'
      ? Object.entries(hull.walls).map(([face, value]) => ({ label: face, path: `/shell/hull/walls/${face}`, value }))
      : [
          ...hull.profile.map((p, i) => ({ label: p.face, path: `/shell/hull/profile/${i}/wall`, value: p.wall })),
          ...Object.entries(hull.walls).map(([face, value]) => ({
            label: face,
            path: `/shell/hull/walls/${face}`,
            value,
          })),
        ];
  return (
    <div className="grid grid-cols-2 gap-2.5">
      {rows.map((row) => (
        <MeasuredField
          key={row.path}
          label={row.label}
          value={row.value}
          onCommit={(measured) => submit({ type: 'setMeasured', path: row.path, measured, what: `${row.label} wall` })}
        />
      ))}
    </div>
  );
}
