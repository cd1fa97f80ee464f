import { FEET, HINGES, RIDGES, SIZES, WALLS, type Answers } from '@young-shell/core/begin';
import { POLICIES, STANDS, type StandingPlace } from '@young-shell/core/brief';
import type { Policy, StartingForm } from '@young-shell/core/document';
import { TOOLS, type Tool } from '@young-shell/core/quantity';
import { MATERIALS } from '@young-shell/core/standards';
import { Check } from '../ui/Check';
import { Choice, same } from '../ui/Choice';
import { LengthField } from '../ui/LengthField';
import { FormChoice } from './FormChoice';

interface Props {
  answers: Answers;
  set: (patch: Partial<Answers>) => undefined;
}

const TAKEN_WITH: readonly Tool[] = ['tape', 'rule', 'calipers', 'guess'];

/** How large it is, how sure that is, where it stands and how far one may go. */
export function ShellQuestions({ answers, set }: Props) {
  const size = (key: 'width' | 'depth' | 'height', label: string) => (
    <LengthField
      label={label}
      value={answers[key]}
      least={SIZES.least}
      most={SIZES.most}
      onCommit={(mm) => set({ [key]: mm })}
    />
  );
  return (
    <>
      <FormChoice value={answers.form} onChange={(form: StartingForm) => set({ form })} />
      <div className="mt-3 grid grid-cols-4 gap-2.5 max-sm:grid-cols-2">
        {size('width', 'Width')}
        {size('depth', 'Depth, front to rear')}
        {size('height', 'Height')}
        <LengthField
          label="Wall, all alike"
          value={answers.wall}
          least={WALLS.least}
          most={WALLS.most}
          onCommit={(wall) => set({ wall })}
        />
        <Choice
          label="These are"
          value={answers.sizes}
          options={[
            { value: 'outside', label: 'outside sizes' },
            { value: 'inside', label: 'the room inside' },
          ]}
          onChange={(sizes) => set({ sizes })}
        />
        <Choice
          label="Measured with"
          value={answers.tool}
          options={TAKEN_WITH.map((tool) => ({
            value: tool,
            label: tool === 'guess' ? 'nothing yet: guesses' : `${TOOLS[tool].label}, ±${TOOLS[tool].uncertainty} mm`,
          }))}
          onChange={(tool) => set({ tool })}
        />
        <Choice
          label="Made of"
          value={answers.material}
          options={same(MATERIALS)}
          onChange={(material) => set({ material })}
        />
        <Choice
          label="It opens"
          value={answers.opens}
          options={[
            { value: 'lid', label: 'by a lid that lifts off' },
            { value: 'hinged', label: 'by a lid on hinges' },
            { value: 'not', label: 'some other way' },
          ]}
          onChange={(opens) => set({ opens })}
        />
        {answers.opens === 'hinged' && (
          <Choice
            label="Hinges at its"
            value={answers.hinge}
            options={same(HINGES)}
            onChange={(hinge) => set({ hinge })}
          />
        )}
        {answers.form === 'arch' && (
          <Choice
            label="Its ridge runs"
            value={answers.ridge}
            options={same(RIDGES)}
            onChange={(ridge) => set({ ridge })}
          />
        )}
      </div>
      <div className="mt-2.5 grid grid-cols-2 gap-2.5 max-sm:grid-cols-1">
        <Choice
          label="It stands"
          value={answers.stands}
          options={Object.entries(STANDS).map(([value, { words }]) => ({
            value: value as StandingPlace,
            label: words,
          }))}
          onChange={(stands) => set({ stands })}
        />
        <Choice
          label="How far may you go?"
          value={answers.policy}
          options={(Object.keys(POLICIES) as Policy[]).map((policy) => ({
            value: policy,
            label: `${POLICIES[policy].label}: ${POLICIES[policy].short}`,
          }))}
          onChange={(policy) => set({ policy })}
        />
        <LengthField
          label="Feet, 0 for none"
          value={answers.feet}
          least={FEET.least}
          most={FEET.most}
          onCommit={(feet) => set({ feet })}
        />
        {answers.policy === 'sleeper' && (
          <Check
            label="its rear is seen where it stands"
            checked={answers.rearSeen}
            onChange={(rearSeen) => set({ rearSeen })}
          />
        )}
      </div>
    </>
  );
}
