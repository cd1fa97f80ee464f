import { Slider } from 'radix-ui';
import { useId } from 'react';

interface Props {
  label: string;
  value: number;
  least: number;
  most: number;
  step: number;
  /** How the value is written. */
  text: string;
  onChange: (value: number) => void;
}

/** A value that is tried by sliding it: arrows step it, Home and End go to its ends. */
export function SliderField({ label, value, least, most, step, text, onChange }: Props) {
  const id = useId();
  return (
    <div>
      <div className="flex items-baseline justify-between">
        <span id={id} className="font-label text-ink-soft">
          {label}
        </span>
        <span className="figure text-lg">{text}</span>
      </div>
      <Slider.Root
        className="relative flex h-10 touch-none items-center select-none"
        value={[value]}
        min={least}
        max={most}
        step={step}
        onValueChange={([next]) => next !== undefined && onChange(next)}
      >
        <Slider.Track className="relative h-1 grow bg-line-strong">
          <Slider.Range className="absolute h-full bg-ink" />
        </Slider.Track>
        <Slider.Thumb className="block h-6 w-4 border border-ink bg-tape" aria-labelledby={id} aria-valuetext={text} />
      </Slider.Root>
    </div>
  );
}
