import { BOARD_EDGES, nextId, type HoleMap, type MapDistance } from '@young-shell/core/document';
import { measured, parseLength, TOOLS, type LengthError, type Tool } from '@young-shell/core/quantity';
import { useRef, useState } from 'react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';

interface Props {
  map: HoleMap;
  picked: readonly string[];
  onPick: (picked: string[]) => void;
  onAdd: (patch: Partial<HoleMap>) => string | undefined;
}

/** What an end of a distance is called. */
export const endName = (map: HoleMap, end: string): string => map.points[end]?.name ?? `${end} edge`;

/** A reading: from, to, how the jaws sat, and what they showed. Enter keeps it and is ready for the next. */
export function DistanceEntry({ map, picked, onPick, onAdd }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const [how, setHow] = useState<MapDistance['how']>('centre');
  const [tool, setTool] = useState<Tool>('calipers');
  const [text, setText] = useState('');
  const [error, setError] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const ends = [...Object.keys(map.points), ...BOARD_EDGES].map((value) => ({ value, label: endName(map, value) }));
  const from = picked[0] && ends.some((e) => e.value === picked[0]) ? picked[0] : ends[0]!.value;
  const to = picked[1] && ends.some((e) => e.value === picked[1]) ? picked[1] : (ends[1]?.value ?? 'left');
  const keep = () => {
    try {
      const value = parseLength(text, unit);
      const id = nextId(map.distances, 'd');
      const wrong = onAdd({
        distances: { ...map.distances, [id]: { from, to, how, measured: measured(value, tool) } },
      });
      setError(wrong);
      if (!wrong) {
        setText('');
        input.current?.focus();
      }
    } catch (problem) {
      setError((problem as LengthError).message);
    }
  };
  return (
    <form
      className="mb-3 grid grid-cols-2 gap-2 border-b border-line pb-3"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Choice label="From" value={from} options={ends} onChange={(value) => onPick([value, to])} />
      <Choice label="To" value={to} options={ends} onChange={(value) => onPick([from, value])} />
      <Choice
        label="Between"
        value={how}
        options={[
          { value: 'centre', label: 'centres' },
          { value: 'outer', label: 'far rims' },
          { value: 'inner', label: 'near rims' },
        ]}
        onChange={setHow}
      />
      <Choice
        label="With"
        value={tool}
        options={(Object.keys(TOOLS) as Tool[]).map((value) => ({ value, label: TOOLS[value].label }))}
        onChange={setTool}
      />
      <input
        ref={input}
        aria-label="Distance"
        aria-invalid={error !== undefined}
        autoComplete="off"
        placeholder={unit === 'mm' ? '154.94' : '6.100'}
        className="figure min-h-10 rounded-sm border border-line-strong bg-field px-2 text-[28px] leading-8"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Button type="submit" look="strong">
        Keep the reading
      </Button>
      {error && (
        <p role="alert" className="col-span-2 m-0 text-sm font-medium text-stop">
          {error}
        </p>
      )}
    </form>
  );
}
