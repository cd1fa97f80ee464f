import { benchOf, toolPlan, type FacePlan, type ToolStep } from '@young-shell/core/cut';
import { faceWord } from '@young-shell/core/document';
import type { Tools } from '@young-shell/core/document';
import { unitWord, formatArea, formatLength, inUnit } from '@young-shell/core/quantity';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssembly, selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';
import { capital } from '../../ui/capital';

/** Which tool for which opening, in which order; what stays original; the tools there are. */
export function ToolsPanel() {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const { cut } = useAppSelector(selectAssessment).reports;
  const plans = useMemo(() => toolPlan(document, assembly, cut.openings), [document, assembly, cut.openings]);
  return (
    <>
      {plans.length === 0 && (
        <Section title="What to cut with">
          <p className="m-0 text-ink-soft">Nothing is to be cut yet.</p>
        </Section>
      )}
      {plans.map((plan) => (
        <Face key={plan.face} plan={plan} />
      ))}
      <MyTools />
    </>
  );
}

function Face({ plan }: { plan: FacePlan }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const name = capital(faceWord(plan.face));
  const left = 100 * (1 - plan.share);
  return (
    <Section title={name} aside={<span className="figure text-lg">{plan.minutes} min</span>}>
      <p className="mt-0 mb-1 text-sm text-ink-soft">
        {left > 99.95 ? '99.9' : left.toFixed(1)} % of it stays: {formatArea(plan.area, unit)} come out along{' '}
        {formatLength(plan.length, unit)} {unitWord(unit)} of cut. Small before large:
      </p>
      <ol className="m-0 list-decimal pl-5">
        {plan.steps.map((step) => (
          <Step key={step.opening} step={step} />
        ))}
      </ol>
      <ul className="mt-2 mb-0 pl-5 text-sm text-ink-soft">
        {plan.hints.map((hint) => (
          <li key={hint}>{inUnit(hint, unit)}</li>
        ))}
      </ul>
    </Section>
  );
}

function Step({ step }: { step: ToolStep }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  return (
    <li className="py-0.5">
      <button
        type="button"
        className="text-left hover:underline"
        onClick={() => dispatch(select({ kind: 'cut', id: step.opening }))}
      >
        {step.count > 1 ? `${step.count} × ` : ''}
        {step.name}: <strong className="font-semibold">{step.tool}</strong>
      </button>
      <span className="block text-sm text-ink-soft">
        {inUnit(step.steps.join('; '), unit)}
        {step.saw &&
          Math.abs(step.saw.areaShare) > 0.005 &&
          inUnit(
            `; for ${step.saw.wanted.toFixed(1)} mm: ${Math.abs(100 * step.saw.areaShare).toFixed(0)} % ${step.saw.areaShare < 0 ? 'less' : 'more'} area${
              step.saw.metalLeft === undefined ? '' : `, ${step.saw.metalLeft.toFixed(1)} mm left beside the screws`
            }`,
            unit,
          )}
      </span>
    </li>
  );
}

/** The user’s own tools: what is not said is taken as most have it. */
function MyTools() {
  const { tools } = useAppSelector(selectDocument).cut;
  const unit = useAppSelector((s) => s.preferences.unit);
  const submit = useSubmit();
  const bench = benchOf(tools);
  const set = (patch: Partial<Tools>) => submit({ type: 'setTools', tools: { ...tools, ...patch } });
  const saws = (text: string) => {
    const sizes = text
      .split(/[\s,;]+/)
      .filter(Boolean)
      .map((word) => Number(word.replace(',', '.')) * (unit === 'mm' ? 1 : 25.4));
    const odd = sizes.find((s) => !(s >= 0.5 && s <= 300));
    if (odd !== undefined) return 'Hole saws are written as sizes with blanks between them, such as 22 35 76.';
    return set({ holeSaws: [...new Set(sizes)].sort((a, b) => a - b) });
  };
  return (
    <Section title="My tools">
      <TextField
        label={`Hole saws, ${unitWord(unit)}`}
        value={bench.holeSaws.map((s) => formatLength(s, unit, unit === 'mm' ? 0 : 3)).join(' ')}
        onCommit={saws}
      />
      <div className="mt-2 grid grid-cols-2 gap-2">
        <LengthField
          label="Drills up to"
          value={bench.drills}
          least={0.5}
          most={300}
          onCommit={(drills) => set({ drills })}
        />
        <LengthField
          label="Step drill up to"
          value={bench.stepDrill}
          least={0}
          most={100}
          onCommit={(stepDrill) => set({ stepDrill })}
        />
        <Check label="jigsaw" checked={bench.jigsaw} onChange={(jigsaw) => set({ jigsaw })} />
        <Check label="rotary tool" checked={bench.rotary} onChange={(rotary) => set({ rotary })} />
        <Check label="files" checked={bench.file} onChange={(file) => set({ file })} />
        <Check label="router" checked={bench.router} onChange={(router) => set({ router })} />
        <LengthField
          label="Laser burns away (0: none)"
          value={bench.laser}
          least={0}
          most={2}
          onCommit={(laser) => set({ laser })}
        />
        <Choice
          label="Filament"
          value={bench.filament}
          options={(['PLA', 'PETG', 'ASA', 'PC'] as const).map((value) => ({ value, label: value }))}
          onChange={(filament) => set({ filament })}
        />
        {(['x', 'y', 'z'] as const).map((axis) => (
          <LengthField
            key={axis}
            label={{ x: 'Printer bed, wide', y: 'Printer bed, deep', z: 'Printer, high' }[axis]}
            value={bench.bed[axis]}
            least={0}
            most={2000}
            onCommit={(mm) => set({ bed: { ...bench.bed, [axis]: mm } })}
          />
        ))}
      </div>
    </Section>
  );
}
