import { countOf } from '@young-shell/core/quantity';
import type { Part } from '@young-shell/core/document';
import { partFromOutline } from '@young-shell/core/exchange';
import { useState } from 'react';
import { Button } from '../../../ui/Button';
import { LengthField } from '../../../ui/LengthField';
import { run } from '../../../work/work';
import { ImportDialog } from '../../../import/ImportDialog';
import type { ImportState } from '../../../import/useImport';

/** A part from a solid or the drawing of its outline, covered by few boxes. */
export function PartImport({ onPart }: { onPart: (part: Part) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>from a file</Button>
      <ImportDialog
        title="Import a part"
        open={open}
        onClose={() => setOpen(false)}
        accept=".stl,.3mf,.step,.stp,.dxf,.svg"
        uses={(state, fail) => (
          <Use
            state={state}
            fail={fail}
            onPart={(part) => {
              setOpen(false);
              onPart(part);
            }}
          />
        )}
      />
    </>
  );
}

function Use({
  state,
  fail,
  onPart,
}: {
  state: Extract<ImportState, { step: 'solid' | 'outline' }>;
  fail: (message: string) => void;
  onPart: (part: Part) => void;
}) {
  const [thickness, setThickness] = useState(1.6);
  const [made, setMade] = useState<{ part: Part; waste: number }>();
  const [busy, setBusy] = useState(false);
  const make = async () => {
    setBusy(true);
    try {
      setMade(
        state.step === 'outline'
          ? partFromOutline(state.outline, state.unit, thickness, state.file)
          : await run('files', 'exchange', 'solidPart', []),
      );
    } catch (problem) {
      fail((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  if (made)
    return (
      <div className="flex items-center justify-between gap-3">
        <p className="m-0">
          {countOf(Object.keys(made.part.own!.blocks).length, 'box', 'boxes')},{' '}
          <span className="figure text-lg">{Math.round(made.waste * 100)} %</span> more than the solid
          {Object.keys(made.part.own!.holes).length > 0
            ? `; ${countOf(Object.keys(made.part.own!.holes).length, 'hole')}`
            : ''}
        </p>
        <Button look="strong" onClick={() => onPart(made.part)}>
          Add it to the kit
        </Button>
      </div>
    );
  return (
    <div className="flex items-end gap-3">
      {state.step === 'outline' && (
        <LengthField
          label="Thickness"
          value={thickness}
          onCommit={(mm) => {
            if (!(mm > 0)) return `${mm} mm is no thickness; more than 0 is.`;
            setThickness(mm);
            return undefined;
          }}
        />
      )}
      <Button look="strong" disabled={busy} onClick={() => void make()}>
        {busy ? 'Covering it with boxes …' : 'Cover it with boxes'}
      </Button>
    </div>
  );
}
