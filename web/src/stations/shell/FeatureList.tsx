import { hullModel } from '@young-shell/core/assembly';
import {
  FATE_WORDS,
  feature,
  lidOf,
  nextId,
  type Feature,
  type FeatureKind,
  type FeatureShape,
} from '@young-shell/core/document';
import { guess, measured } from '@young-shell/core/quantity';
import { asSnapTab, behindShell } from '@young-shell/core/shell';
import { Plus } from 'lucide-react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { ByLines } from './ByLines';
import { FeatureForm } from './FeatureForm';
import { capital } from '../../ui/capital';

/** The datum of a section: nothing to measure. */
const ZERO = measured(0, 'guess', 0);
const box = (w: number, d: number, h: number): FeatureShape => ({
  kind: 'box',
  width: guess(w),
  depth: guess(d),
  height: guess(h),
});

/** What usually stands in shells, with the form it usually has. */
const STARTS: Record<Exclude<FeatureKind, 'other'>, { shape: FeatureShape; rest?: Partial<Feature> }> = {
  rib: { shape: box(60, 6, 20), rest: { fate: 'cut' } },
  boss: {
    shape: { kind: 'cylinder', axis: 'z', diameter: guess(10), length: guess(20) },
    rest: { fate: 'cut' },
  },
  bulge: {
    shape: {
      kind: 'prism',
      axis: 'x',
      length: guess(80),
      corners: [
        { a: ZERO, b: ZERO },
        { a: guess(60), b: ZERO },
        { a: guess(45), b: guess(20) },
        { a: guess(15), b: guess(20) },
      ],
    },
  },
  shelf: { shape: box(120, 80, 4), rest: { fate: 'cut' } },
  rail: { shape: box(10, 160, 8) },
  bracket: { shape: box(24, 24, 40) },
  mechanism: { shape: box(60, 40, 30), rest: { moving: true } },
  pocket: { shape: box(60, 30, 20) },
  'snap tab': { shape: box(2, 12, 15) },
  'thing outside': { shape: box(400, 40, 400) },
  rivet: { shape: { kind: 'cylinder', axis: 'z', diameter: guess(3.2), length: guess(3) }, rest: { fate: 'cut' } },
  screw: { shape: { kind: 'cylinder', axis: 'z', diameter: guess(8), length: guess(8) } },
};

/** Ribs, bosses, shelves, mechanisms: what stands in the room. */
export function FeatureList() {
  const document = useAppSelector(selectDocument);
  const selection = useAppSelector((s) => s.view.selection);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const assembly = useAppSelector(selectAssembly);
  const { features } = document.shell;
  const add = (kind: keyof typeof STARTS) => {
    const { innerLow } = hullModel(document.shell);
    const id = nextId(features, kind.replace(' ', '-'), document.spent);
    const closes = kind === 'snap tab' || kind === 'screw';
    const { shape, rest } = STARTS[kind];
    const name = `${capital(kind)} ${id.split('-').at(-1)}`;
    // A closure is at a wall and holds the lid.
    const beside = kind === 'thing outside' ? behindShell(assembly) : undefined;
    const at = (beside ?? [innerLow[0] + (closes ? 0 : 20), innerLow[1] + 40, innerLow[2]]).map((v) =>
      measured(Math.round(v * 10) / 10, 'guess'),
    );
    const made = feature(name, shape, [at[0]!, at[1]!, at[2]!], {
      kind,
      ...(closes ? { body: lidOf(document.shell)?.id ?? 'base' } : {}),
      ...rest,
    });
    const wrong = submit({
      type: 'setFeature',
      id,
      feature: kind === 'snap tab' ? asSnapTab(document, made) : made,
    });
    if (wrong) toast.error(wrong);
    else dispatch(select({ kind: 'feature', id }));
  };
  return (
    <Section
      title="Features inside"
      aside={
        <label className="flex items-center gap-1 font-label text-sm font-semibold">
          <Plus size={14} aria-hidden />
          <select
            aria-label="Add a feature"
            className="min-h-8 rounded-sm border border-line-strong bg-field px-1"
            value=""
            onChange={(event) => add(event.target.value as keyof typeof STARTS)}
          >
            <option value="">add …</option>
            {Object.keys(STARTS).map((kind) => (
              <option key={kind} value={kind}>
                {kind}
              </option>
            ))}
          </select>
        </label>
      }
    >
      {Object.keys(features).length === 0 && (
        <p className="m-0 text-ink-soft">
          None yet. Ribs, bosses, shelves and mechanisms are what the outside does not show.
        </p>
      )}
      <ByLines />
      <ul className="m-0 list-none p-0">
        {Object.entries(features).map(([id, item]) => {
          const open = selection?.kind === 'feature' && selection.id === id;
          const copies = item.copies?.kind === 'row' ? ` × ${item.copies.count}` : item.copies ? ' × 2' : '';
          return (
            <li key={id} className="border-t border-line py-1.5 first:border-t-0">
              <div className="flex items-center gap-2">
                <button
                  type="button"
                  aria-expanded={open}
                  className={`min-h-8 min-w-0 flex-1 [overflow-wrap:anywhere] text-left hover:underline ${item.fate === 'removed' ? 'line-through' : ''}`}
                  onClick={() => dispatch(select(open ? null : { kind: 'feature', id }))}
                >
                  {item.name}
                  {copies}
                </button>
                <select
                  aria-label={`Fate of ${item.name}`}
                  className="min-h-8 rounded-sm border border-line-strong bg-field px-1"
                  value={item.fate}
                  onChange={(event) => {
                    const wrong = submit({ type: 'setFate', id, fate: event.target.value as Feature['fate'] });
                    if (wrong) toast.error(wrong);
                  }}
                >
                  {Object.entries(FATE_WORDS).map(([fate, words]) => (
                    <option key={fate} value={fate}>
                      {words}
                    </option>
                  ))}
                </select>
              </div>
              {open && <FeatureForm id={id} feature={item} />}
            </li>
          );
        })}
      </ul>
    </Section>
  );
}
