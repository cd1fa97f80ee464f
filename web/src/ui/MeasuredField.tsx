import { unitWord, formatLength, retyped, TOOLS, type Measured, type Tool } from '@young-shell/core/quantity';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { setTool } from '../app/preferences';
import { useAppDispatch, useAppSelector } from '../app/store';
import { Choice } from './Choice';
import { LengthField } from './LengthField';
import { TookWith } from './TookWith';

interface Props {
  label: string;
  value: Measured;
  onCommit: (measured: Measured) => string | undefined;
}

const TOOL_OPTIONS = (Object.keys(TOOLS) as Tool[]).map((tool) => ({ value: tool, label: TOOLS[tool].label }));

/**
 * A measured value: the length, and quietly beside it how sure it is and with which tool it was taken. The first guess
 * that is typed over asks for the tool; the next ones are taken with the same.
 */
export function MeasuredField({ label, value, onCommit }: Props) {
  const dispatch = useAppDispatch();
  const { unit, tool } = useAppSelector((s) => s.preferences);
  const [asking, setAsking] = useState(false);
  const digits = unit !== 'mm' ? 3 : value.uncertainty < 0.1 && value.uncertainty > 0 ? 2 : 1;
  const shown = formatLength(value.uncertainty, unit, digits);
  const isGuess = value.tool === 'guess' && value.uncertainty > 0;
  const takenWith = (next: Tool) => {
    if (next !== 'guess') dispatch(setTool(next));
    return onCommit({ value: value.value, uncertainty: TOOLS[next].uncertainty, tool: next });
  };
  return (
    <div>
      <LengthField
        label={label}
        value={value.value}
        onCommit={(mm) => {
          const wrong = onCommit(retyped(value, mm, tool));
          if (!wrong && value.tool === 'guess' && tool === undefined) setAsking(true);
          return wrong;
        }}
        aside={
          <Popover.Root>
            <Popover.Trigger
              className={`figure rounded-sm px-1.5 py-0.5 text-[15px] hover:bg-paper ${isGuess || value.simulated ? 'text-warn' : 'text-ink-soft'}`}
              aria-label={`${label}: ±${shown} ${unitWord(unit)}, ${value.simulated ? 'simulated ' : ''}${TOOLS[value.tool].label}; change`}
            >
              {value.simulated ? 'sim ' : ''}±{shown}
            </Popover.Trigger>
            <Popover.Portal>
              <Popover.Content
                align="end"
                aria-label={`How ${label} was measured`}
                sideOffset={4}
                className="z-50 flex w-60 flex-col gap-2 border border-line-strong bg-sheet p-3 shadow-md"
              >
                <Choice label="Measured with" value={value.tool} options={TOOL_OPTIONS} onChange={takenWith} />
                <LengthField
                  label="± half-width, 95 %"
                  value={value.uncertainty}
                  onCommit={(uncertainty) => onCommit({ ...value, uncertainty })}
                />
                <p className="m-0 text-sm text-ink-soft">A tool’s default is {TOOLS[value.tool].source.title}.</p>
              </Popover.Content>
            </Popover.Portal>
          </Popover.Root>
        }
      />
      {asking && isGuess && (
        <TookWith
          label={label}
          onChoose={(next) => {
            setAsking(false);
            takenWith(next);
          }}
        />
      )}
    </div>
  );
}
