import { BOX_JOINTS, boxPanels, USUAL_STOCK, type BoxJoint, type StockPlan } from '@young-shell/core/cut';
import { nextId, type Stock } from '@young-shell/core/document';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { useComputed } from '../../work/useComputed';

/** Flat pieces on the user’s sheet, lengths from bars, and what comes out of the openings. */
export function StockPanel() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { value } = useComputed('short', 'cut', 'stock', [document]);
  const stock = document.cut.stock ?? {};
  const sheet = stock.sheet ?? USUAL_STOCK.sheet;
  const bar = stock.bar ?? USUAL_STOCK.bar;
  const put = (patch: Partial<Stock>) => submit({ type: 'setStock', stock: { ...stock, ...patch } });
  const setSheet = (patch: Partial<typeof sheet>) => put({ sheet: { ...sheet, ...patch } });
  return (
    <>
      {value?.wrong.map((wrong) => (
        <p key={wrong} role="alert" className="m-0 border-b border-line px-4 py-2 font-medium text-stop">
          {wrong}
        </p>
      ))}
      <Section title="From sheet">
        <div className="grid grid-cols-2 gap-2">
          <LengthField
            label="Sheet, wide"
            value={sheet.width}
            least={1}
            most={20000}
            onCommit={(width) => setSheet({ width })}
          />
          <LengthField
            label="Sheet, high"
            value={sheet.height}
            least={1}
            most={20000}
            onCommit={(height) => setSheet({ height })}
          />
          <LengthField
            label="A cut takes away"
            value={sheet.kerf}
            least={0}
            most={20}
            onCommit={(kerf) => setSheet({ kerf })}
          />
          <Check label="grain along the width" checked={sheet.grain} onChange={(grain) => setSheet({ grain })} />
        </div>
        {value && <Sheets plan={value} width={sheet.width} height={sheet.height} />}
        <Pieces stock={stock} put={put} />
        <BoxStart stock={stock} put={put} />
      </Section>
      <Section title="From bars">
        <div className="grid grid-cols-2 gap-2">
          <LengthField
            label="Bar"
            value={bar.length}
            least={1}
            most={20000}
            onCommit={(length) => put({ bar: { ...bar, length } })}
          />
          <LengthField
            label="A saw takes away"
            value={bar.kerf}
            least={0}
            most={20}
            onCommit={(kerf) => put({ bar: { ...bar, kerf } })}
          />
        </div>
        {value && <Bars plan={value} />}
        <Lengths stock={stock} put={put} />
      </Section>
      {value && value.removed.length > 0 && <Removed plan={value} />}
    </>
  );
}

interface Editing {
  stock: Stock;
  put: (patch: Partial<Stock>) => string | undefined;
}

function Sheets({ plan, width, height }: { plan: StockPlan; width: number; height: number }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const l = (mm: number) => formatLength(mm, unit);
  return plan.sheets.map((sheet, k) => (
    <figure key={k} className="m-0 mt-2">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="block max-h-56 w-full border border-line-strong bg-field"
        role="img"
        aria-label={`Sheet ${k + 1}: ${sheet.pieces.map((p) => p.name).join(', ')}`}
      >
        {sheet.pieces.map((p, i) => (
          <g key={i}>
            <rect
              x={p.x}
              y={height - p.y - p.height}
              width={p.width}
              height={p.height}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
            />
            <text
              x={p.x + p.width / 2}
              y={height - p.y - p.height / 2}
              fontSize={Math.min(width / 28, p.height / 2)}
              textAnchor="middle"
              fill="var(--ink)"
            >
              {i + 1}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-sm text-ink-soft">
        {Math.round(100 * sheet.used)} % used; {l(sheet.offcut[0])} × {l(sheet.offcut[1])} stay whole.{' '}
        {sheet.pieces
          .map((p, i) => `${i + 1} ${p.name} ${l(p.width)} × ${l(p.height)}${p.turned ? ', turned' : ''}`)
          .join('; ')}
      </figcaption>
    </figure>
  ));
}

function Bars({ plan: { bars } }: { plan: StockPlan }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  if (bars.bars.length === 0) return null;
  return (
    <ol className="mt-2 mb-0 list-decimal pl-5">
      {bars.bars.map((bar, i) => (
        <li key={i}>
          {bar.pieces.map((p) => `${p.name} ${formatLength(p.length, unit)}`).join(', ')}
          <span className="text-sm text-ink-soft"> · {formatLength(bar.left, unit)} left</span>
        </li>
      ))}
      <li className="list-none text-sm text-ink-soft">
        {bars.proven ? 'No fewer bars will do.' : 'Fewer may do: there are too many ways to try them all.'}
      </li>
    </ol>
  );
}

function Pieces({ stock, put }: Editing) {
  const { spent } = useAppSelector(selectDocument);
  const pieces = stock.pieces ?? {};
  const set = (id: string, piece: (typeof pieces)[string] | undefined) => {
    const { [id]: _, ...rest } = pieces;
    return put({ pieces: piece ? { ...pieces, [id]: piece } : rest });
  };
  return (
    <>
      {Object.entries(pieces).map(([id, piece]) => (
        <div key={id} className="mt-2 grid grid-cols-2 gap-2 border-t border-line pt-2">
          <TextField
            label="Piece"
            value={piece.name}
            onCommit={(name) =>
              name.trim() ? set(id, { ...piece, name: name.trim().slice(0, 80) }) : 'It needs a name.'
            }
          />
          <NumberField
            label="How many"
            value={piece.count}
            least={1}
            most={200}
            onCommit={(count) => set(id, { ...piece, count: Math.round(count) })}
          />
          <LengthField
            label="Along the width"
            value={piece.width}
            least={1}
            most={20000}
            onCommit={(width) => set(id, { ...piece, width })}
          />
          <LengthField
            label="Along the height"
            value={piece.height}
            least={1}
            most={20000}
            onCommit={(height) => set(id, { ...piece, height })}
          />
          <Button look="danger" className="col-span-2" onClick={() => set(id, undefined)}>
            Delete {piece.name}
          </Button>
        </div>
      ))}
      <Button
        className="mt-2"
        onClick={() =>
          set(nextId(pieces, 'piece', spent), {
            name: `Piece ${Object.keys(pieces).length + 1}`,
            width: 100,
            height: 60,
            count: 1,
          })
        }
      >
        <Plus size={15} aria-hidden /> Piece
      </Button>
    </>
  );
}

function Lengths({ stock, put }: Editing) {
  const { spent } = useAppSelector(selectDocument);
  const lengths = stock.lengths ?? {};
  const set = (id: string, piece: (typeof lengths)[string] | undefined) => {
    const { [id]: _, ...rest } = lengths;
    return put({ lengths: piece ? { ...lengths, [id]: piece } : rest });
  };
  return (
    <>
      {Object.entries(lengths).map(([id, piece]) => (
        <div key={id} className="mt-2 grid grid-cols-[1fr_6.5rem_4rem] items-end gap-2 border-t border-line pt-2">
          <TextField
            label="Length for"
            value={piece.name}
            onCommit={(name) =>
              name.trim() ? set(id, { ...piece, name: name.trim().slice(0, 80) }) : 'It needs a name.'
            }
          />
          <LengthField
            label="Long"
            value={piece.length}
            least={1}
            most={20000}
            onCommit={(length) => set(id, { ...piece, length })}
          />
          <NumberField
            label="Times"
            value={piece.count}
            least={1}
            most={200}
            onCommit={(count) => set(id, { ...piece, count: Math.round(count) })}
          />
          <Button look="danger" className="col-span-3" onClick={() => set(id, undefined)}>
            Delete {piece.name}
          </Button>
        </div>
      ))}
      <Button
        className="mt-2"
        onClick={() =>
          set(nextId(lengths, 'length', spent), {
            name: `Bar ${Object.keys(lengths).length + 1}`,
            length: 300,
            count: 1,
          })
        }
      >
        <Plus size={15} aria-hidden /> Length
      </Button>
    </>
  );
}

/** The panels of a box of the shell’s outside sizes, by how they meet. */
function BoxStart({ stock, put }: Editing) {
  const { hull } = useAppSelector(selectAssembly);
  const { spent } = useAppSelector(selectDocument);
  const [joint, setJoint] = useState<BoxJoint>('butt');
  const [thickness, setThickness] = useState(9);
  const add = () => {
    const [w, d, h] = [0, 1, 2].map((i) => Math.round((hull.high[i]! - hull.low[i]!) * 10) / 10) as [
      number,
      number,
      number,
    ];
    const { panels, bars } = boxPanels(w, d, h, thickness, joint);
    const pieces = { ...stock.pieces };
    for (const panel of panels) pieces[nextId(pieces, 'piece', spent)] = { ...panel, count: 1 };
    const lengths = { ...stock.lengths };
    for (const [length, name] of new Map(bars.map((b) => [b.length, b.name])))
      lengths[nextId(lengths, 'length', spent)] = {
        name,
        length,
        count: bars.filter((b) => b.length === length).length,
      };
    return put({ pieces, lengths });
  };
  return (
    <div className="mt-3 grid grid-cols-[1fr_6.5rem_auto] items-end gap-2 border-t border-line pt-2">
      <Choice
        label="A box of the shell’s size, joints"
        value={joint}
        options={BOX_JOINTS.map((value) => ({ value, label: value }))}
        onChange={setJoint}
      />
      <LengthField
        label="Thick"
        value={thickness}
        least={1}
        most={60}
        onCommit={(mm) => {
          setThickness(mm);
          return undefined;
        }}
      />
      <Button onClick={add}>Add panels</Button>
    </div>
  );
}

function Removed({ plan }: { plan: StockPlan }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  return (
    <Section title="What comes out">
      <ul className="m-0 list-none p-0">
        {plan.removed.map((p) => (
          <li key={p.name} className="flex justify-between gap-2 border-t border-line py-1 first:border-t-0">
            <span>{p.name}</span>
            <span className="figure whitespace-nowrap">
              {formatLength(p.width, unit)} × {formatLength(p.height, unit)}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-1 mb-0 text-sm text-ink-soft">
        {inUnit(
          'Less 2 mm of cut all round they make brackets, cover plates, a grille: mark them before they are lost.',
          unit,
        )}
      </p>
    </Section>
  );
}
