import type { CableKind } from '@young-shell/core/standards';
import { CABLE_COLOUR, CABLE_DASH } from '../../view/palette';

/** Thickness of the line in the picture, px. */
const THICK = 4;

/** How cables of a kind are drawn, on the ground they are drawn on. */
export function CableSwatch({ kind }: { kind: CableKind }) {
  return (
    <svg viewBox="0 0 44 14" width="44" height="14" className="mr-1.5 inline-block bg-mat align-[-2px]" aria-hidden>
      <line
        x1="3"
        x2="41"
        y1="7"
        y2="7"
        stroke={CABLE_COLOUR[kind]}
        strokeWidth={THICK}
        strokeDasharray={CABLE_DASH[kind].map((share) => share * THICK).join(' ') || undefined}
      />
    </svg>
  );
}
