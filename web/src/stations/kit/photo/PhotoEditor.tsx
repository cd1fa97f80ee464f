import { corner, nextId, PHOTO_REFERENCES, type Photo, type PhotoPick, type Pixel } from '@young-shell/core/document';
import { CORNER_SHEET, hullFromSection } from '@young-shell/core/exchange';
import { measurePhoto, PICK } from '@young-shell/core/kit';
import { formatLength, measured } from '@young-shell/core/quantity';
import type { Point2 } from '@young-shell/core/solid';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { useSubmit } from '../../../document/useSubmit';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { MeasuredAt } from '../../../ui/MeasuredAt';
import { LengthField } from '../../../ui/LengthField';
import { PhotoCanvas, type PickMode } from './PhotoCanvas';
import { PickRow } from './PickRow';

const SIZES: Record<Photo['reference']['kind'], [number, number] | undefined> = {
  'A4 sheet': [210, 297],
  'Letter sheet': [215.9, 279.4],
  'corner sheet': [CORNER_SHEET.width, CORNER_SHEET.height],
  rectangle: undefined,
};
const MODES: { value: PickMode; label: string; help: string }[] = [
  {
    value: 'corner',
    label: 'corners',
    help: 'Click the reference’s lower left, lower right, upper right, upper left corner.',
  },
  {
    value: 'straight',
    label: 'straight edge',
    help: 'Click five points or more along an edge that is straight in truth, near the border of the picture. Double-click ends it.',
  },
  { value: 'point', label: 'point', help: 'Click a hole’s centre, a corner, a mark.' },
  { value: 'circle', label: 'circle', help: 'Click four points or more on the rim. Double-click ends it.' },
];

/** A photo, what was picked in it, and how large that is in truth. */
export function PhotoEditor({ id, photo, onDelete }: { id: string; photo: Photo; onDelete: () => void }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const measure = useMemo(() => measurePhoto(photo), [photo]);
  const [mode, setMode] = useState<PickMode>(
    photo.corners.length < 4 ? 'corner' : photo.straight.length === 0 ? 'straight' : 'point',
  );
  const [pending, setPending] = useState<Pixel[]>([]);
  const put = (patch: Partial<Photo>) => {
    const wrong = submit({ type: 'setPhoto', id, photo: { ...photo, ...patch } });
    if (wrong) toast.error(wrong);
    return wrong;
  };
  const addPick = (pick: Omit<PhotoPick, 'name' | 'shows'>) => {
    const key = nextId(photo.picks, pick.kind);
    put({ picks: { ...photo.picks, [key]: { ...pick, name: key.replace('-', ' '), shows: null } } });
  };
  const click = (at: Pixel) => {
    if (mode === 'corner') {
      const corners = [...photo.corners.slice(0, 3), at];
      put({ corners: photo.corners.length >= 4 ? [at] : corners });
      if (corners.length === 4) setMode(photo.straight.length === 0 ? 'straight' : 'point');
    } else if (mode === 'point') addPick({ kind: 'point', at: [at] });
    else setPending([...pending, at]);
  };
  const end = () => {
    if (mode === 'straight' && pending.length >= 3) put({ straight: [...photo.straight, pending] });
    else if (mode === 'circle' && pending.length >= 3) addPick({ kind: 'circle', at: pending });
    else if (pending.length > 0) toast.error(`Three points or more; there are ${pending.length}.`);
    setPending([]);
  };
  const asSection = () => {
    const points = measure.places.filter((p) => p.diameter === undefined);
    const [a0, b0] = [Math.min(...points.map((p) => p.x)), Math.min(...points.map((p) => p.y))];
    const section = points.map((p): Point2 => [p.x - a0, p.y - b0]);
    const turned = section.reduce((s, p, i) => {
      const q = section[(i + 1) % section.length]!;
      return s + p[0] * q[1] - q[0] * p[1];
    }, 0);
    const ring = turned >= 0 ? section : [...section].reverse();
    const unsure = turned >= 0 ? points : [...points].reverse();
    const hull = hullFromSection(ring, 0, 'x', 300);
    const tidy = (v: number) => Number(v.toFixed(2));
    hull.corners = hull.corners.map((c, i) => {
      const u = tidy(unsure[i]!.uncertainty);
      return corner(measured(tidy(ring[i]![0]), 'rule', u), measured(tidy(ring[i]![1]), 'rule', u), c.face, c.wall);
    });
    const wrong = submit({ type: 'setHull', hull });
    if (wrong) toast.error(wrong);
    else toast.success('The section of the shell is what you picked; its width is a guess still.');
  };
  const last = measure.places.slice(-2);
  const size = SIZES[photo.reference.kind];
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_360px]">
      <PhotoCanvas photo={photo} measure={measure} mode={mode} pending={pending} onClick={click} onEnd={end} />
      <div className="flex max-h-[660px] flex-col gap-3 overflow-y-auto border-l border-line p-3">
        <div role="radiogroup" aria-label="What a click picks" className="flex flex-wrap gap-1">
          {MODES.map((m) => (
            <button
              key={m.value}
              type="button"
              role="radio"
              aria-checked={mode === m.value}
              className={`min-h-8 rounded-sm border px-2.5 font-label font-semibold ${mode === m.value ? 'border-ink bg-ink text-sheet' : 'border-line-strong bg-field'}`}
              onClick={() => {
                setMode(m.value);
                setPending([]);
              }}
            >
              {m.label}
            </button>
          ))}
        </div>
        <p className="m-0 text-sm text-ink-soft">{MODES.find((m) => m.value === mode)!.help}</p>
        {pending.length > 0 && (
          <div className="flex gap-2">
            <Button look="strong" onClick={end}>
              that is all of it ({pending.length})
            </Button>
            <Button onClick={() => setPending([])}>drop</Button>
          </div>
        )}
        <div className="grid grid-cols-2 gap-2">
          <Choice
            label="Reference in the plane"
            value={photo.reference.kind}
            options={PHOTO_REFERENCES.map((value) => ({ value, label: value }))}
            onChange={(kind) => {
              const [w, h] = SIZES[kind] ?? [photo.reference.width.value, photo.reference.height.value];
              put({
                reference: {
                  kind,
                  width: measured(w, 'standard', kind === 'corner sheet' ? 0.2 : 0.5),
                  height: measured(h, 'standard', kind === 'corner sheet' ? 0.2 : 0.5),
                },
              });
            }}
          />
          <Button className="self-end" onClick={() => put({ corners: [] })}>
            corners anew
          </Button>
          <MeasuredAt label={size ? 'Its width' : 'Width'} path={`/kit/photos/${id}/reference/width`} />
          <MeasuredAt label={size ? 'Its height' : 'Height'} path={`/kit/photos/${id}/reference/height`} />
          <LengthField
            label="Off that plane"
            value={photo.offPlane}
            least={0}
            most={200}
            onCommit={(offPlane) => put({ offPlane })}
          />
          <LengthField
            label="Camera away"
            value={photo.distance}
            least={50}
            most={10_000}
            onCommit={(distance) => put({ distance })}
          />
        </div>
        {measure.refused ? (
          <p role="status" className="m-0 border-l-4 border-warn bg-paper px-3 py-2">
            {measure.refused}
          </p>
        ) : (
          <p className="m-0 text-sm text-ink-soft">
            Lens: bends {(Math.abs(measure.lens!.k) * 100).toFixed(1)} % at the corner; picking counts ±{PICK} px.
            {last.length === 2 && (
              <>
                {' '}
                Between the last two:{' '}
                <strong className="figure text-lg text-ink">
                  {formatLength(Math.hypot(last[0]!.x - last[1]!.x, last[0]!.y - last[1]!.y), unit, 1)} ±
                  {formatLength(Math.hypot(last[0]!.uncertainty, last[1]!.uncertainty), unit, 1)}
                </strong>
              </>
            )}
          </p>
        )}
        {Object.entries(photo.picks).map(([key, pick]) => (
          <PickRow
            key={key}
            pick={pick}
            place={measure.places.find((p) => p.id === key)}
            maps={document.kit.holeMaps}
            onChange={(next) => put({ picks: { ...photo.picks, [key]: next } })}
            onRemove={() => {
              const { [key]: _, ...picks } = photo.picks;
              put({ picks });
            }}
          />
        ))}
        {measure.places.filter((p) => p.diameter === undefined).length >= 3 && (
          <Button onClick={asSection}>The points, in their order, are the shell’s section</Button>
        )}
        {photo.straight.length > 0 && (
          <Button onClick={() => put({ straight: photo.straight.slice(0, -1) })}>
            take out the last of {photo.straight.length} straight edges
          </Button>
        )}
        <Button look="danger" onClick={onDelete}>
          Delete this photo
        </Button>
      </div>
    </div>
  );
}
