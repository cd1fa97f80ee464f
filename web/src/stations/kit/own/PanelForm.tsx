import type { Part } from '@young-shell/core/document';
import { activeArea, panelPart } from '@young-shell/core/kit';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useState } from 'react';
import { useAppSelector } from '../../../app/store';
import { Button } from '../../../ui/Button';
import { Choice } from '../../../ui/Choice';
import { LengthField } from '../../../ui/LengthField';
import { NumberField } from '../../../ui/NumberField';
import { Section } from '../../../ui/Section';

const ASPECTS = {
  '16:9': [16, 9],
  '16:10': [16, 10],
  '4:3': [4, 3],
  '5:4': [5, 4],
  '3:2': [3, 2],
  '21:9': [21, 9],
} as const;

/** A display panel is bought by its diagonal; what goes in is its outline. */
export function PanelForm({ onPart }: { onPart: (part: Part) => void }) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const [diagonal, setDiagonal] = useState(13.3);
  const [aspect, setAspect] = useState<keyof typeof ASPECTS>('16:9');
  const [size, setSize] = useState({ side: 6, top: 6, bottom: 14, thickness: 6 });
  const [a, b] = ASPECTS[aspect];
  const area = activeArea(diagonal, [a, b]);
  const field = (label: string, key: keyof typeof size) => (
    <LengthField
      label={label}
      value={size[key]}
      onCommit={(mm) => {
        if (mm < 0 || (key === 'thickness' && mm === 0)) return `${mm} mm is no size for that.`;
        setSize({ ...size, [key]: mm });
        return undefined;
      }}
    />
  );
  return (
    <Section title="A display panel by its diagonal">
      <div className="grid grid-cols-2 gap-2">
        <NumberField
          label="Diagonal, inches"
          value={diagonal}
          least={0.5}
          most={120}
          onCommit={(value) => void setDiagonal(value)}
        />
        <Choice
          label="Aspect"
          value={aspect}
          options={(Object.keys(ASPECTS) as (keyof typeof ASPECTS)[]).map((value) => ({ value, label: value }))}
          onChange={setAspect}
        />
        {field('Bezel at the sides', 'side')}
        {field('Bezel above', 'top')}
        {field('Bezel below', 'bottom')}
        {field('Thickness', 'thickness')}
      </div>
      <p className="my-2">
        <span className="figure text-xl">
          {formatLength(area.width, unit)} × {formatLength(area.height, unit)}
        </span>{' '}
        <span className="text-sm text-ink-soft">
          {unitWord(unit)} picture; sellers quote the diagonal or the size with the stand.
        </span>
      </p>
      <Button
        onClick={() =>
          onPart(panelPart({ diagonalInch: diagonal, aspect: [a, b], bezel: size, thickness: size.thickness }))
        }
      >
        Add the panel to the kit
      </Button>
    </Section>
  );
}
