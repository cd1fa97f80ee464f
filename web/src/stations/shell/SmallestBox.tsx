import { inUnit } from '@young-shell/core/quantity';
import type { Goal, Smallest } from '@young-shell/core/search';
import { Search, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { LengthField } from '../../ui/LengthField';
import { Progress } from '../../ui/Progress';
import { Section } from '../../ui/Section';
import type { Telling } from '../../work/engine.worker';
import { useLongJob } from '../../work/useLongJob';
import { run } from '../../work/work';
import { preview } from '../../view/slice';

const GOAL_OPTIONS: readonly { value: Goal; label: string }[] = [
  { value: 'litres', label: 'room: litres' },
  { value: 'height', label: 'height' },
  { value: 'footprint', label: 'footprint' },
];
const FIXED = [
  { value: '', label: 'nothing' },
  { value: '0', label: 'the width inside' },
  { value: '1', label: 'the depth inside' },
  { value: '2', label: 'the height inside' },
] as const;

/** For a shell that is still to be built: the smallest box that its kit goes into, with the layout. */
export function SmallestBox() {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const [goal, setGoal] = useState<Goal>('litres');
  const [wall, setWall] = useState(9);
  const [axis, setAxis] = useState<(typeof FIXED)[number]['value']>('');
  const [size, setSize] = useState(200);
  const state = useLongJob<{ share: number; found?: Smallest; none?: true }>({ share: 0 });
  useEffect(() => () => void dispatch(preview(null)), [dispatch]);
  const count = Object.keys(document.kit.parts).length;
  const start = () =>
    state.start(document, async (put) => {
      const fixed = axis === '' ? {} : { [axis]: size };
      const tell = ({ best, share }: Telling) => put(best ? { found: best[0] as Smallest } : { share });
      const found = await run('long', 'fit', 'smallest', [document, goal, wall, fixed], tell);
      put(found ? { found } : { none: true });
    });
  const failed = state.none
    ? 'No layout was found in any box that was tried: take less in, or set no size.'
    : state.failed;
  return (
    <Section
      title="Smallest box for this kit"
      aside={
        <Explain
          title="Smallest box"
          rows={[
            {
              label: 'found',
              value: '1 mm',
              source:
                'side by side as far as a search still finds a layout at which nothing stops, from several shapes',
            },
            {
              label: 'bound',
              value: '',
              source:
                'no box is under it: the bodies of the parts beside each other, or the least side of the largest part, and the walls',
            },
            { label: 'counted', value: '', source: 'walls, lid, plugs, air, faces that have to reach outside' },
          ]}
        />
      }
    >
      {count === 0 ? (
        <p className="m-0 text-ink-soft">The kit is empty: put in at station 2 what the box is for.</p>
      ) : (
        <>
          <div className="grid grid-cols-2 gap-2">
            <Choice label="Least" value={goal} options={GOAL_OPTIONS} onChange={setGoal} />
            <LengthField
              label="Walls"
              value={wall}
              onCommit={(mm) =>
                mm >= 0.5 && mm <= 100 ? void setWall(mm) : `${mm} mm is no wall; enter 0.5 to 100 mm.`
              }
            />
            <Choice label="Given" value={axis} options={FIXED} onChange={setAxis} />
            {axis !== '' && (
              <LengthField
                label="It is"
                value={size}
                onCommit={(mm) =>
                  mm >= 10 && mm <= 3000 ? void setSize(mm) : `${mm} mm is no side of a box; enter 10 to 3000 mm.`
                }
              />
            )}
          </div>
          <div className="mt-2">
            {state.running ? (
              <Button onClick={state.stop}>
                <Square size={14} aria-hidden /> Stop
              </Button>
            ) : (
              <Button onClick={() => void start()}>
                <Search size={15} aria-hidden /> Find the smallest box
              </Button>
            )}
          </div>
          {state.running && <Progress share={state.share} what="making it smaller" />}
          {failed !== undefined && (
            <p className="mb-0 text-stop" role="alert">
              {failed}
            </p>
          )}
          {state.found && <Found found={state.found} fresh={state.of === document && !state.running} />}
        </>
      )}
    </Section>
  );
}

const VALUE: Readonly<Record<Goal, (v: number) => string>> = {
  litres: (v) => `${v.toFixed(2)} L`,
  height: (v) => `${v.toFixed(1)} mm`,
  footprint: (v) => `${v.toFixed(0)} cm²`,
};

function Found({ found, fresh }: { found: Smallest; fresh: boolean }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const { shell } = useAppSelector(selectDocument);
  const tried = useAppSelector((s) => s.view.preview?.change === found.change);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const { outside, room, goal, value, bound } = found;
  const sizes = (of: readonly number[]) => inUnit(of.map((v) => `${v.toFixed(0)} mm`).join(' × '), unit);
  const words = (v: number) => inUnit(VALUE[goal](v), unit);
  const gone = Object.keys(shell.features).length;
  return (
    <div className="mt-2" role="status">
      <p className="figure m-0 text-[28px] leading-8">{words(value)}</p>
      <p className="m-0 leading-snug">
        {sizes(outside)} outside, {sizes(room)} inside.
      </p>
      <p className="m-0 text-sm leading-snug text-ink-soft">
        No box is under {words(bound)}. Allow for what the walls are off by before you saw.
        {gone > 0 && ` Using it replaces the shell: its ${gone} features, bodies and openings go.`}
      </p>
      {found.later?.map((sentence) => (
        <p key={sentence} className="m-0 text-sm leading-snug text-stop">
          {inUnit(sentence, unit)}
        </p>
      ))}
      <div className="mt-1 flex gap-2">
        <Button
          look="quiet"
          aria-pressed={tried}
          disabled={!fresh}
          aria-label="Try on the smallest box"
          onClick={() => dispatch(preview(tried ? null : { label: 'the smallest box', change: found.change }))}
        >
          Try on
        </Button>
        <Button
          look="quiet"
          disabled={!fresh}
          aria-label="Use the smallest box"
          onClick={() => {
            dispatch(preview(null));
            submit(found.change);
          }}
        >
          Use
        </Button>
      </div>
    </div>
  );
}
