import { formatLength } from '@young-shell/core/quantity';
import { ROOM_QUESTION, type EmptyBox, type RoomQuestion, type RoomReport } from '@young-shell/core/shell';
import type { Axis } from '@young-shell/core/solid';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { bandsOf } from './roomColours';
import { layPartsAside } from '../../view/slice';
import { showRoom } from './slice';
import { useComputed } from '../../work/useComputed';

const AXES = [
  { value: '2', label: 'free height' },
  { value: '1', label: 'free depth' },
  { value: '0', label: 'free width' },
];

/** Free room: how high it is where, and the largest blocks, slab and stick that go in. */
export function RoomPanel() {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const [question, setQuestion] = useState<RoomQuestion>(ROOM_QUESTION);
  const [picked, setPicked] = useState<string | null>('block-0');
  const { value: report, busy } = useComputed('quick', 'shell', 'room', [document, question]);
  useEffect(() => {
    if (!report) return;
    dispatch(showRoom({ report, picked }));
    dispatch(layPartsAside(!question.withParts));
  }, [dispatch, report, picked, question.withParts]);
  useEffect(
    () => () => {
      dispatch(showRoom(null));
      dispatch(layPartsAside(false));
    },
    [dispatch],
  );
  const ask = (patch: Partial<RoomQuestion>) => setQuestion({ ...question, ...patch });
  const removable = Object.entries(document.shell.features).filter(([, f]) => f.fate === 'cut');
  const without = new Set(question.without);
  return (
    <>
      <Section title="Room map" aside={busy ? <span className="text-sm text-ink-soft">computing …</span> : undefined}>
        <div className="grid grid-cols-2 gap-2.5">
          <Choice
            label="Show"
            value={String(question.axis)}
            options={AXES}
            onChange={(axis) => ask({ axis: Number(axis) as Axis })}
          />
          <div className="self-end">
            <Check
              label="with the parts in"
              checked={question.withParts ?? false}
              onChange={(withParts) => ask({ withParts })}
            />
          </div>
        </div>
        {report && <Legend report={report} />}
        {removable.length > 0 && (
          <fieldset className="m-0 mt-2 border-0 p-0">
            <legend className="p-0 font-label text-sm text-ink-soft">As if these were cut away</legend>
            {removable.map(([id, feature]) => (
              <Check
                key={id}
                label={feature.name}
                checked={without.has(id)}
                onChange={(gone) =>
                  ask({ without: gone ? [...without, id] : [...without].filter((other) => other !== id) })
                }
              />
            ))}
          </fieldset>
        )}
      </Section>
      {report && (
        <Section
          title="Largest free blocks"
          aside={
            <Explain
              title="Largest free blocks"
              rows={[
                {
                  label: 'search',
                  value: 'best bound first',
                  source:
                    'every box between walls and features is bounded and split at what reaches into it, until the best one is empty',
                },
                { label: 'exact', value: 'boxes', source: 'slopes and round things are stepped at 1 mm' },
                { label: 'different', value: '≤ 50 %', source: 'two listed blocks share at most half of the smaller' },
              ]}
            />
          }
        >
          {!report.complete && (
            <p className="mt-0 text-sm text-warn">Stopped at its limit: there may be larger ones.</p>
          )}
          {report.blocks.length === 0 && <p className="m-0 text-ink-soft">There is no free room.</p>}
          {report.blocks.map((block, i) => (
            <BlockRow
              key={i}
              id={`block-${i}`}
              block={block}
              figure={`${(block.quality / 1e6).toFixed(2)} L`}
              picked={picked}
              onPick={setPicked}
            />
          ))}
        </Section>
      )}
      {report && (
        <Section title="For a board, for a card">
          <LengthField
            label="Slab at least this thick"
            value={question.slabThickness}
            onCommit={(mm) => (mm > 0 ? void ask({ slabThickness: mm }) : `${mm} mm is no thickness; more than 0 is.`)}
          />
          {report.slab ? (
            <BlockRow
              id="slab"
              block={report.slab}
              figure={`${(report.slab.quality / 100).toFixed(0)} cm²`}
              picked={picked}
              onPick={setPicked}
            />
          ) : (
            <p className="my-1 text-ink-soft">No slab that thick goes in.</p>
          )}
          <div className="mt-2 grid grid-cols-2 gap-2">
            {([0, 1] as const).map((k) => (
              <LengthField
                key={k}
                label={k === 0 ? 'Stick at least' : 'by'}
                value={question.stickSection[k]}
                onCommit={(mm) => {
                  if (!(mm > 0)) return `${mm} mm is no size; more than 0 is.`;
                  const section: [number, number] = [...question.stickSection];
                  section[k] = mm;
                  ask({ stickSection: section });
                  return undefined;
                }}
              />
            ))}
          </div>
          {report.stick ? (
            <BlockRow
              id="stick"
              block={report.stick}
              figure={`${report.stick.quality.toFixed(0)} long`}
              picked={picked}
              onPick={setPicked}
            />
          ) : (
            <p className="my-1 mb-0 text-ink-soft">No stick of that section goes in.</p>
          )}
        </Section>
      )}
    </>
  );
}

function Legend({ report }: { report: RoomReport }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const bands = bandsOf(report.map);
  return (
    <div className="mt-2 flex" aria-label="Colours of the map">
      {bands.range().map((colour) => (
        <div key={colour} className="min-w-0 flex-1">
          <div className="h-3" style={{ background: colour }} />
          <div className="figure text-[15px]">
            {formatLength(bands.invertExtent(colour)[1], unit, unit === 'mm' ? 0 : 1)}
          </div>
        </div>
      ))}
    </div>
  );
}

function BlockRow({
  id,
  block,
  figure,
  picked,
  onPick,
}: {
  id: string;
  block: EmptyBox;
  figure: string;
  picked: string | null;
  onPick: (id: string | null) => void;
}) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const size = [0, 1, 2].map((k) => formatLength(block.high[k]! - block.low[k]!, unit));
  return (
    <button
      type="button"
      aria-pressed={picked === id}
      className={`flex min-h-9 w-full items-baseline gap-3 border-t border-line py-1 text-left first:border-t-0 hover:bg-paper ${picked === id ? 'bg-paper shadow-[inset_3px_0_0_var(--pencil)]' : ''}`}
      onClick={() => onPick(picked === id ? null : id)}
    >
      <span className="figure w-20 shrink-0 pl-2 text-xl">{figure}</span>
      <span className="figure text-[17px] text-ink-soft">{size.join(' × ')}</span>
    </button>
  );
}
