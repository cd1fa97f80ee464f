import type { StartWay } from '@young-shell/core/document';
import type { Start } from '@young-shell/core/panel';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssessment } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { Section } from '../../ui/Section';

const OPTIONS: readonly { value: StartWay | 'control'; label: string }[] = [
  { value: 'control', label: 'a control' },
  { value: 'mains', label: 'the mains, as set on the board' },
  { value: 'own button', label: 'the button on the board' },
  { value: 'wake', label: 'network or keyboard' },
];

/** How each board is switched on. */
export function Starts() {
  const { starts } = useAppSelector(selectAssessment).reports.panel;
  const submit = useSubmit();
  if (starts.length === 0) return null;
  return (
    <Section title="Switched on">
      {starts.map(({ board, name, by }) => (
        <div key={board} className="grid grid-cols-2 items-end gap-2 pb-2">
          <Choice
            label={`${name}, by`}
            value={by === undefined || by.kind === 'control' || by.kind === 'feed' ? 'control' : by.kind}
            options={OPTIONS}
            onChange={(start) => {
              const wrong = submit({ type: 'setStart', id: board, start: start === 'control' ? null : start });
              if (wrong) toast.error(wrong);
            }}
          />
          <span className="pb-2 text-sm text-ink-soft">{words(by)}</span>
        </div>
      ))}
    </Section>
  );
}

function words(by: Start['by']): string {
  if (!by) return 'none is led to its power switch pins yet';
  if (by.kind === 'control') return by.control.name;
  return by.kind === 'feed' ? 'starts as soon as it is fed' : '';
}
