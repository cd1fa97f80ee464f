import { doubtOfSize, sectionOf, UNITS, type FileUnit } from '@young-shell/core/exchange';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useEffect, useRef, type ReactNode } from 'react';
import { useAppSelector } from '../app/store';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { SectionDrawing } from '../ui/SectionDrawing';
import { useImport, type ImportState } from './useImport';

interface Props {
  title: string;
  open: boolean;
  onClose: () => void;
  accept: string;
  /** What can be done with what was read. */
  uses: (state: Extract<ImportState, { step: 'solid' | 'outline' }>, fail: (message: string) => void) => ReactNode;
}

const UNIT_NAMES: Record<FileUnit, string> = {
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  inch: 'inches',
  foot: 'feet',
};

/** A file from disk, its unit asked where it does not say, what had to be mended, and what to make of it. */
export function ImportDialog({ title, open, onClose, accept, uses }: Props) {
  const { state, open: read, chooseUnit, reset, fail } = useImport();
  const input = useRef<HTMLInputElement>(null);
  // Whatever closed it, the next time it begins anew.
  useEffect(() => {
    if (!open) reset();
  }, [open, reset]);
  return (
    <Dialog
      title={title}
      about="Read here, on this machine. What it holds is looked at, whatever its name says."
      open={open}
      onClose={onClose}
    >
      <div className="p-4" aria-live="polite">
        {(state.step === 'choose' || state.step === 'failed') && (
          <div
            onDragOver={(event) => event.preventDefault()}
            onDrop={(event) => {
              event.preventDefault();
              const [file] = event.dataTransfer.files;
              if (file) void read(file);
            }}
            className="border border-dashed border-line-strong p-6 text-center"
          >
            {state.step === 'failed' && (
              <p role="alert" className="mt-0 mb-3 text-left font-medium text-stop">
                {state.message}
              </p>
            )}
            <p className="mt-0 mb-3 text-ink-soft">
              {accept.toUpperCase().replace(/\./g, '').replace(/,/g, ', ')}: drop one here, or
            </p>
            <Button look="strong" onClick={() => input.current?.click()}>
              choose a file
            </Button>
            <input
              ref={input}
              type="file"
              className="sr-only"
              aria-label="File to import"
              accept={accept}
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                event.target.value = '';
                if (file) void read(file);
              }}
            />
          </div>
        )}
        {state.step === 'busy' && (
          <div className="flex items-center justify-between gap-3" aria-busy="true">
            <span>{state.what}</span>
            <Button onClick={reset}>stop</Button>
          </div>
        )}
        {state.step === 'unit' && <UnitQuestion size={state.size} file={state.file} onChoose={chooseUnit} />}
        {state.step === 'solid' && (
          <>
            <Facts
              rows={[
                ['file', state.file],
                ['size', <Size key="s" size={state.solid.size} />],
                ['triangles', state.solid.triangles.toLocaleString('en')],
                [
                  'mended',
                  state.solid.repairs.length > 0 ? state.solid.repairs.join('; ') : 'nothing to mend: it is closed',
                ],
              ]}
            />
            {uses(state, fail)}
          </>
        )}
        {state.step === 'outline' && <OutlineStep state={state} uses={() => uses(state, fail)} />}
      </div>
    </Dialog>
  );
}

function OutlineStep({ state, uses }: { state: Extract<ImportState, { step: 'outline' }>; uses: () => ReactNode }) {
  const { corners, off } = sectionOf(state.outline.loops[0]!, state.unit);
  return (
    <>
      <div className="mb-3 border border-line bg-field p-2">
        <SectionDrawing corners={corners} />
      </div>
      <Facts
        rows={[
          ['file', state.file],
          ['outlines', `${state.outline.loops.length}; the largest is used`],
          [
            'corners',
            `${corners.length}${off > 0.005 ? `, within ${off.toFixed(2)} mm of the drawing` : ', exactly as drawn'}`,
          ],
          ...(state.outline.open > 0
            ? [['left open', `${state.outline.open} lines that close to nothing`] as [string, ReactNode]]
            : []),
        ]}
      />
      {uses()}
    </>
  );
}

function UnitQuestion({ size, file, onChoose }: { size: number[]; file: string; onChoose: (unit: FileUnit) => void }) {
  return (
    <fieldset className="m-0 border-0 p-0">
      <legend className="mb-2 p-0 font-semibold">{file} does not say its unit. How large is it in truth?</legend>
      {(Object.keys(UNITS) as FileUnit[]).map((unit) => {
        const mm = size.map((v) => v * UNITS[unit]);
        const doubt = doubtOfSize(mm);
        return (
          <button
            key={unit}
            type="button"
            className={`mb-1 flex min-h-10 w-full items-baseline gap-3 border px-3 py-1.5 text-left hover:border-ink ${doubt ? 'border-line text-ink-soft' : 'border-line-strong bg-field'}`}
            onClick={() => onChoose(unit)}
          >
            <span className="w-24 font-semibold">{UNIT_NAMES[unit]}</span>
            <Size size={mm} />
            {doubt && <span className="text-sm">{doubt}</span>}
          </button>
        );
      })}
    </fieldset>
  );
}

function Size({ size }: { size: readonly number[] }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <span className="figure text-lg">
      {size.map((v) => formatLength(v, unit, v > 1000 ? 0 : 1)).join(' × ')} {unitWord(unit)}
    </span>
  );
}

function Facts({ rows }: { rows: readonly [string, ReactNode][] }) {
  return (
    <dl className="m-0 mb-4 grid grid-cols-[96px_1fr] gap-x-3 gap-y-1">
      {rows.map(([label, value]) => (
        <div key={label} className="contents">
          <dt className="font-label text-ink-soft">{label}</dt>
          <dd className="m-0 min-w-0 break-words">{value}</dd>
        </div>
      ))}
    </dl>
  );
}
