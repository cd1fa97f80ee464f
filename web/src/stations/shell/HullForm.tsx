import { defaultBox, defaultWedge, type Hull, type ProfilePoint } from '@young-shell/core/document';
import { measured, type Measured } from '@young-shell/core/quantity';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { MeasuredField } from '../../ui/MeasuredField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

/** The outer form of the shell. */
export function HullForm() {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const field = (label: string, path: string, value: Measured) => (
    <MeasuredField
      key={path}
      label={label}
      value={value}
      onCommit={(m) =>
        submit({ type: 'setMeasured', path: `/shell/hull/${path}`, measured: m, what: label.toLowerCase() })
      }
    />
  );
  const change = (form: Hull['form']) => {
    if (form === hull.form) return;
    const next: Hull = form === 'box' ? defaultBox() : defaultWedge();
    submit({ type: 'setHull', hull: { ...next, width: hull.width } });
  };
  return (
    <Section title="Outer form">
      <div className="grid grid-cols-2 gap-2.5">
        <Choice
          label="Form"
          value={hull.form}
          options={[
            { value: 'box', label: 'box' },
            { value: 'wedge', label: 'wedge' },
          ]}
          onChange={change}
        />
        {field('Width', 'width', hull.width)}
        {hull.form === 'box' && (
          <>
            {field('Depth', 'depth', hull.depth)}
            {field('Height', 'height', hull.height)}
          </>
        )}
      </div>
      {hull.form === 'wedge' && <ProfileTable profile={hull.profile} />}
    </Section>
  );
}

function ProfileTable({ profile }: { profile: ProfilePoint[] }) {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const [error, setError] = useState<string>();
  const put = (next: ProfilePoint[]) => {
    const wrong = hull.form === 'wedge' ? submit({ type: 'setHull', hull: { ...hull, profile: next } }) : undefined;
    setError(wrong);
    return wrong;
  };
  const insert = (i: number) => {
    const a = profile[i]!;
    const b = profile[(i + 1) % profile.length]!;
    const middle = (p: Measured, q: Measured) => measured(Math.round((p.value + q.value) * 5) / 10, 'guess', 1);
    let name = `${a.face}-2`;
    for (let n = 2; profile.some((p) => p.face === name); n++) name = `${a.face}-${n}`;
    put([
      ...profile.slice(0, i + 1),
      { y: middle(a.y, b.y), z: middle(a.z, b.z), face: name, wall: a.wall },
      ...profile.slice(i + 1),
    ]);
  };
  const what = (i: number, axis: 'y' | 'z') => `corner ${i + 1} ${axis === 'y' ? 'depth' : 'height'}`;
  return (
    <div className="mt-3">
      <p className="m-0 mb-1 text-sm text-ink-soft">
        Side profile, once around from the front floor edge: floor, rear, and back over the top. Depth from the front,
        height from the floor; each corner starts the named face.
      </p>
      {profile.map((point, i) => (
        <div key={i} className="grid grid-cols-2 items-end gap-1.5 border-t border-line py-2">
          <div className="col-span-2 grid grid-cols-[minmax(0,1fr)_auto] items-end">
            <TextField
              label={`Corner ${i + 1} starts face`}
              value={point.face}
              onCommit={(face) => put(profile.map((p, j) => (j === i ? { ...p, face: face.trim().toLowerCase() } : p)))}
            />
            <div className="flex">
              <Button look="quiet" aria-label={`Insert a corner after ${i + 1}`} onClick={() => insert(i)}>
                <Plus size={15} aria-hidden />
              </Button>
              <Button
                look="quiet"
                aria-label={`Take out corner ${i + 1}`}
                disabled={profile.length <= 3}
                onClick={() => put(profile.filter((_, j) => j !== i))}
              >
                <X size={15} aria-hidden />
              </Button>
            </div>
          </div>
          {(['y', 'z'] as const).map((axis) => (
            <MeasuredField
              key={axis}
              label={axis === 'y' ? 'Depth' : 'Height'}
              value={point[axis]}
              onCommit={(m) =>
                submit({
                  type: 'setMeasured',
                  path: `/shell/hull/profile/${i}/${axis}`,
                  measured: m,
                  what: what(i, axis),
                })
              }
            />
          ))}
        </div>
      ))}
      {error && (
        <p role="alert" className="m-0 text-sm font-medium text-stop">
          {error}
        </p>
      )}
    </div>
  );
}
