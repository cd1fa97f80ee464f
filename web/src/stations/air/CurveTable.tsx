import type { FanFlow } from '@young-shell/core/air';
import { validationIssueOfCurve } from '@young-shell/core/document';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { inputClass } from '../../ui/Field';

type Point = [string, string];

/** The points of a fan’s curve at full speed, to be typed from its sheet. */
export function CurveTable({
  fan,
  onCommit,
}: {
  fan: FanFlow;
  onCommit: (curve: [number, number][]) => string | undefined;
}) {
  const [points, setPoints] = useState<Point[]>(() => fan.full.map(([q, p]) => [(q * 3600).toFixed(1), p.toFixed(1)]));
  const [wrong, setWrong] = useState<string>();
  const set = (i: number, k: 0 | 1, text: string) =>
    setPoints(points.map((p, j) => (j === i ? ((k === 0 ? [text, p[1]] : [p[0], text]) as Point) : p)));
  const keep = () => {
    const curve = points
      .map(([q, p]): [number, number] => [Number(q.replace(',', '.')), Number(p.replace(',', '.'))])
      .sort((a, b) => a[0] - b[0]);
    setWrong(validationIssueOfCurve(curve) ?? onCommit(curve));
  };
  return (
    <div className="col-span-2">
      <table className="w-full border-collapse">
        <caption className="pb-1 text-left text-sm text-ink-soft">At full speed</caption>
        <thead>
          <tr className="text-left font-label text-sm text-ink-soft">
            <th className="font-normal">m³/h</th>
            <th className="font-normal">Pa</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {points.map((point, i) => (
            <tr key={i}>
              {([0, 1] as const).map((k) => (
                <td key={k} className="py-0.5 pr-2">
                  <input
                    className={inputClass}
                    aria-label={`${k === 0 ? 'Flow, m³/h' : 'Pressure, Pa'}, point ${i + 1}`}
                    inputMode="decimal"
                    value={point[k]}
                    onChange={(event) => set(i, k, event.target.value)}
                  />
                </td>
              ))}
              <td className="text-right">
                {points.length > 2 && (
                  <Button
                    aria-label={`Delete point ${i + 1}`}
                    onClick={() => setPoints(points.filter((_, j) => j !== i))}
                  >
                    ×
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {wrong && (
        <p role="alert" className="m-0 text-sm font-medium text-stop">
          {wrong}
        </p>
      )}
      <div className="mt-1 flex gap-1.5">
        <Button look="strong" onClick={keep}>
          Keep the curve
        </Button>
        <Button onClick={() => setPoints([...points, ['', '']])}>One point more</Button>
      </div>
    </div>
  );
}
