import { countOf } from '@young-shell/core/quantity';
import { SPOILT, SYSTEMS } from '@young-shell/core/build';
import { faceWord } from '@young-shell/core/document';
import type { Finish } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { span } from '../../ui/days';
import { capital } from '../../ui/capital';

const SYSTEM_WORDS = [
  { value: 'none', label: 'stays as it is' },
  { value: 'paint', label: 'paint from cans' },
  { value: 'oil', label: 'oil' },
  { value: 'film', label: 'film' },
  { value: 'filler', label: 'filler and paint' },
  { value: 'patina', label: 'aged on purpose' },
  { value: 'false front', label: 'false front' },
] as const;

/** What each face of the shell gets, from its area in the model. */
export function FinishPanel() {
  const { build } = useAppSelector(selectDocument);
  const { faces } = useAppSelector(selectAssessment).reports.build;
  const unit = useAppSelector((s) => s.preferences.unit);
  const frames = useAppSelector(selectAssembly).hull.frames;
  const submit = useSubmit();
  const area = (mm2: number) => (unit === 'mm' ? `${(mm2 / 1e6).toFixed(3)} m²` : `${(mm2 / 92_903).toFixed(2)} ft²`);
  return (
    <>
      <Section title="Faces and their finish">
        <p className="m-0 text-sm text-ink-soft">
          Areas are of the model, without what is cut out. Coats, times and cans are as usual; the can decides. Match an
          aged colour on a hidden side, in daylight.
        </p>
      </Section>
      {frames.map(({ face }) => {
        const finish = build.finish[face];
        const made = faces.find((f) => f.face === face);
        const set = (patch: Partial<Finish>) => submit({ type: 'setFinish', face, finish: { ...finish!, ...patch } });
        return (
          <Section
            key={face}
            title={capital(faceWord(face))}
            aside={made && <span className="figure text-lg">{area(made.area)}</span>}
          >
            <Choice
              label={`The ${faceWord(face)}`}
              value={finish?.system ?? 'none'}
              options={SYSTEM_WORDS}
              onChange={(system) =>
                submit({
                  type: 'setFinish',
                  face,
                  finish: system === 'none' ? null : { ...SYSTEMS[system].finish, colour: finish?.colour ?? '' },
                })
              }
            />
            {finish && made && (
              <>
                <p className="my-2">
                  {made.cans.map((c) => `${c.coats} × ${c.what} (${c.used.toFixed(2)} can)`).join(', ')};{' '}
                  {span(made.minutes)} of work
                  {made.masks > 0 ? `, ${countOf(made.masks, 'opening')} to mask` : ''}; {finish.handle} h until it is
                  handled, {finish.cure} days until anything is clamped to it.
                </p>
                {finish.system !== 'none' && (
                  <p className="my-2 text-sm text-ink-soft">
                    {SYSTEMS[finish.system].grits}. {SYSTEMS[finish.system].weather.from}–
                    {SYSTEMS[finish.system].weather.to} °C, under {SYSTEMS[finish.system].weather.humidity} % humidity.{' '}
                    {SYSTEMS[finish.system].cautions.join(' ')} Knocked over while wet: leave it, let it dry hard, sand
                    it flat and coat it again.
                  </p>
                )}
                <div className="grid grid-cols-3 gap-2">
                  <TextField
                    label={`Colour of the ${faceWord(face)}`}
                    value={finish.colour}
                    onCommit={(colour) => set({ colour })}
                  />
                  {(
                    [
                      ['primer', 'Primer, coats'],
                      ['coats', 'Coats'],
                      ['clear', 'Clear, coats'],
                      ['covers', 'm² a can'],
                      ['flash', 'Between, min'],
                      ['handle', 'Handle, h'],
                      ['cure', 'Clamp, days'],
                    ] as const
                  ).map(([key, label]) => (
                    <NumberField
                      key={key}
                      label={`${label}, ${faceWord(face)}`}
                      value={finish[key]}
                      least={key === 'covers' ? 0.1 : 0}
                      most={
                        key === 'flash'
                          ? 600
                          : key === 'handle'
                            ? 500
                            : key === 'cure'
                              ? 60
                              : key === 'covers'
                                ? 20
                                : 10
                      }
                      onCommit={(value) => set({ [key]: value })}
                    />
                  ))}
                </div>
              </>
            )}
          </Section>
        );
      })}
      <Section title="Spoilt while wet: what now">
        <dl className="m-0">
          {SPOILT.map(({ what, then }) => (
            <div key={what} className="border-l-2 border-line-strong pl-2 not-first:mt-1.5">
              <dt className="font-semibold">{what}</dt>
              <dd className="m-0">{then}</dd>
            </div>
          ))}
        </dl>
      </Section>
    </>
  );
}
