import { lazy, Suspense, useState } from 'react';
import { useAppSelector } from './store';

const Shortcuts = lazy(async () => ({ default: (await import('./Shortcuts')).Shortcuts }));
const InstrumentsDialog = lazy(async () => ({
  default: (await import('../instruments/InstrumentsDialog')).InstrumentsDialog,
}));

/** Dialogs that few open: their scripts come when they are asked for first. */
export function OnceShown() {
  const keys = useAppSelector((s) => s.view.shortcuts);
  const instruments = useAppSelector((s) => s.instruments.shown);
  const [seen, setSeen] = useState({ keys, instruments });
  if ((keys && !seen.keys) || (instruments && !seen.instruments))
    setSeen({ keys: keys || seen.keys, instruments: instruments || seen.instruments });
  return (
    <Suspense>
      {seen.keys && <Shortcuts />}
      {seen.instruments && <InstrumentsDialog />}
    </Suspense>
  );
}
