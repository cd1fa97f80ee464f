import { atWords, momentWords, thingName, type OpeningReport, type SweepMargin } from '@young-shell/core/fit';
import { formatLength, inUnit } from '@young-shell/core/quantity';
import { useEffect, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { InUnit } from '../../ui/InUnit';
import { Section } from '../../ui/Section';
import { SliderField } from '../../ui/SliderField';
import { openBody } from '../../view/slice';
import { useComputed } from '../../work/useComputed';
import { showMoment } from './slice';

/** What opens, scrubbed through its motion, and what comes near it on the way. */
export function OpeningPanel() {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const { value, busy } = useComputed('short', 'fit', 'openings', [document]);
  const [picked, setPicked] = useState<string>();
  const share = useAppSelector((s) => s.view.opened?.share ?? 0);
  useEffect(
    () => () => {
      dispatch(openBody(null));
      dispatch(showMoment(null));
    },
    [dispatch],
  );
  if (!value)
    return <Section title="Opening">{busy && <p className="m-0 text-ink-soft">opening everything …</p>}</Section>;
  if (value.length === 0)
    return (
      <Section title="Opening">
        <p className="m-0 text-ink-soft">
          Nothing of this shell opens yet: add its lid, door or drawer at the Shell station. Parts can ride on what
          opens.
        </p>
      </Section>
    );
  const report = value.find((r) => r.body === picked) ?? value[0]!;
  const put = (to: number) => {
    dispatch(openBody({ body: report.body, share: to }));
    dispatch(showMoment(null));
  };
  return (
    <>
      <Section
        title="Open it"
        aside={
          <Explain
            title="Opening"
            rows={[
              {
                label: 'least distance',
                value: '0.05 mm',
                source:
                  'over the whole motion, not at single moments: between two looks a distance can’t change by more than the farthest point moves',
              },
              {
                label: 'wanted',
                value: '3 mm',
                source:
                  'past what stays, where it swings or slides; 0.5 mm where it is lifted off by hand (common practice, no source)',
              },
              {
                label: 'left out',
                value: '',
                source: 'what only goes away from its neighbour: that is judged where it is shut; play in the hinge',
              },
            ]}
          />
        }
      >
        {value.length > 1 && (
          <Choice
            label="What opens"
            value={report.body}
            options={value.map((r) => ({ value: r.body, label: r.name }))}
            onChange={(body) => {
              setPicked(body);
              dispatch(openBody({ body, share: 0 }));
              dispatch(showMoment(null));
            }}
          />
        )}
        {report.fault !== undefined ? (
          <p className="m-0 text-stop">{report.fault}</p>
        ) : (
          report.motion && (
            <div className="mt-2">
              <SliderField
                label={report.name}
                value={share}
                least={0}
                most={1}
                step={0.005}
                text={momentWords(report.motion, document.shell.bodies[report.body]?.motion.kind === 'slide', share)}
                onChange={put}
              />
            </div>
          )
        )}
        <p className="mt-2 mb-0 text-sm leading-snug text-ink-soft">{carriesWords(report, document)}</p>
      </Section>
      {report.fault === undefined && <Tightest report={report} />}
    </>
  );
}

type Document = ReturnType<typeof selectDocument>;

function carriesWords({ name, carries }: OpeningReport, document: Document): string {
  const parts = carries.parts.map((id) => document.kit.parts[id]?.name ?? id);
  const features = carries.features.map((id) => document.shell.features[id]?.name ?? id);
  const all = [...parts, ...features];
  return all.length === 0
    ? `${name} carries nothing. A part rides on it once “Rides on” says so, beside its place under Margins.`
    : `${name} carries ${all.join(', ')}.`;
}

function Tightest({ report }: { report: OpeningReport }) {
  const document = useAppSelector(selectDocument);
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const shown = useAppSelector((s) => s.fit.moment?.id);
  const { motion, margins } = report;
  if (!motion) return null;
  const go = (margin: SweepMargin) => {
    dispatch(openBody({ body: report.body, share: margin.share }));
    const { id, from, to, distance, spare, share } = margin;
    dispatch(showMoment({ id, from, to, distance, spare, share }));
  };
  return (
    <Section title="Tightest on the way">
      {margins.length === 0 ? (
        <p className="m-0 text-good">
          <InUnit words="Nothing comes nearer than 8 mm on the whole way, but for what only goes away." />
        </p>
      ) : (
        <ul className="m-0 list-none p-0">
          {margins.map((margin) => (
            <li
              key={margin.id}
              className={`border-t border-line first:border-t-0 ${shown === margin.id ? 'bg-paper' : ''}`}
            >
              <button
                type="button"
                className="grid min-h-10 w-full grid-cols-[minmax(0,1fr)_auto] gap-2 py-1 text-left hover:bg-paper"
                onClick={() => go(margin)}
              >
                <span className="leading-snug">
                  {thingName(document, margin.mover)} past {thingName(document, margin.other)}
                  <span className="block text-sm text-ink-soft">
                    at {atWords(motion, margin.share)}
                    {margin.touches !== undefined && `; closing, first touch at ${atWords(motion, margin.touches)}`}
                    {`, ${inUnit(`${margin.shut.toFixed(1)} mm`, unit)} when shut`}
                  </span>
                </span>
                <span
                  className={`self-center font-figure text-xl ${margin.distance < 0 ? 'text-stop' : margin.spare < 0 ? 'text-warn' : ''}`}
                >
                  {formatLength(margin.distance, unit)}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </Section>
  );
}
