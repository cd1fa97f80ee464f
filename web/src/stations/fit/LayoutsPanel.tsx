import { Search, Square } from 'lucide-react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { OUTLOOK_NAMES, OUTLOOK_WORDS } from '@young-shell/core/document';
import { outlookOf } from '@young-shell/core/fit';
import { homelessNames, worstOfLayout, type Layout } from '@young-shell/core/search';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { NumberField } from '../../ui/NumberField';
import { Progress } from '../../ui/Progress';
import { Section } from '../../ui/Section';
import { RemedyRow } from '../../ui/RemedyRow';
import { setTab } from './slice';
import { KeptLayouts } from './KeptLayouts';
import { LayoutCard } from './LayoutCard';
import { ShortfallNote } from './ShortfallNote';
import { RulesNote } from './RulesNote';
import { searchLayouts, searchWaysOut, stopSearch } from './search';
import { setSearch } from './searchSlice';
import { useAtRest } from './useAtRest';

/** How many of the layouts bring nothing that stops. */
function cleanOnes(layouts: readonly Layout[]): string {
  const clean = layouts.filter((l) => worstOfLayout(l) < 2).length;
  return clean === layouts.length
    ? clean === 1
      ? 'and nothing stops with it'
      : 'and nothing stops with any of them'
    : `${clean === 0 ? 'none' : clean} of them without a stop`;
}

/** Layouts of the whole kit: found by a search, compared by what is good and bad about them, kept by name. */
export function LayoutsPanel() {
  const dispatch = useAppDispatch();
  const document = useAppSelector(selectDocument);
  const { of, running, share, what, words, failed, conflict, homeless, shortfall, seed, keep, ...search } =
    useAppSelector((s) => s.search.layouts);
  const submit = useSubmit();
  const best = useAtRest(search.best);
  const count = Object.keys(document.kit.parts).length;
  const names = homelessNames(of ?? document, homeless).join(', ');
  return (
    <>
      <Section title="Layouts of the whole kit" aside={<RulesNote />}>
        {count === 0 ? (
          <p className="m-0 text-ink-soft">
            The kit is empty: add parts at the Kit station, then look for layouts here.
          </p>
        ) : (
          <>
            <div className="grid grid-cols-[minmax(0,1fr)_92px] items-end gap-2">
              <Choice
                label="Leave where it is"
                value={keep}
                options={[
                  { value: 'locked', label: 'only what is locked' },
                  { value: 'placed', label: 'all that is in the shell' },
                ]}
                onChange={(value) => dispatch(setSearch({ keep: value }))}
              />
              <NumberField
                label="Seed"
                value={seed}
                least={1}
                most={9999}
                onCommit={(value) => {
                  dispatch(setSearch({ seed: Math.round(value) }));
                  return undefined;
                }}
              />
            </div>
            <div className="mt-2.5">
              <Choice
                label="Sockets, inlets and brackets look"
                value={outlookOf(document)}
                options={OUTLOOK_NAMES.map((value) => ({ value, label: OUTLOOK_WORDS[value] }))}
                onChange={(outlook) => submit({ type: 'setOutlook', outlook })}
              />
            </div>
            <div className="mt-2.5">
              {running ? (
                <Button onClick={() => dispatch(stopSearch())}>
                  <Square size={14} aria-hidden /> Stop
                </Button>
              ) : (
                <Button look="strong" onClick={() => void dispatch(searchLayouts())}>
                  <Search size={15} aria-hidden /> Find layouts
                </Button>
              )}
            </div>
            {running && <Progress share={share} what={`${best.length} found so far; ${what || 'starting'}`} />}
          </>
        )}
        {failed && (
          <p className="mb-0 text-stop" role="alert">
            {failed}
          </p>
        )}
        {!running && of && (
          <p className="mt-2 mb-0 text-sm text-ink-soft" role="status">
            {best.length > 0 && `${best.length} different layout${best.length === 1 ? '' : 's'}, ${cleanOnes(best)}. `}
            {words && `Searched: ${words}`}
            {of !== document && ' The plan has changed since: what is applied counts, the list is of before.'}
          </p>
        )}
      </Section>
      {!running && of && best.length === 0 && !failed && (conflict || homeless.length > 0) && (
        <Section title="No layout found">
          <p className="m-0 border-l-4 border-stop pl-2.5 leading-snug">
            {conflict ? conflict.sentence : `No place was found for ${names}.`}
            <span className="block text-sm text-ink-soft">{conflict?.how}</span>
          </p>
          {conflict?.lifts && (
            <>
              <h3 className="mt-2.5 mb-0 text-sm font-semibold">What stands against it, and lifts it</h3>
              <ul className="m-0 list-none p-0">
                {conflict.lifts.map((lift) => (
                  <li key={lift.id} className="border-t border-line py-1.5">
                    <RemedyRow remedy={lift} />
                  </li>
                ))}
              </ul>
            </>
          )}
          {shortfall && <ShortfallNote shortfall={shortfall} others={shortfall.others} />}
          <Button
            className="mt-2.5"
            look="strong"
            onClick={() => {
              dispatch(setTab('ways'));
              void dispatch(searchWaysOut());
            }}
          >
            What would it take?
          </Button>
        </Section>
      )}
      {best.length > 0 && (
        <Section title="Found, clean ones first">
          <ol className="m-0 list-none p-0">
            {[...best]
              .sort((a, b) => worstOfLayout(a) - worstOfLayout(b) || b.score - a.score)
              .map((layout, i) => (
                <LayoutCard key={layout.id} layout={layout} name={`Layout ${i + 1}`} />
              ))}
          </ol>
        </Section>
      )}
      <KeptLayouts />
    </>
  );
}
