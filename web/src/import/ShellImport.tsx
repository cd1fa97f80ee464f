import { hullFromSection, prismFromSection, sectionOf, shellRead } from '@young-shell/core/exchange';
import { hullModel } from '@young-shell/core/assembly';
import {
  feature,
  nextId,
  type AxisName,
  type Change,
  type FeatureShape,
  type ImportedSolid,
} from '@young-shell/core/document';
import { inUnit, measured } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../app/store';
import { api } from '../document/api';
import { selectDocument } from '../document/selectors';
import { useSubmit } from '../document/useSubmit';
import { Button } from '../ui/Button';
import { Choice } from '../ui/Choice';
import { LengthField } from '../ui/LengthField';
import { run } from '../work/work';
import { ImportDialog } from './ImportDialog';
import type { ImportState, ReadySolid } from './useImport';

/** Keeps the solid that was read last; its mesh goes to the server, once by its content. */
export async function keepSolid(): Promise<ImportedSolid> {
  const { solid, stl } = await run('files', 'exchange', 'storeSolid', []);
  return { ...solid, content: (await api.keep(stl)).content };
}

/** A shell or a feature from a solid or a drawing. */
export function ShellImport() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>Import a solid or an outline</Button>
      <ImportDialog
        title="Import for the shell"
        open={open}
        onClose={() => setOpen(false)}
        accept=".stl,.3mf,.step,.stp,.dxf,.svg"
        uses={(state, fail) => <Uses state={state} fail={fail} onDone={() => setOpen(false)} />}
      />
    </>
  );
}

/** What of a hollow solid is room. */
function RoomFound({ room: { litres, thinnest, thickest, open } }: { room: NonNullable<ReadySolid['room']> }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const [thin, thick] = [thinnest.toFixed(1), thickest.toFixed(1)];
  const walls = thin === thick ? `walls of ${thin} mm` : `walls from ${thin} to ${thick} mm`;
  return (
    <p className="m-0 leading-snug">
      {litres.toFixed(1)} L of room inside, {inUnit(walls, unit)}.
      {open.length > 0 && ` Open at the ${open.join(' and ')}: something thin closes it there until you say what.`}
    </p>
  );
}

function Uses({
  state,
  fail,
  onDone,
}: {
  state: Extract<ImportState, { step: 'solid' | 'outline' }>;
  fail: (message: string) => void;
  onDone: () => void;
}) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [busy, setBusy] = useState(false);
  const [axis, setAxis] = useState<AxisName>('x');
  const [along, setAlong] = useState(200);
  const [wall, setWall] = useState(3);
  const make = async (change: () => Change | Promise<Change>) => {
    setBusy(true);
    try {
      const wrong = submit(await change());
      if (wrong) fail(`It was read, but does not go: ${wrong}`);
      else onDone();
    } catch (problem) {
      fail((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const newFeature = (shape: FeatureShape): Change => {
    const { innerLow } = hullModel(document.shell);
    const [x, y, z] = innerLow.map((v) => measured(Number(v.toFixed(2)), 'rule'));
    const name = state.file.replace(/\.[^.]+$/, '').slice(0, 60);
    return {
      type: 'setFeature',
      id: nextId(document.shell.features, 'solid'),
      feature: feature(name, shape, [x!, y!, z!], { why: `from ${state.file}` }),
    };
  };
  if (state.step === 'solid')
    return (
      <div className="flex flex-col gap-3">
        {state.solid.room ? (
          <RoomFound room={state.solid.room} />
        ) : (
          <div>
            <p className="mt-0 mb-1.5 leading-snug">
              It has no room inside: a block, or only the outside of a shell. If it is the outside, how thick are its
              walls?
            </p>
            <LengthField
              label="Walls all around"
              value={wall}
              least={0.1}
              most={500}
              onCommit={(mm) => {
                setWall(mm);
                return undefined;
              }}
            />
          </div>
        )}
        <div className="flex flex-wrap gap-2">
          <Button
            look="strong"
            disabled={busy}
            onClick={() =>
              void make(async () => {
                const found = await run('files', 'exchange', 'cavity', state.solid.room ? [] : [wall]);
                return shellRead(document, { form: 'solid', solid: await keepSolid(), cavity: found.cavity });
              })
            }
          >
            {busy ? 'Looking at its room …' : 'It is the shell'}
          </Button>
          <Button
            disabled={busy}
            onClick={() => void make(async () => newFeature({ kind: 'solid', solid: await keepSolid() }))}
          >
            It stands in the shell
          </Button>
        </div>
      </div>
    );
  const { corners, off } = sectionOf(state.outline.loops[0]!, state.unit);
  return (
    <div className="grid grid-cols-2 gap-2.5">
      <Choice
        label="Draw it out along"
        value={axis}
        options={[
          { value: 'x', label: 'x: it is a side view' },
          { value: 'y', label: 'y: it is a front view' },
          { value: 'z', label: 'z: it is a plan' },
        ]}
        onChange={setAxis}
      />
      <LengthField
        label="By"
        value={along}
        onCommit={(mm) => {
          if (!(mm > 0)) return `${mm} mm is no length; more than 0 is.`;
          setAlong(mm);
          return undefined;
        }}
      />
      <Button
        look="strong"
        disabled={busy}
        onClick={() => void make(() => ({ type: 'setHull', hull: hullFromSection(corners, off, axis, along) }))}
      >
        It is the shell
      </Button>
      <Button disabled={busy} onClick={() => void make(() => newFeature(prismFromSection(corners, off, axis, along)))}>
        It stands in the shell
      </Button>
    </div>
  );
}
