import type { Conversion } from '@young-shell/core/document';
import { inUnit } from '@young-shell/core/quantity';
import { FIT_GROUPS, type FitGroup, type FitOption, type Together } from '@young-shell/core/search';
import { Search, Square } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Explain } from '../../ui/Explain';
import { Progress } from '../../ui/Progress';
import { Section } from '../../ui/Section';
import { preview } from '../../view/slice';
import { useWhatFits } from './useWhatFits';

const TITLES: Readonly<Record<FitGroup, string>> = {
  board: 'Boards',
  supply: 'Supplies',
  card: 'Cards',
  drive: 'Drives',
  fan: 'Fans',
  screen: 'Screens',
};

/** The question asked backwards: what of the standards would go into this shell? */
export function WhatFits() {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const [empty, setEmpty] = useState(false);
  const search = useWhatFits();
  useEffect(() => () => void dispatch(preview(null)), [dispatch]);
  const { running, options, together, of } = search;
  const none = Object.keys(document.layout.placements).length === 0;
  return (
    <>
      <Section
        title="What would fit in here?"
        aside={
          <Explain
            title="What would fit"
            rows={[
              {
                label: 'each',
                value: 'by itself',
                source: 'a place on a grid of 2 mm in every orientation, checked exactly, at which no station stops',
              },
              {
                label: 'coolers, lengths',
                value: '1 mm',
                source: 'usual sizes searched, then as much more as the place that was found leaves: at least so much',
              },
              {
                label: 'numbers',
                value: 'at least',
                source: 'placed one after the other until none goes in any more',
              },
              {
                label: 'together',
                value: 'searched',
                source: 'the largest few of each kind combined, each combination by a search for a layout',
              },
            ]}
          />
        }
      >
        {!none && <Check label="As if nothing were in the shell" checked={empty} onChange={setEmpty} />}
        <div className="mt-2">
          {running ? (
            <Button onClick={search.stop}>
              <Square size={14} aria-hidden /> Stop
            </Button>
          ) : (
            <Button look="strong" onClick={() => void search.start(document, empty && !none)}>
              <Search size={15} aria-hidden /> Try everything on
            </Button>
          )}
        </div>
        {running && <Progress share={search.share} what={search.what || 'starting'} />}
        {search.failed !== undefined && (
          <p className="mb-0 text-stop" role="alert">
            {search.failed}
          </p>
        )}
        {!running && of && (
          <p className="mt-2 mb-0 text-sm text-ink-soft" role="status">
            {options.filter((o) => o.fits !== 'no').length} of {options.length} kinds of parts would go in.
            {of !== document && ' The plan has changed since.'}
          </p>
        )}
      </Section>
      {together.length > 0 && (
        <Section title="Together">
          <ol className="m-0 list-none p-0">
            {together.map((t) => (
              <Row key={t.id} of={of} option={t} name={t.parts.join(', ')} />
            ))}
          </ol>
        </Section>
      )}
      {FIT_GROUPS.map((group) => {
        const own = options.filter((o) => o.group === group);
        return (
          own.length > 0 && (
            <Section key={group} title={TITLES[group]}>
              <ul className="m-0 list-none p-0">
                {own.map((o) => (
                  <Row key={o.id} of={of} option={o} name={o.name} />
                ))}
              </ul>
            </Section>
          )
        );
      })}
    </>
  );
}

/** One thing that goes in, or not: what of it at most, the room left; tried on or taken. */
function Row({ option, name, of }: { option: FitOption | Together; name: string; of: Conversion | undefined }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const tried = useAppSelector((s) => s.view.preview?.label === name);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const { change } = option;
  const fits = 'fits' in option ? option.fits : 'well';
  const fresh = of === document;
  return (
    <li className="border-t border-line py-1.5 first:border-t-0">
      <div className="grid grid-cols-[minmax(0,1fr)_auto] items-baseline gap-x-3">
        <span className={fits === 'no' ? 'text-ink-soft' : ''}>{name}</span>
        <span className={`figure text-right text-lg ${fits === 'no' ? 'text-ink-soft' : ''}`}>
          {'fits' in option ? mostWords(option, unit) : ''}
        </span>
        <span className={`col-span-2 text-sm leading-snug ${fits === 'tightly' ? 'text-warn' : 'text-ink-soft'}`}>
          {inUnit(roomWords(option), unit)}
        </span>
      </div>
      {'later' in option &&
        option.later?.map((sentence) => (
          <p key={sentence} className="m-0 text-sm leading-snug text-stop">
            {inUnit(sentence, unit)}
          </p>
        ))}
      {change && (
        <div className="mt-1 flex gap-2">
          <Button
            look="quiet"
            aria-pressed={tried}
            disabled={!fresh}
            aria-label={`Try on ${name}`}
            onClick={() => dispatch(preview(tried ? null : { label: name, change }))}
          >
            Try on
          </Button>
          <Button
            look="quiet"
            disabled={!fresh}
            aria-label={`Use ${name}`}
            onClick={() => {
              dispatch(preview(null));
              submit(change);
            }}
          >
            Use
          </Button>
        </div>
      )}
    </li>
  );
}

type Unit = Parameters<typeof inUnit>[1];

function mostWords({ fits, most }: FitOption, unit: Unit): string {
  if (fits === 'no') return 'no';
  if (!most) return 'yes';
  const { value, more } = most;
  switch (most.what) {
    case 'cooler':
      return inUnit(`cooler ${more ? 'over' : 'to'} ${value} mm`, unit);
    case 'length':
      return inUnit(`${more ? 'over' : 'to'} ${value} mm`, unit);
    case 'number':
      return `${value}${more ? ' or more' : ''}`;
    case 'diagonal':
      return `to ${value} in`;
  }
}

function roomWords(option: FitOption | Together): string {
  if ('fits' in option && option.fits === 'no')
    return option.stopped
      ? option.stopped
      : option.shortfall
        ? `${option.shortfall.lacking.toFixed(1)} mm too large at best, against ${option.shortfall.against}`
        : 'no place, and none that is near';
  const { spare } = option;
  const tight = 'fits' in option && option.fits === 'tightly';
  if (spare === undefined || !Number.isFinite(spare)) return 'nothing is near it';
  return spare < 0 || tight
    ? `with less room than is wanted${spare < -0.05 ? `: ${(-spare).toFixed(1)} mm short of it` : ' for its air or plugs'}`
    : `${spare.toFixed(1)} mm more than is wanted at the tightest`;
}
