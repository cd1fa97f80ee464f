import { nextId, type KeyMatrix, type KeyReading } from '@young-shell/core/document';
import { matrixCsv, matrixHeader, matrixJson, seenWhen, type MatrixReport } from '@young-shell/core/panel';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { ask } from '../../instruments/ask';
import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { download, stem } from '../../ui/download';
import { Figure } from '../../ui/Figure';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { BeepField } from './BeepField';
import { KeyField } from './KeyField';
import { layOut } from './layOut';

/** Key fields: which pins each key closes, and the rows and columns that follow. */
export function KeysPanel() {
  const document = useAppSelector(selectDocument);
  const { matrices } = useAppSelector(selectAssessment).reports.panel;
  const entries = Object.entries(document.panel.matrices);
  return (
    <>
      <Prober />
      {entries.map(([id, matrix]) => (
        <MatrixSection key={id} id={id} matrix={matrix} report={matrices[id]!} />
      ))}
      <NewMatrix first={entries.length === 0} />
    </>
  );
}

/** `A closes row pin 3 and column pin 7.` */
function sureWords(matrix: KeyMatrix, { cells }: MatrixReport, key: string): string {
  const word = matrix.keys[key]?.legend || key;
  return `${word} closes ${cells
    .filter((c) => c.key === key)
    .map((c) => `row pin ${c.row} and column pin ${c.column}`)
    .join(', and ')}.`;
}

function Prober() {
  return (
    <Section title="A key prober that does not exist">
      <ConnectSimulated kind="prober" />
    </Section>
  );
}

function MatrixSection({ id, matrix, report }: { id: string; matrix: KeyMatrix; report: MatrixReport }) {
  const board = useAppSelector((s) => s.instruments.on.prober);
  const { spent } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [picked, setPicked] = useState<string>();
  const [busy, setBusy] = useState(false);
  const dispatch = useAppDispatch();
  const now = picked !== undefined && picked in matrix.keys ? picked : report.next.key;
  const key = now === undefined ? undefined : matrix.keys[now];
  const keep = (of: string, reading: KeyReading) => {
    const wrong = submit({
      type: 'addReading',
      matrix: id,
      key: of,
      id: nextId(matrix.keys[of]!.readings, 'reading', spent),
      reading,
    });
    if (wrong) toast.error(wrong);
    return wrong;
  };
  const hold = async (of: string) => {
    setBusy(true);
    try {
      const answer = await dispatch(
        ask<KeyReading>(
          'prober',
          'hold',
          { board, key: of, attempt: Object.keys(matrix.keys[of]!.readings).length },
          ({ pairs }) => `${of}: ${pairs.map((p) => p.join('–')).join(', ') || 'nothing'}`,
        ),
      );
      keep(of, answer);
    } catch (problem) {
      toast.error((problem as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <Section title={matrix.name}>
      <div className="grid grid-cols-3 gap-x-3">
        <Figure label="keys sure" value={`${report.next.sure}`} unit={`of ${report.next.of}`} />
        <Figure label="rows × columns" value={`${report.rows.length} × ${report.columns.length}`} unit="" />
        <Figure
          label={report.diodes ? 'with diodes' : 'ghosts, no diodes'}
          value={report.diodes ? '✓' : `${report.ghosts.count}`}
          unit=""
        />
      </div>
      <div className="my-2">
        <KeyField matrix={matrix} report={report} picked={now} onPick={setPicked} />
      </div>
      <p className="my-1" role="status">
        {report.solved ? '✓ ' : ''}
        {picked === undefined || picked === report.next.key
          ? report.next.why
          : (report.doubtful.find((d) => d.key === picked)?.words ?? sureWords(matrix, report, picked))}
      </p>
      {key && now !== undefined && (
        <div className="border-t border-line pt-2">
          <div className="flex flex-wrap items-center gap-2">
            {board !== undefined && (
              <Button look="strong" disabled={busy} onClick={() => void hold(now)}>
                Hold {key.legend || now} on the simulated prober
              </Button>
            )}
            {picked !== undefined && (
              <Button look="quiet" onClick={() => setPicked(undefined)}>
                Go on with the guide
              </Button>
            )}
          </div>
          <div className="mt-2 grid grid-cols-2 gap-2.5">
            <BeepField
              label={`${key.legend || now}: pins that beep`}
              pins={matrix.pins}
              onRead={(reading) => keep(now, reading)}
            />
            <TextField
              label="Words on it"
              value={key.legend}
              onCommit={(legend) => submit({ type: 'setKey', matrix: id, id: now, key: { ...key, legend } })}
            />
          </div>
          <ul className="mt-1 mb-0 list-none p-0 text-sm">
            {Object.entries(key.readings).map(([reading, { pairs, from, simulated, oneWay }]) => (
              <li key={reading} className="flex items-center justify-between gap-2">
                <span>
                  {pairs.length === 0
                    ? 'nothing closes'
                    : pairs.map(([a, b]) => `${a} ${oneWay ? '→' : '–'} ${b}`).join(', ')}{' '}
                  <span className="text-ink-soft">
                    {simulated ? 'simulated' : from === 'beeps' ? 'by beeps' : 'prober'}
                  </span>
                </span>
                <Button
                  look="quiet"
                  aria-label={`Forget ${reading} of ${key.legend || now}`}
                  onClick={() => submit({ type: 'addReading', matrix: id, key: now, id: reading, reading: null })}
                >
                  ×
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
      <MapTable matrix={matrix} report={report} />
      <Ghosts matrix={matrix} report={report} />
      <Exports id={id} matrix={matrix} report={report} />
    </Section>
  );
}

/** Rows down, columns across, as they are numbered on the plug: which key lies where. */
function MapTable({ matrix, report }: { matrix: KeyMatrix; report: MatrixReport }) {
  const { rows, columns, cells } = report;
  if (cells.length === 0) return null;
  const at = new Map(cells.map((c) => [`${c.row} ${c.column}`, matrix.keys[c.key]?.legend || c.key]));
  return (
    <details className="my-2 border-t border-line pt-2">
      <summary className="cursor-pointer font-label">Rows and columns</summary>
      <div className="overflow-x-auto">
        <table className="mt-1 border-collapse text-center text-sm">
          <thead>
            <tr>
              <th className="px-1.5 text-left font-normal text-ink-soft">row pin</th>
              {columns.map((c) => (
                <th key={c} className="figure border-b border-line px-1.5 text-base">
                  {c}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r}>
                <th className="figure border-r border-line px-1.5 text-base">{r}</th>
                {columns.map((c) => (
                  <td key={c} className="border-b border-line px-1.5">
                    {at.get(`${r} ${c}`) ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  );
}

/** Three keys held: what a controller sees. */
function Ghosts({ matrix, report }: { matrix: KeyMatrix; report: MatrixReport }) {
  if (!report.solved || report.diodes || report.ghosts.count === 0) return null;
  const word = (key: string) => matrix.keys[key]?.legend || key;
  const { keys } = report.ghosts.rectangles[0]!;
  const seen = [...seenWhen(report.cells, new Set(keys))].filter((k) => !keys.includes(k));
  return (
    <p className="my-2 border-t border-line pt-2 text-sm">
      Hold {keys.map(word).join(', ')}, and {seen.map(word).join(', ')} is seen too. {report.ghosts.count} rectangles do
      that; {report.ghosts.diodes.length} keys stand in one, and a diode on each ends it.
      {report.ghosts.held.length > 0 && ` First ${report.ghosts.held.map(word).join(', ')}: they are held.`}
    </p>
  );
}

function Exports({ id, matrix, report }: { id: string; matrix: KeyMatrix; report: MatrixReport }) {
  const submit = useSubmit();
  const name = stem(matrix.name);
  const write = (kind: 'json' | 'csv' | 'h') => {
    try {
      if (kind === 'json') download(`${name}.json`, 'application/json', matrixJson(matrix));
      else if (kind === 'csv') download(`${name}.csv`, 'text/csv', matrixCsv(matrix));
      else download(`${name}.h`, 'text/x-c', matrixHeader(matrix));
    } catch (wrong) {
      toast.error((wrong as Error).message);
    }
  };
  return (
    <div className="mt-2 flex flex-wrap gap-2 border-t border-line pt-2">
      <Button disabled={!report.solved} onClick={() => write('h')}>
        C header
      </Button>
      <Button disabled={!report.solved} onClick={() => write('json')}>
        JSON
      </Button>
      <Button disabled={!report.solved} onClick={() => write('csv')}>
        CSV
      </Button>
      <Button look="danger" onClick={() => submit({ type: 'setMatrix', id, matrix: null })}>
        Delete {matrix.name}
      </Button>
      {!report.solved && (
        <span className="self-center text-sm text-ink-soft">The map is written once every key is sure.</span>
      )}
    </div>
  );
}

function NewMatrix({ first }: { first: boolean }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [pins, setPins] = useState(16);
  const [rows, setRows] = useState(
    '1 2 3 4 5 6 7 8 9 0\nQ W E R T Y U I O P\nA S D F G H J K L Return\nShift Z X C V B N M , . Space',
  );
  const field = Object.entries(document.panel.controls).find(
    ([id, c]) => c.kind === 'key field' && !Object.values(document.panel.matrices).some((m) => m.control === id),
  );
  return (
    <Section title={first ? 'A key field' : 'Another key field'}>
      {first && (
        <p className="mt-0 mb-2 text-ink-soft">
          Keys that only close contacts can live on: number the pins of their plug, write down the words on the keys row
          by row, and hold one after the other.
        </p>
      )}
      <TextField
        label="Words on the keys, a line a row"
        multiline
        value={rows}
        onCommit={(text) => {
          setRows(text);
          return undefined;
        }}
      />
      <div className="mt-2 grid grid-cols-2 items-end gap-2.5">
        <NumberField
          label="Pins of the plug"
          value={pins}
          least={2}
          most={64}
          onCommit={(n) => {
            setPins(Math.round(n));
            return undefined;
          }}
        />
        <Button
          onClick={() => {
            const made = layOut(rows);
            if ('wrong' in made) {
              toast.error(made.wrong);
              return;
            }
            const wrong = submit({
              type: 'setMatrix',
              id: nextId(document.panel.matrices, 'matrix', document.spent),
              matrix: {
                name: field ? field[1].name : 'Keys',
                ...(field ? { control: field[0] } : {}),
                pins,
                keys: made.keys,
              },
            });
            if (wrong) toast.error(wrong);
          }}
        >
          Lay out the keys
        </Button>
      </div>
    </Section>
  );
}
