import { formatLength, TOOLS, type Measured, type Tool } from '@young-shell/core/quantity';
import { Popover } from 'radix-ui';
import { useAppSelector } from '../app/store';
import { Choice } from './Choice';
import { LengthField } from './LengthField';

interface Props {
  label: string;
  value: Measured;
  onCommit: (measured: Measured) => string | undefined;
}

const TOOL_OPTIONS = (Object.keys(TOOLS) as Tool[]).map((tool) => ({ value: tool, label: TOOLS[tool].label }));

/** A measured value: the length, and quietly beside it how sure it is and with which tool it was taken. */
export function MeasuredField({ label, value, onCommit }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const digits = unit === 'inch' ? 3 : value.uncertainty < 0.1 && value.uncertainty > 0 ? 2 : 1;
  const shown = formatLength(value.uncertainty, unit, digits);
  return (
    <LengthField
      label={label}
      value={value.value}
      onCommit={(mm) => onCommit({ ...value, value: mm })}
      aside={
        <Popover.Root>
          <Popover.Trigger
            className={`figure rounded-sm px-1.5 py-0.5 text-[15px] hover:bg-paper ${value.tool === 'guess' && value.uncertainty > 0 ? 'text-warn' : 'text-ink-soft'}`}
            aria-label={`${label}: ±${shown} ${unit}, ${TOOLS[value.tool].label}; change`}
          >
            ±{shown}
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={4}
              className="z-50 flex w-60 flex-col gap-2 border border-line-strong bg-sheet p-3 shadow-md"
            >
              <Choice
                label="Measured with"
                value={value.tool}
                options={TOOL_OPTIONS}
                onChange={(tool) => onCommit({ ...value, tool, uncertainty: TOOLS[tool].uncertainty })}
              />
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
  );
}
