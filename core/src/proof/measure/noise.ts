/** What a source is by itself. */
export interface SourceLevel {
  /** dB(A), corrected for the background, at 1 m; undefined where the background hides it. */
  level?: number;
  /** At most so loud, where it is hidden. */
  most: number;
  correction: number;
  words: string;
}

/** Under this distance from the background nothing can be said, dB; from this on, nothing has to be. ISO 3744 (from memory): 6 and 15; for a phone’s reading 3 and 10 are usual. */
const HIDDEN = 3;
const CLEAR = 10;

/**
 * The level of a source from a reading with it on and one with it off, by energy: 10 lg(10^(L/10) − 10^(B/10)), and
 * brought to 1 m (free field, 20 lg d). Levels by energy: 50 over 45 is 48.3 dB.
 * @param distance of the meter, mm
 */
export function sourceLevel(running: number, background: number, distance = 1000): SourceLevel {
  const over = running - background;
  const near = 20 * Math.log10(distance / 1000);
  const alone = over > 0 ? 10 * Math.log10(10 ** (running / 10) - 10 ** (background / 10)) : -Infinity;
  if (over < HIDDEN) {
    // Three decibels over is the same as the background: louder it is not.
    const most = background + near;
    return {
      most,
      correction: 0,
      words: `Only ${over.toFixed(1)} dB over the room: it is not louder than ${most.toFixed(0)} dB(A), and how quiet can’t be said. Measure at night, or nearer.`,
    };
  }
  const level = alone + near;
  return {
    level,
    most: level,
    correction: running - alone,
    words:
      over >= CLEAR
        ? `${over.toFixed(0)} dB over the room: the room adds ${(running - alone).toFixed(1)} dB.`
        : `The room adds ${(running - alone).toFixed(1)} dB to ${running.toFixed(1)}; without it ${alone.toFixed(1)} dB(A)${distance === 1000 ? '' : `, ${level.toFixed(1)} at 1 m`}.`,
  };
}
