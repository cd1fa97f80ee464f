import { nextId, TRAY_EDGES, TRAY_HOLDS, type MadeTray } from '@young-shell/core/document';
import { lossOf } from '@young-shell/core/kit';
import { countOf, unitWord, formatLength, inUnit } from '@young-shell/core/quantity';
import { Plus, Trash2 } from 'lucide-react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { Choice, same } from '../../../ui/Choice';
import { LengthField } from '../../../ui/LengthField';
import { TextField } from '../../../ui/TextField';
import { TrayDrawing } from './TrayDrawing';

interface Props {
  tray: MadeTray;
  /** Gives what is wrong with it, or nothing. */
  put: (tray: MadeTray) => string | undefined;
}

const HOLDS: Record<MadeTray['held'], string> = {
  screws: 'screws through it',
  blocks: 'wooden blocks',
  angles: 'angles at its edges',
};

/** Sizes of a tray, what is cut off it, what that costs, and what is open in its rear panel. */
export function TrayFields({ tray, put }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const loss = lossOf(tray);
  const all = Object.keys(tray.standoffs).length;
  const l = (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
  const cut = Object.values(tray.off).some((mm) => mm > 0);
  const setOpening = (id: string, opening: MadeTray['openings'][string] | null) => {
    const openings = { ...tray.openings };
    if (opening) openings[id] = opening;
    else delete openings[id];
    return put({ ...tray, openings });
  };
  return (
    <>
      <TrayDrawing tray={tray} />
      <div className="grid grid-cols-2 gap-2">
        <LengthField
          label="Wide"
          value={tray.width}
          least={20}
          most={1200}
          onCommit={(width) => put({ ...tray, width })}
        />
        <LengthField
          label="Deep"
          value={tray.depth}
          least={20}
          most={1200}
          onCommit={(depth) => put({ ...tray, depth })}
        />
        <LengthField
          label="Sheet"
          value={tray.thickness}
          least={0.3}
          most={12}
          onCommit={(thickness) => put({ ...tray, thickness })}
        />
        <LengthField
          label="Rear panel, high"
          value={tray.rear}
          least={0}
          most={400}
          onCommit={(rear) => put({ ...tray, rear })}
        />
        <Choice
          label="Held by"
          value={tray.held}
          options={TRAY_HOLDS.map((value) => ({ value, label: HOLDS[value] }))}
          onChange={(held) => put({ ...tray, held })}
        />
        <Choice
          label="Of"
          value={tray.material}
          options={same(['steel', 'aluminium', 'plywood'] as const)}
          onChange={(material) => put({ ...tray, material })}
        />
      </div>
      <h4 className="mt-3 mb-1 font-label text-base font-semibold">Cut off</h4>
      <div className="grid grid-cols-2 gap-2">
        {TRAY_EDGES.map((edge) => (
          <LengthField
            key={edge}
            label={`At the ${edge}`}
            value={tray.off[edge]}
            least={0}
            most={1200}
            onCommit={(mm) => put({ ...tray, off: { ...tray.off, [edge]: mm } })}
          />
        ))}
        {tray.rear > 0 && (
          <LengthField
            label="Top of the rear panel"
            value={tray.off.top}
            least={0}
            most={400}
            onCommit={(top) => put({ ...tray, off: { ...tray.off, top } })}
          />
        )}
      </div>
      <p className="my-2 leading-snug" role="status">
        {cut ? (
          <>
            {l(loss.sawn)} to saw; {Math.round(100 * loss.left)} % of the plate stays.{' '}
            {loss.standoffs.length > 0 && (
              <span className="text-warn">
                {loss.standoffs.length} of {all} standoffs go.{' '}
              </span>
            )}
            {loss.openings.length > 0 && (
              <span className="text-warn">
                Cut into: {loss.openings.map((id) => tray.openings[id]!.name).join(', ')}.{' '}
              </span>
            )}
            {loss.panel && (
              <span className="text-warn">The rear panel goes too, and the plate is soft without its bend. </span>
            )}
            <span className="text-sm text-ink-soft">
              {inUnit(
                'Its 1:1 sheet is with the others at Cut. Edges are sharp: file them, gloves and glasses on.',
                unit,
              )}
            </span>
          </>
        ) : (
          <span className="text-ink-soft">
            Whole, with {all} standoffs. From {tray.from}.
          </span>
        )}
      </p>
      {tray.rear > 0 && (
        <details className="mb-2">
          <summary className="min-h-8 font-semibold">
            {countOf(Object.keys(tray.openings).length, 'opening')} in the rear panel
          </summary>
          {Object.entries(tray.openings).map(([id, o]) => (
            <div key={id} className="mt-2 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-end gap-2">
              <TextField label="Opening" value={o.name} onCommit={(name) => setOpening(id, { ...o, name })} />
              <span />
              <Button look="quiet" aria-label={`Remove ${o.name}`} onClick={() => setOpening(id, null)}>
                <Trash2 size={15} aria-hidden />
              </Button>
              <LengthField
                label="From the left"
                value={o.x}
                least={0}
                most={1200}
                onCommit={(x) => setOpening(id, { ...o, x })}
              />
              <LengthField
                label="Over the plate"
                value={o.z}
                least={0}
                most={400}
                onCommit={(z) => setOpening(id, { ...o, z })}
              />
              <span />
              <LengthField
                label="Its width"
                value={o.width}
                least={1}
                most={1200}
                onCommit={(width) => setOpening(id, { ...o, width })}
              />
              <LengthField
                label="Its height"
                value={o.height}
                least={1}
                most={400}
                onCommit={(height) => setOpening(id, { ...o, height })}
              />
            </div>
          ))}
          <Button
            className="mt-2"
            onClick={() =>
              setOpening(nextId(tray.openings, 'opening'), {
                name: 'opening',
                x: Math.max(0, tray.width / 2 - 20),
                z: 5,
                width: 40,
                height: Math.min(30, Math.max(1, tray.rear - 10)),
              })
            }
          >
            <Plus size={14} aria-hidden /> One more opening
          </Button>
        </details>
      )}
    </>
  );
}
