import type { ReactNode } from 'react';

/** A part of a station's panel under a ruled line. */
export function Section({ title, aside, children }: { title: string; aside?: ReactNode; children: ReactNode }) {
  return (
    <section className="border-b border-line px-4 py-3" aria-label={title}>
      <div className="mb-2 flex items-center justify-between gap-2">
        <h2 className="m-0 font-label text-base font-semibold">{title}</h2>
        {aside}
      </div>
      {children}
    </section>
  );
}
