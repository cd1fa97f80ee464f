import type { Verdict } from '@young-shell/core/findings';

const WORDS: Record<Verdict, string> = { stop: 'stops the work', warn: 'warning', note: 'note', good: 'good' };

const SHAPES: Record<Verdict, React.ReactNode> = {
  stop: <rect x="2" y="2" width="12" height="12" />,
  warn: <path d="M8 1.5 15 14H1z" />,
  note: <circle cx="8" cy="8" r="5" fill="none" stroke="currentColor" strokeWidth="2.6" />,
  good: <path d="m2 8.5 4 4.5 8-10" fill="none" stroke="currentColor" strokeWidth="2.8" />,
};

const COLOURS: Record<Verdict, string> = { stop: 'text-stop', warn: 'text-warn', note: 'text-note', good: 'text-good' };

/** A verdict by shape and colour: square stop, triangle warn, ring note, tick good. */
export function VerdictMark({ verdict, colour, size = 13 }: { verdict: Verdict; colour?: string; size?: number }) {
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      className={`shrink-0 ${colour ?? COLOURS[verdict]}`}
      fill="currentColor"
      role="img"
      aria-label={WORDS[verdict]}
    >
      {SHAPES[verdict]}
    </svg>
  );
}
