import { FileFault, kindOfFile, LARGEST_SOURCE, type FileUnit, type ReadOutline } from '@young-shell/core/exchange';
import { useCallback, useState } from 'react';
import { api } from '../document/api';
import { run, stop } from '../work/work';

/** A solid in mm that is ready to be used. */
export interface ReadySolid {
  size: [number, number, number];
  triangles: number;
  repairs: string[];
  /** What of it is room, where it is hollow. */
  room: { litres: number; thinnest: number; thickest: number; open: readonly string[] } | undefined;
}

export type ImportState =
  | { step: 'choose' }
  | { step: 'busy'; what: string }
  | { step: 'unit'; file: string; size: number[]; outline?: ReadOutline }
  | { step: 'solid'; file: string; unit: FileUnit; solid: ReadySolid }
  | { step: 'outline'; file: string; unit: FileUnit; outline: ReadOutline }
  | { step: 'failed'; message: string };

/** A file that takes longer is given up, ms. */
const LONGEST = 90_000;

/** Reads a solid or an outline step by step, in a worker that is ended when it takes too long. */
export function useImport() {
  const [state, setState] = useState<ImportState>({ step: 'choose' });
  const guarded = useCallback(async (what: string, work: () => Promise<ImportState>) => {
    setState({ step: 'busy', what });
    const timer = setTimeout(
      () => stop('files', `The file took longer than ${LONGEST / 1000} s to read and was given up. Export it simpler.`),
      LONGEST,
    );
    try {
      setState(await work());
    } catch (problem) {
      setState({ step: 'failed', message: (problem as Error).message });
    } finally {
      clearTimeout(timer);
    }
  }, []);

  const prepare = useCallback(
    async (file: string, unit: FileUnit): Promise<ImportState> => ({
      step: 'solid',
      file,
      unit,
      solid: await run('files', 'exchange', 'prepare', [unit]),
    }),
    [],
  );

  const open = useCallback(
    (file: File) =>
      guarded(`Reading ${file.name} …`, async () => {
        if (file.size > LARGEST_SOURCE)
          throw new FileFault(
            'too-large',
            `${file.name} has ${(file.size / 1e6).toFixed(0)} MB; up to ${LARGEST_SOURCE / 1e6} MB are read. Export it coarser.`,
          );
        const head = new Uint8Array(await file.slice(0, 4096).arrayBuffer());
        const kind = kindOfFile(head);
        if (kind === 'dxf' || kind === 'svg') {
          const outline = await run('files', 'exchange', 'readOutline', [await file.text(), kind]);
          if (outline.unit) return { step: 'outline', file: file.name, unit: outline.unit, outline };
          return { step: 'unit', file: file.name, size: sizeOf(outline), outline };
        }
        const bytes = kind === 'step' ? await api.step(file, file.name) : new Uint8Array(await file.arrayBuffer());
        const read = await run('files', 'exchange', 'readSolid', [bytes, file.name]);
        const unit = kind === 'step' ? 'mm' : read.unit;
        return unit ? prepare(file.name, unit) : { step: 'unit', file: file.name, size: read.size };
      }),
    [guarded, prepare],
  );

  const chooseUnit = useCallback(
    (unit: FileUnit) => {
      if (state.step !== 'unit') return;
      const { file, outline } = state;
      void guarded('Closing its surface …', async () =>
        outline ? { step: 'outline', file, unit, outline } : prepare(file, unit),
      );
    },
    [state, guarded, prepare],
  );

  const reset = useCallback(() => {
    stop('files', 'Stopped.');
    setState({ step: 'choose' });
  }, []);

  return { state, open, chooseUnit, reset, fail: (message: string) => setState({ step: 'failed', message }) };
}

function sizeOf({ loops }: ReadOutline): number[] {
  const points = loops.flat();
  return [0, 1].map((k) => Math.max(...points.map((p) => p[k]!)) - Math.min(...points.map((p) => p[k]!)));
}
