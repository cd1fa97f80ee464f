import {
  facetsOf,
  formOf,
  STARTING_FORMS,
  type AxisName,
  type Hull,
  type StartingForm,
} from '@young-shell/core/document';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { Section } from '../../ui/Section';
import { ShellImport } from '../../import/ShellImport';
import { HullSectionEditor } from './HullSectionEditor';
import { SectionDrawing } from '../../ui/SectionDrawing';

const FORMS: { value: StartingForm; label: string }[] = [
  { value: 'box', label: 'box' },
  { value: 'wedge', label: 'wedge: sloped front or top' },
  { value: 'arch', label: 'arched top' },
  { value: 'rounded', label: 'box with rounded corners' },
  { value: 'tub', label: 'tapered tub' },
];

const LENGTH: Record<AxisName, string> = { x: 'Width', y: 'Depth', z: 'Height' };

/** Which of the starting forms a hull is most like. */
function likeness(hull: Hull): StartingForm | 'solid' {
  if (hull.form !== 'profile') return hull.form;
  if (hull.axis === 'z') return 'rounded';
  return hull.corners.some((c) => c.rise.value !== 0) ? 'arch' : 'wedge';
}

/** The outer form of the shell. */
export function HullForm() {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const [editing, setEditing] = useState(false);
  const [wrong, setWrong] = useState<string>();
  const like = likeness(hull);
  const size = (label: string, key: string) => <MeasuredAt label={label} path={`/shell/hull/${key}`} />;
  return (
    <Section title="Outer form">
      <div className="grid grid-cols-2 gap-2.5">
        <div className="col-span-2">
          <Choice
            label="Form (a new one starts from guesses)"
            value={like as string}
            options={[...FORMS, ...(like === 'solid' ? [{ value: 'solid', label: 'imported solid' }] : [])]}
            onChange={(form) =>
              form !== like && setWrong(submit({ type: 'setHull', hull: STARTING_FORMS[form as StartingForm]() }))
            }
          />
        </div>
        {(hull.form === 'box' || hull.form === 'tub') && (
          <>
            {size(hull.form === 'tub' ? 'Width at the floor' : 'Width', 'width')}
            {size(hull.form === 'tub' ? 'Depth at the floor' : 'Depth', 'depth')}
          </>
        )}
        {hull.form === 'tub' && (
          <>
            {size('Width at the top', 'topWidth')}
            {size('Depth at the top', 'topDepth')}
          </>
        )}
        {(hull.form === 'box' || hull.form === 'tub') && size('Height', 'height')}
        {hull.form === 'profile' && size(LENGTH[hull.axis], 'length')}
        {hull.form === 'solid' &&
          (['x', 'y', 'z'] as const).map((axis) => (
            <MeasuredAt key={axis} label={LENGTH[axis]} path={`/shell/hull/solid/size/${axis}`} />
          ))}
      </div>
      {hull.form === 'profile' && (
        <div className="mt-2.5 flex items-center gap-3">
          <button
            type="button"
            className="w-40 shrink-0 border border-line bg-field p-1"
            aria-label="Edit the section"
            onClick={() => setEditing(true)}
          >
            <SectionDrawing corners={facetsOf(formOf(hull)).map((f) => f.from)} />
          </button>
          <div>
            <p className="mt-0 mb-1 text-sm text-ink-soft">
              {hull.corners.length} corners, drawn out along {hull.axis}.
            </p>
            <Button onClick={() => setEditing(true)}>Edit the section</Button>
          </div>
          <HullSectionEditor open={editing} onClose={() => setEditing(false)} />
        </div>
      )}
      {hull.form === 'solid' && (
        <p className="mt-2 mb-0 text-sm text-ink-soft">
          {hull.cavity
            ? `${hull.solid.file}: ${(hull.cavity.volume / 1e6).toFixed(1)} L of room${hull.cavity.cover.length > 0 ? `, its ribs and slopes as ${hull.cavity.cover.length} boxes` : ''}.`
            : `${hull.solid.file}: stands as ${hull.solid.cover.length} boxes, ${Math.round(hull.solid.waste * 100)} % more than its material.`}
        </p>
      )}
      <div className="mt-2.5">
        <ShellImport />
      </div>
      {wrong && (
        <p role="alert" className="mt-2 mb-0 text-sm font-medium text-stop">
          {wrong}
        </p>
      )}
    </Section>
  );
}
