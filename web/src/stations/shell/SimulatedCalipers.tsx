import { ConnectSimulated } from '../../instruments/ConnectSimulated';
import { Button } from '../../ui/Button';
import { Section } from '../../ui/Section';

/** Calipers that do not exist, for trying the survey out: connected on purpose, and marked wherever they were read. */
export function SimulatedCalipers({ connected, onPress }: { connected: boolean; onPress: () => void }) {
  return (
    <Section title="No calipers at hand?">
      <ConnectSimulated kind="calipers">
        <Button className="mt-1.5" disabled={!connected} onClick={onPress}>
          press the simulated calipers (c)
        </Button>
      </ConnectSimulated>
    </Section>
  );
}
