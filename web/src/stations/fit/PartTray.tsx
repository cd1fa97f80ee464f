import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';

/** The parts of the kit to pick from; those outside the shell are marked. */
export function PartTray() {
  const { kit, layout } = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  return (
    <Section title="Parts">
      {Object.keys(kit.parts).length === 0 && (
        <p className="m-0 text-ink-soft">The kit is empty: add parts at the Kit station.</p>
      )}
      <div className="flex flex-wrap gap-2">
        {Object.entries(kit.parts).map(([id, part]) => (
          <button
            key={id}
            type="button"
            className={`tape min-h-8 border-0 ${id in layout.placements ? '' : 'opacity-60'}`}
            onClick={() => dispatch(select({ kind: 'part', id }))}
          >
            {part.name}
            {id in layout.placements ? '' : ' (outside)'}
          </button>
        ))}
      </div>
    </Section>
  );
}
