import type { HoleMap, PlateRound } from '@young-shell/core/document';
import { PLATE_LIMIT, type Corrected } from '@young-shell/core/kit';
import { formatLength } from '@young-shell/core/quantity';
import { Printer, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { Button } from '../../../ui/Button';
import { download, stem } from '../../../ui/download';
import { LengthField } from '../../../ui/LengthField';
import { run } from '../../../work/work';

interface Props {
  id: string;
  map: HoleMap;
  corrected: Corrected;
  ready: boolean;
  onChange: (patch: Partial<HoleMap>) => string | undefined;
}

const TYPES = { pdf: 'application/pdf', stl: 'model/stl', '3mf': 'model/3mf' } as const;

/** Print it, lay it on the board, say how far each hole is off, and again until under 0.2 mm. */
export function PlatePanel({ id, map, corrected, ready, onChange }: Props) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const [busy, setBusy] = useState(false);
  const [round, setRound] = useState<PlateRound>();
  const file = async (kind: keyof typeof TYPES) => {
    setBusy(true);
    try {
      const bytes = await run('short', 'kit', 'plate', [document, id, kind]);
      download(`${stem(map.name)}-plate.${kind}`, TYPES[kind], bytes as BlobPart);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  const show = (v: number) => formatLength(v, unit, 2);
  const set = (key: string, axis: 'x' | 'y', mm: number) => {
    if (Math.abs(mm) > 20) return `${mm} mm is more than a plate is off; up to 20 mm is taken.`;
    setRound((r) => r && { ...r, off: { ...r.off, [key]: { x: 0, y: 0, ...r.off[key], [axis]: mm } } });
    return undefined;
  };
  return (
    <div className="flex flex-col gap-3 p-3">
      <div className="flex flex-wrap gap-2">
        {(Object.keys(TYPES) as (keyof typeof TYPES)[]).map((kind) => (
          <Button key={kind} disabled={!ready || busy} onClick={() => void file(kind)}>
            <Printer size={14} aria-hidden /> {kind === 'pdf' ? 'sheet 1:1, PDF' : `plate, ${kind.toUpperCase()}`}
          </Button>
        ))}
      </div>
      <p className="m-0 text-sm text-ink-soft">
        Lay the sheet on the board, or the printed plate under it, and note how far each hole is from its cross or pin:
        + to the right, + to the rear. Measure the 100 mm ruler on it too: printers shrink.
      </p>
      {corrected.rounds.map((r, i) => (
        <p key={i} className="m-0 flex items-baseline gap-2 border-t border-line pt-2">
          <span className="font-semibold">Plate {i + 1}</span>
          <span className={`figure text-xl ${r.worst <= PLATE_LIMIT ? 'text-good' : 'text-warn'}`}>
            {show(r.worst)}
          </span>
          <span className="flex-1 text-sm text-ink-soft">
            worst, at {map.points[r.worstPoint]?.name}
            {Math.abs(r.scale - 1) > 0.0008 ? `; the board looks ${((1 / r.scale - 1) * 100).toFixed(2)} % larger` : ''}
            {r.worst <= PLATE_LIMIT ? ': good enough' : ': corrected, print again'}
          </span>
          <Button
            look="quiet"
            aria-label={`Take out plate ${i + 1}`}
            onClick={() => onChange({ rounds: map.rounds.filter((_, j) => j !== i) })}
          >
            <X size={15} aria-hidden />
          </Button>
        </p>
      ))}
      {round ? (
        <>
          <LengthField
            label="Its 100 mm ruler measures"
            value={round.ruler}
            onCommit={(ruler) => {
              if (ruler < 80 || ruler > 120) return `${ruler} mm for 100: from 80 to 120 is taken.`;
              setRound({ ...round, ruler });
              return undefined;
            }}
          />
          {Object.entries(map.points).map(([key, point]) => (
            <div key={key} className="grid grid-cols-[64px_1fr_1fr] items-end gap-2">
              <span className="pb-1.5 font-semibold">{point.name}</span>
              {(['x', 'y'] as const).map((axis) => (
                <LengthField
                  key={axis}
                  label={axis === 'x' ? 'off to the right' : 'off to the rear'}
                  value={round.off[key]?.[axis] ?? 0}
                  onCommit={(mm) => set(key, axis, mm)}
                />
              ))}
            </div>
          ))}
          <div className="flex gap-2">
            <Button
              look="strong"
              onClick={() => {
                if (Object.keys(round.off).length < 2) toast.error('Two points or more tell how the plate lay.');
                else if (!onChange({ rounds: [...map.rounds, round] })) setRound(undefined);
              }}
            >
              Correct the positions
            </Button>
            <Button onClick={() => setRound(undefined)}>Drop it</Button>
          </div>
        </>
      ) : (
        <Button
          disabled={!ready}
          onClick={() =>
            setRound({
              ruler: 100,
              off: Object.fromEntries(Object.keys(map.points).map((key) => [key, { x: 0, y: 0 }])),
            })
          }
        >
          I laid a plate on the board
        </Button>
      )}
    </div>
  );
}
