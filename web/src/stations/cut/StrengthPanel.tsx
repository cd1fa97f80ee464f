import { beyondTheory, type Bent, type EdgeHold, type Stiffened } from '@young-shell/core/cut';
import { faceWord, facesOf } from '@young-shell/core/document';
import { unitWord, type LengthUnit, formatLength, inUnit } from '@young-shell/core/quantity';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { useComputed } from '../../work/useComputed';
import { BentPicture } from './BentPicture';
import { showBent } from './slice';

/** How far a face bends once it is cut, and what a strip, an angle or a batten across would bring. */
export function StrengthPanel() {
  const document = useAppSelector(selectDocument);
  const selection = useAppSelector((s) => s.view.selection);
  const dispatch = useAppDispatch();
  const faces = facesOf(document.shell.hull);
  const [chosen, setFace] = useState<string>();
  const [hold, setHold] = useState<EdgeHold>('supported');
  const picked = chosen ?? (selection?.kind === 'face' ? selection.id : 'rear');
  const face = faces.includes(picked) ? picked : faces[0]!;
  const { value, busy } = useComputed('short', 'cut', 'bend', [document, face, hold]);
  const bent = value?.face === face && value.hold === hold ? value : undefined;
  useEffect(() => {
    dispatch(showBent(bent ?? null));
  }, [dispatch, bent]);
  useEffect(
    () => () => {
      dispatch(showBent(null));
    },
    [dispatch],
  );
  return (
    <Section title="How far a face bends">
      <div className="mb-3 grid grid-cols-2 gap-2.5">
        <Choice
          label="Face to bend"
          value={face}
          options={faces.map((f) => ({ value: f, label: faceWord(f) }))}
          onChange={setFace}
        />
        <Choice
          label="Its edges"
          value={hold}
          options={[
            { value: 'supported', label: 'lie on something' },
            { value: 'clamped', label: 'glued or folded' },
          ]}
          onChange={setHold}
        />
      </div>
      {busy && !bent && (
        <p className="m-0 text-ink-soft" role="status">
          bending …
        </p>
      )}
      {bent && <BentFigures bent={bent} />}
    </Section>
  );
}

function BentFigures({ bent }: { bent: Bent }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const l = (mm: number) => `${formatLength(mm, unit, unit === 'mm' ? 2 : 3)} ${unitWord(unit)}`;
  const hand = bent.loads.some((load) => load.name === 'a hand that presses');
  const computed = 'thin plate on a grid of rectangles of 12 degrees of freedom';
  const beyond = beyondTheory(bent.after, bent);
  const far = beyond === 'far';
  return (
    <>
      <p className="m-0 flex items-baseline justify-between">
        <span>
          <strong className={`figure text-3xl ${bent.after > bent.limit ? 'text-stop' : ''}`}>
            {far ? 'far too much' : l(bent.after)}
          </strong>
          <span className="ml-2 text-ink-soft">
            {far
              ? 'far beyond what it stands: no figure holds there'
              : Math.abs(bent.after - bent.before) < 0.005
                ? 'as before the new openings'
                : `${l(bent.before)} before the new openings`}
          </span>
        </span>
        <Explain
          title="bending"
          rows={[
            {
              label: 'with its new openings',
              value: far ? 'over a tenth of its span' : l(bent.after),
              source: computed,
            },
            { label: 'without', value: l(bent.before), source: 'the same' },
            { label: 'tolerated', value: l(bent.limit), source: 'shorter span / 250: common practice, no source' },
            ...(hand ? [] : [{ label: 'set down hard', value: l(bent.lifted), source: 'twice the load' }]),
            ...bent.loads.map((load) => ({
              label: load.name,
              value: `${load.newton.toFixed(1)} N`,
              source: 'mass × 9.81 m/s²',
            })),
          ]}
        />
      </p>
      <p className="mt-1 mb-2 text-sm text-ink-soft">
        under {bent.loads.map((load) => `${load.name} (${load.newton.toFixed(0)} N)`).join(', ')}; {l(bent.limit)} is
        tolerated{hand || far ? '' : `, ${l(bent.lifted)} when it is set down hard`}.
        {beyond === 'beyond' &&
          ' More than half its thickness: the formula of thin plates says too much there; take it as “gives way”.'}
      </p>
      <BentPicture bent={bent} />
      {bent.stiffened.length > 0 ? (
        <table className="mt-3 w-full border-collapse">
          <caption className="pb-1 text-left font-label font-semibold">With one of these</caption>
          <tbody>
            {bent.stiffened.map((s) => (
              <tr key={s.stiffener.id} className="border-t border-line">
                <td className="py-1">
                  {inUnit(s.stiffener.name, unit)}
                  <span className="block text-sm text-ink-soft">{where(s, unit)}</span>
                </td>
                <td className="figure py-1 text-right text-lg whitespace-nowrap">
                  {beyondTheory(s.most, bent) === 'far' ? 'far too much' : l(s.most)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="mt-3 mb-0 text-sm text-ink-soft">
          {bent.after <= 0.5
            ? 'It needs nothing across.'
            : 'No strip goes across from rim to rim beside its openings: frame the opening, or move it.'}
        </p>
      )}
      <p className="mt-2 mb-0 text-sm text-ink-soft">
        Strips are counted by themselves: glued or riveted along their length they bring more. Wood differs by half from
        board to board.
      </p>
    </>
  );
}

function where({ line, frame }: Stiffened, unit: LengthUnit): string {
  if (frame) return 'on its four sides, mitred, riveted or glued on from inside';
  if (!line) return 'behind the wall; drill and cut through both';
  const { from, to } = line;
  const up = from[0] === to[0];
  const at = formatLength(up ? from[0] : from[1], unit);
  return `${up ? 'upright, ' : 'across, '}${at} ${unitWord(unit)} ${up ? 'from the left' : 'from below'}`;
}
