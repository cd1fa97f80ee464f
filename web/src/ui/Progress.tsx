/** How far a long search is, and what it is at. */
export function Progress({ share, what }: { share: number; what: string }) {
  const percent = Math.round(100 * Math.min(1, Math.max(0, share)));
  return (
    <div className="mt-2">
      <div
        role="progressbar"
        aria-label={what || 'searching'}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
        className="h-1.5 bg-paper"
      >
        <div className="h-full bg-pencil" style={{ width: `${percent}%` }} />
      </div>
      <p className="m-0 mt-1 [overflow-wrap:anywhere] text-sm text-ink-soft">{what}</p>
      {/* Told at every quarter: each per cent would be too much to listen to. */}
      <span className="sr-only" role="status">
        {percent < 25 ? 'searching' : `${Math.floor(percent / 25) * 25} % searched`}
      </span>
    </div>
  );
}
