import { applyChange } from '@young-shell/core/document';
import type { WayOut } from '@young-shell/core/search';
import { Search, Square } from 'lucide-react';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { Explain } from '../../ui/Explain';
import { Progress } from '../../ui/Progress';
import { RemedyRow } from '../../ui/RemedyRow';
import { Section } from '../../ui/Section';
import { LayoutPicture } from '../../view/LayoutPicture';
import { searchWaysOut, stopSearch } from './search';
import { useAtRest } from './useAtRest';

/** What it would take: the least interventions after which everything fits, each with the layout it allows. */
export function WaysPanel() {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const { of, running, share, what, best: found, words, failed } = useAppSelector((s) => s.search.ways);
  const best = useAtRest(found);
  const count = Object.keys(document.kit.parts).length;
  return (
    <>
      <Section
        title="What would it take?"
        aside={
          <Explain
            title="Ways out"
            rows={[
              {
                label: 'each',
                value: 'is searched',
                source: 'a way is listed only when a search with it made found a layout',
              },
              {
                label: 'the lid',
                value: '0.5 mm',
                source: 'least height of a spacer ring, by halving between one that fails and one that holds',
              },
              { label: 'features', value: 'fewest', source: 'the smallest set of those that may be cut' },
              {
                label: 'order',
                value: document.brief.policy,
                source: 'least first, by what your policy says about cutting, looks and buying',
              },
            ]}
          />
        }
      >
        {count === 0 ? (
          <p className="m-0 text-ink-soft">The kit is empty: there is nothing to make room for.</p>
        ) : running ? (
          <Button onClick={() => dispatch(stopSearch())}>
            <Square size={14} aria-hidden /> Stop
          </Button>
        ) : (
          <Button look="strong" onClick={() => void dispatch(searchWaysOut())}>
            <Search size={15} aria-hidden /> Find ways out
          </Button>
        )}
        {running && <Progress share={share} what={what || 'starting'} />}
        {failed && (
          <p className="mb-0 text-stop" role="alert">
            {failed}
          </p>
        )}
        {!running && of && !failed && (
          <p className="mt-2 mb-0 text-sm text-ink-soft" role="status">
            {best.length === 0 ? 'None of them leads to a layout: leave a part out, or take a larger shell. ' : ''}
            {words}
            {of !== document && ' The plan has changed since.'}
          </p>
        )}
      </Section>
      {best.length > 0 && (
        <Section title="Least first">
          <ol className="m-0 list-none p-0">
            {best.map((way) => (
              <Intervention key={way.id} way={way} />
            ))}
          </ol>
        </Section>
      )}
    </>
  );
}

function Intervention({ way }: { way: WayOut }) {
  const document = useAppSelector(selectDocument);
  const shown = useMemo(() => {
    try {
      return applyChange(document, way.change).document;
    } catch {
      return undefined;
    }
  }, [document, way]);
  const remedy = useMemo(() => ({ id: way.id, label: way.label, price: way.price, change: way.change }), [way]);
  return (
    <li className="border-t border-line py-2.5 first:border-t-0">
      <RemedyRow remedy={remedy} />
      <div className="mt-1.5 flex items-end gap-3">
        {shown && <LayoutPicture document={shown} name={way.label} beside />}
        <p className="m-0 flex flex-col font-label text-sm">
          <span className={way.reversible ? 'text-good' : 'text-warn'}>
            {way.reversible ? '✓ goes back' : '▲ does not go back'}
          </span>
          {!way.withinPolicy && <span className="text-stop">■ against your policy</span>}
        </p>
      </div>
    </li>
  );
}
