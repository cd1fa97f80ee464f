import type { ReactNode } from 'react';
import { useAppDispatch, useAppSelector } from '../app/store';
import { Check } from '../ui/Check';
import { Choice } from '../ui/Choice';
import { ABOUT, type InstrumentKind, type Sample } from './kinds';
import { connect } from './slice';

/** Connects a simulated instrument on purpose, and says what it is. */
export function ConnectSimulated({
  kind,
  label,
  children,
}: {
  kind: InstrumentKind;
  label?: string;
  children?: ReactNode;
}) {
  const to = useAppSelector((s) => s.instruments.on[kind]);
  const dispatch = useAppDispatch();
  const { short, on } = ABOUT[kind];
  const samples = Object.entries(on) as [Sample, string][];
  return (
    <>
      <Check
        label={label ?? `Connect the simulated ${short}: what it shows is invented, and marked so`}
        checked={to !== undefined}
        onChange={(yes) => dispatch(connect({ kind, to: yes ? samples[0]![0] : null }))}
      />
      {to !== undefined && (
        <div className="mt-1 border-l-4 border-warn pl-2.5">
          <p className="m-0 font-semibold">Simulated: nothing real is measured.</p>
          {samples.length > 1 && (
            <Choice
              label="It is put on"
              value={to}
              options={samples.map(([value, text]) => ({ value, label: text }))}
              onChange={(next) => dispatch(connect({ kind, to: next }))}
            />
          )}
          {children}
        </div>
      )}
    </>
  );
}
