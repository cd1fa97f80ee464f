import { beginPanel, isLive, type MatchedControl } from '@young-shell/core/panel';
import { faceWord, nextId } from '@young-shell/core/document';
import { useState } from 'react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { FindingList } from '../../ui/FindingList';
import { Figure } from '../../ui/Figure';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';
import { AddControl } from './AddControl';
import { ControlFields } from './ControlFields';
import { Starts } from './Starts';
import { ReachFields } from './ReachFields';
import { pickControl } from './slice';
import { WayList } from './WayList';

/** Every control: what it was, what it shall do, and how. */
export function ControlsPanel() {
  const document = useAppSelector(selectDocument);
  const { panel } = useAppSelector(selectAssessment).reports;
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const [adding, setAdding] = useState(false);
  const { controls, asked, there } = panel.matched;
  const begin = beginPanel(document);
  const live = controls.filter(isLive).length;
  const words = () => {
    const id = nextId(document.panel.controls, 'control', document.spent);
    const wrong = submit({
      type: 'setControl',
      id,
      control: {
        name: `Control ${Object.keys(document.panel.controls).length + 1}`,
        kind: 'momentary',
        original: true,
        was: '',
        state: 'unknown',
        wish: 'nothing',
      },
    });
    if (wrong) toast.error(wrong);
    else dispatch(pickControl(id));
  };
  return (
    <>
      <Section title="What works again">
        {controls.length > 0 ? (
          <div className="grid grid-cols-3 gap-x-3">
            <Figure label="controls live" value={`${live}`} unit={`of ${controls.length}`} />
            <Figure
              label="controller pins"
              value={`${asked}`}
              unit={there > 0 ? `of ${there}` : ''}
              bad={there > 0 && asked > there}
            />
            <Figure label="to buy, about" value={(panel.cost / 100).toFixed(0)} unit="" />
          </div>
        ) : (
          <p className="m-0 text-ink-soft">
            No control is entered yet. Take over what the shell has, or put a new one on a face; say what each shall do,
            and this station says how.
          </p>
        )}
        <div className="mt-2 flex flex-wrap gap-2">
          {begin.length > 0 && (
            <Button
              look={controls.length === 0 ? 'strong' : 'plain'}
              onClick={() => {
                const wrong = submit({ type: 'all', what: 'controls and headers that are there', changes: begin });
                if (wrong) toast.error(wrong);
              }}
            >
              Take over {begin.length} controls and headers
            </Button>
          )}
          <Button onClick={() => setAdding(true)}>New control on a face</Button>
          <Button onClick={words}>Enter one by hand</Button>
        </div>
      </Section>
      <FindingList station="panel" />
      <Starts />
      <Section title="Controls">
        <ul className="m-0 list-none p-0">
          {controls.map((one) => (
            <ControlRow key={one.id} one={one} />
          ))}
        </ul>
      </Section>
      <AddControl open={adding} onClose={() => setAdding(false)} />
    </>
  );
}

const MARKS = { good: '✓', warn: '!', stop: '✕' } as const;

function ControlRow({ one }: { one: MatchedControl }) {
  const { id, control, way } = one;
  const open = useAppSelector((s) => s.panel.picked === id);
  const place = useAppSelector(selectAssessment).reports.panel.places[id];
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const dead = control.wish !== 'nothing' && !way;
  return (
    <li className="border-t border-line first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="grid min-h-10 w-full grid-cols-[1fr_auto] items-baseline gap-x-3 py-1.5 text-left hover:bg-paper"
        onClick={() => {
          dispatch(pickControl(open ? null : id));
          if (!open && control.feature !== undefined) dispatch(select({ kind: 'feature', id: control.feature }));
        }}
      >
        <span className="font-label font-semibold">{control.name}</span>
        <span className="font-label">{control.wish === 'nothing' ? 'kept as it is' : control.wish}</span>
        <span className="col-span-2 text-sm text-ink-soft">
          {control.kind}
          {control.original ? '' : ', new'}
          {place ? `, ${faceWord(place.face)}` : ', no place'}
          {control.state === 'works' ? '' : `, ${control.state === 'unknown' ? 'not tested' : control.state}`}
          {control.wish !== 'nothing' && (
            <span className={dead || way?.verdict === 'stop' ? 'text-stop' : ''}>
              {way ? ` · ${MARKS[way.verdict]} ${way.label}` : ' · ✕ no way'}
            </span>
          )}
        </span>
      </button>
      {open && (
        <div className="pb-3">
          <WayList one={one} />
          <ControlFields id={id} control={control} place={place} />
          <ReachFields id={id} control={control} />
          <Button
            look="danger"
            className="mt-2"
            onClick={() => {
              submit({ type: 'setControl', id, control: null });
              dispatch(pickControl(null));
            }}
          >
            Delete {control.name}
          </Button>
        </div>
      )}
    </li>
  );
}
