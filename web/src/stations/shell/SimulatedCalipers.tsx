import { useAppDispatch, useAppSelector } from '../../app/store';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Section } from '../../ui/Section';
import { connectSimulated } from './slice';

/** Calipers that do not exist, for trying the survey out: connected on purpose, and marked wherever they were read. */
export function SimulatedCalipers({ connected, onPress }: { connected: boolean; onPress: () => void }) {
  const wanted = useAppSelector((s) => s.shell.simulated);
  const dispatch = useAppDispatch();
  return (
    <Section title="No calipers at hand?">
      <Check
        label="Connect the simulated calipers: what they show is invented, and marked so"
        checked={wanted}
        onChange={(on) => dispatch(connectSimulated(on))}
      />
      {wanted && (
        <div className="mt-2 border-l-4 border-warn pl-2.5">
          <p className="m-0 font-semibold">Simulated: nothing real is measured.</p>
          <Button className="mt-1.5" disabled={!connected} onClick={onPress}>
            press the simulated calipers (c)
          </Button>
        </div>
      )}
    </Section>
  );
}
