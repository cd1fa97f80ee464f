/** Shown while a conversion or a station is on its way. */
export function Waiting() {
  return (
    <main className="grid h-full place-items-center bg-mat-deep" aria-busy="true">
      <span className="tape">Laying it on the mat …</span>
    </main>
  );
}
