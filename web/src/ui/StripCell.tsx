import type { ReactNode } from 'react';

/** A figure in the verdict strip that is no verdict. */
export function StripCell({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="strip-cell strip-quiet flex flex-col justify-center border-r border-white/15 px-3 py-1 last:border-0">
      <span className="strip-label font-label text-strip-soft">{label}</span>
      <span className="strip-brief figure whitespace-nowrap">{children}</span>
    </div>
  );
}
