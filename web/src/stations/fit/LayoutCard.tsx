import { nextId, type Change } from '@young-shell/core/document';
import { STATIONS } from '@young-shell/core/plan';
import { inUnit } from '@young-shell/core/quantity';
import { variantOf, withLayout, type Layout } from '@young-shell/core/search';
import { useMemo } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { preview } from '../../view/slice';
import { LayoutPicture } from '../../view/LayoutPicture';
import { freeName } from './plans';

/** Warnings of the stations that are written out. */
const WARNS = 2;

/** One layout: small pictures, its mark, what is good and what is bad about it; tried on, used or kept. */
export function LayoutCard({ layout, name }: { layout: Layout; name: string }) {
  const document = useAppSelector(selectDocument);
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const unit = useAppSelector((s) => s.preferences.unit);
  const { warns = [], stops = [] } = layout;
  // What a station warns of in its own words, with its number, is said once.
  const bad = layout.bad.filter((line) => !warns.some((warning) => warning.startsWith(line)));
  const trying = useAppSelector((s) => s.view.preview?.label === name);
  const shown = useMemo(() => withLayout(document, layout.placements), [document, layout]);
  const change: Change = useMemo(
    () => ({
      type: 'all',
      what: `use ${name.toLowerCase()}`,
      changes: Object.entries(layout.placements)
        .filter(([id]) => id in document.kit.parts)
        .map(([id, placement]) => ({ type: 'placePart', id, placement })),
    }),
    [document.kit.parts, layout, name],
  );
  const make = (made: Change) => {
    dispatch(preview(null));
    const wrong = submit(made);
    if (wrong) toast.error(wrong);
  };
  return (
    <li
      className={`flex gap-3 border-t border-line py-2.5 first:border-t-0 ${trying ? 'outline-2 outline-offset-4 outline-pencil' : ''}`}
    >
      <LayoutPicture document={shown} name={name} />
      <div className="min-w-0 flex-1">
        <div className="flex items-baseline justify-between gap-2">
          <span className="font-label font-semibold">{name}</span>
          <span className="figure text-xl" title="Mark by the soft rules, of 100">
            {Math.round(layout.score)}
          </span>
        </div>
        <ul className="m-0 list-none p-0 text-sm leading-snug">
          {stops.map(({ station, sentence }) => (
            <li key={sentence} className="line-clamp-3 text-stop" title={inUnit(sentence, unit)}>
              ■ {STATIONS.find((s) => s.id === station)?.label ?? station}: {inUnit(sentence, unit)}
            </li>
          ))}
          {layout.good.map((line) => (
            <li key={line} className="text-good">
              + {line}
            </li>
          ))}
          {bad.map((line) => (
            <li key={line} className="text-stop">
              − {line}
            </li>
          ))}
          {warns.slice(0, WARNS).map((line) => (
            <li key={line} className="line-clamp-2 text-warn" title={inUnit(line, unit)}>
              ▲ {inUnit(line, unit)}
            </li>
          ))}
          {warns.length > WARNS && (
            <li className="text-warn" title={warns.slice(WARNS).join('\n')}>
              ▲ {warns.length - WARNS} more to look at; trying it on shows them
            </li>
          )}
        </ul>
        <div className="mt-1.5 flex flex-wrap gap-1.5">
          {trying ? (
            <>
              <Button look="strong" onClick={() => make(change)}>
                Use it
              </Button>
              <Button onClick={() => dispatch(preview(null))}>Leave it</Button>
            </>
          ) : (
            <Button aria-label={`Try on ${name}`} onClick={() => dispatch(preview({ label: name, change }))}>
              Try on
            </Button>
          )}
          <Button
            look="quiet"
            aria-label={`Keep ${name}`}
            onClick={() => {
              const id = nextId(document.layout.variants, 'layout', document.spent);
              const kept = variantOf(shown, freeName(document, name));
              make({ type: 'setVariant', id, variant: kept });
              toast(`Kept as “${kept.name}”.`);
            }}
          >
            Keep
          </Button>
        </div>
      </div>
    </li>
  );
}
