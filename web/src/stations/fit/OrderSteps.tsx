import { nameOf, type Order } from '@young-shell/core/fit';
import { ChevronLeft, ChevronRight, Play, Square } from 'lucide-react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Button } from '../../ui/Button';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';
import { useOrderSteps } from './useOrderSteps';

const WORDS = { top: 'up', bottom: 'down', left: 'to the left', right: 'to the right', front: 'forward', rear: 'back' };

/** In which order everything goes in, stepped through in the view. */
export function OrderSteps({ order }: { order: Order }) {
  const document = useAppSelector(selectDocument);
  const { at, playing, step, play, stop, done } = useOrderSteps(order);
  const name = (id: string) => nameOf(document, { kind: 'part', id });
  const { steps, trapped, exits } = order;
  return (
    <Section
      title="How it goes together"
      aside={
        <Explain
          title="Order"
          rows={[
            {
              label: 'way in',
              value: '',
              source:
                'the way out backwards: straight through what opens, or after a move sideways; nothing may be in it',
            },
            {
              label: 'order',
              value: '',
              source: 'whatever can come out comes out, until nothing is left; backwards that is how it goes in',
            },
            {
              label: 'trapped',
              value: '',
              source: 'what stays behind when no part, and no two together, can come out any more',
            },
          ]}
        />
      }
    >
      {exits.length === 0 ? (
        <p className="m-0 text-stop">Nothing of this shell opens: add its lid, door or drawer at the Shell station.</p>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap gap-1.5">
            {playing ? (
              <Button onClick={stop}>
                <Square size={14} aria-hidden /> Stop
              </Button>
            ) : (
              <Button look="strong" disabled={steps.length === 0} onClick={play}>
                <Play size={14} aria-hidden /> Play
              </Button>
            )}
            <Button aria-label="Step back" disabled={!at} onClick={() => step(at! - 1)}>
              <ChevronLeft size={16} aria-hidden />
            </Button>
            <Button
              aria-label="Next step"
              disabled={steps.length === 0 || at === steps.length - 1}
              onClick={() => step(at === null ? 0 : at + 1)}
            >
              <ChevronRight size={16} aria-hidden />
            </Button>
            {at !== null && (
              <Button look="quiet" onClick={done}>
                show all
              </Button>
            )}
          </div>
          <ol className="m-0 list-none p-0" aria-live="polite">
            {steps.map((s, i) => (
              <li
                key={s.parts.join()}
                className={`border-t border-line first:border-t-0 ${at === i ? 'bg-paper' : ''}`}
              >
                <button
                  type="button"
                  aria-current={at === i ? 'step' : undefined}
                  className="grid w-full grid-cols-[28px_minmax(0,1fr)] gap-x-2 py-1 text-left hover:underline"
                  onClick={() => step(i)}
                >
                  <span className="figure text-right text-xl leading-6">{i + 1}</span>
                  <span className="leading-snug">
                    {s.parts.map(name).join(' with ')}
                    <span className="block font-label text-sm text-ink-soft">
                      through {s.exit}: {s.legs.map((leg) => WORDS[leg.direction]).join(', ')}
                      {s.tilted !== undefined && `, tilted by up to ${s.tilted}°`}
                    </span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
          {trapped.length > 0 && (
            <p className="mb-0 border-l-4 border-stop pl-2.5">
              {trapped.map(name).join(', ')}: trapped, no way in or out through {exits.join(', ')}.
            </p>
          )}
        </>
      )}
    </Section>
  );
}
