import type { ReactNode } from 'react';

/** A figure in the verdict strip that is no verdict. */
export function StripCell({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div className="flex min-w-0 flex-1 flex-col justify-center border-r border-white/15 px-3.5 last:border-0">
      <span className="truncate font-label text-sm text-strip-soft">{label}</span>
      <span className="figure truncate text-[21px] leading-6">{children}</span>
    </div>
  );
}
