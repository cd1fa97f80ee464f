import { MESH_SIDES, type MadeFrame } from '@young-shell/core/document';
import { LengthField } from '../../../ui/LengthField';
import { NumberField } from '../../../ui/NumberField';

interface Props {
  frame: MadeFrame;
  put: (frame: MadeFrame) => string | undefined;
}

/** 1 mm sheet, half of it holes. Common practice, no source. */
const USUAL = { thickness: 1, open: 0.5 };

/** On which sides of a frame perforated sheet goes, how thick and how open it is. */
export function MeshFields({ frame, put }: Props) {
  const { mesh, shape } = frame;
  const sides = MESH_SIDES.filter((_, i) => shape === 'box' || i < 2);
  const set = (side: (typeof MESH_SIDES)[number], on: boolean) => {
    const { mesh: _, ...bare } = frame;
    const next = MESH_SIDES.filter((s) => (s === side ? on : mesh?.sides.includes(s)));
    return put(next.length === 0 ? bare : { ...bare, mesh: { ...USUAL, ...mesh, sides: next } });
  };
  return (
    <fieldset className="m-0 mt-2 border-0 p-0">
      <legend className="mb-1 p-0 font-label text-sm text-ink-soft">Mesh or perforated sheet</legend>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {sides.map((side) => (
          <label key={side} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={mesh?.sides.includes(side) === true}
              onChange={(event) => set(side, event.target.checked)}
            />
            {side}
          </label>
        ))}
      </div>
      {mesh && (
        <div className="mt-2 grid grid-cols-2 gap-2">
          <LengthField
            label="Its thickness"
            value={mesh.thickness}
            least={0.3}
            most={6}
            onCommit={(thickness) => put({ ...frame, mesh: { ...mesh, thickness } })}
          />
          <NumberField
            label="Of it holes, %"
            value={Math.round(mesh.open * 100)}
            least={0}
            most={95}
            onCommit={(percent) => put({ ...frame, mesh: { ...mesh, open: percent / 100 } })}
          />
        </div>
      )}
    </fieldset>
  );
}
