import { faceWord } from '@young-shell/core/document';
import { keyOf, sizeWords, type CutOpening } from '@young-shell/core/cut';
import { unitWord, formatArea, formatLength } from '@young-shell/core/quantity';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment } from '../../document/selectors';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { OpeningEdit } from './OpeningEdit';
import { capital } from '../../ui/capital';

/** Every opening and hole, face by face, with its place; one opens to be changed. */
export function OpeningsList() {
  const { cut } = useAppSelector(selectAssessment).reports;
  const unit = useAppSelector((s) => s.preferences.unit);
  const faces = [...new Set(cut.openings.map((o) => o.face))];
  if (cut.openings.length === 0)
    return (
      <Section title="Openings and holes">
        <p className="m-0 text-ink-soft">None yet. They follow from where the parts are, or are added by hand.</p>
      </Section>
    );
  return faces.map((face) => (
    <Section
      key={face}
      title={capital(faceWord(face))}
      aside={<span className="text-sm text-ink-soft">across · up, {unitWord(unit)} from the lower left</span>}
    >
      <ul className="m-0 list-none p-0">
        {cut.openings
          .filter((o) => o.face === face)
          .map((opening) => (
            <OpeningRow key={opening.id} opening={opening} />
          ))}
      </ul>
    </Section>
  ));
}

function OpeningRow({ opening }: { opening: CutOpening }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const open = useAppSelector((s) => s.view.selection?.kind === 'cut' && s.view.selection.id === opening.id);
  const { cut } = useAppSelector(selectAssessment).reports;
  const dispatch = useAppDispatch();
  const air = cut.air[opening.id];
  const state = opening.inExisting
    ? 'fits an opening that is there'
    : opening.made
      ? 'cut'
      : opening.detached
        ? 'stays here'
        : opening.wall === 'plate'
          ? 'with a thin plate behind it'
          : opening.wall === 'rebate'
            ? 'wall thinned around it'
            : '';
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className={`grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1 text-left hover:bg-paper ${open ? 'font-semibold' : ''}`}
        onClick={() => dispatch(select(open ? null : { kind: 'cut', id: opening.id }))}
      >
        <span>{opening.name}</span>
        <span className="figure text-right text-[16px] whitespace-nowrap">{sizeWords(opening, unit)}</span>
        <span className="text-sm text-ink-soft">
          {[opening.kind === 'drill' ? 'drill' : 'cut', state, air ? `${formatArea(air.free, unit)} free` : '']
            .filter(Boolean)
            .join(' · ')}
        </span>
        <span className="figure text-right text-[15px] whitespace-nowrap text-ink-soft">
          {formatLength(opening.centre[0], unit)} · {formatLength(opening.centre[1], unit)}
        </span>
      </button>
      {open && <OpeningEdit key={keyOf(opening)} opening={opening} />}
    </li>
  );
}
