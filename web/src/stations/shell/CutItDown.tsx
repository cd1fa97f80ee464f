import { assemble } from '@young-shell/core/assembly';
import { POLICIES } from '@young-shell/core/brief';
import { cutDown, type CutDown } from '@young-shell/core/search';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Choice } from '../../ui/Choice';
import { Explain } from '../../ui/Explain';
import { InUnit } from '../../ui/InUnit';
import { LengthField } from '../../ui/LengthField';
import { Section } from '../../ui/Section';
import { CutDownCost } from './CutDownCost';
import { HowFarDown } from './HowFarDown';

const AXES = [
  { value: '0', label: 'the width' },
  { value: '1', label: 'the depth' },
  { value: '2', label: 'the height' },
] as const;

/** A shell cut along two planes, the piece between taken out, and joined again; and how far that goes as things stand. */
export function CutItDown() {
  const document = useAppSelector(selectDocument);
  const [axis, setAxis] = useState<(typeof AXES)[number]['value']>('0');
  const [from, setFrom] = useState(100);
  const [to, setTo] = useState(130);
  const found = useMemo((): CutDown | string => {
    try {
      return cutDown(document, { axis: Number(axis) as CutDown['axis'], from, to }, assemble(document));
    } catch (error) {
      return (error as Error).message;
    }
  }, [document, axis, from, to]);
  const { policy } = document.brief;
  return (
    <Section
      title="Cut it down"
      aside={
        <Explain
          title="Cut it down"
          rows={[
            {
              label: 'counted',
              value: '',
              source: 'hull, features, openings, bodies and parts beyond the piece move nearer by it',
            },
            {
              label: 'joined edges',
              value: '± 1 mm',
              source: 'common practice, no source: sizes ask to be measured again',
            },
          ]}
        />
      }
    >
      {policy !== 'open' && (
        <p className="mt-0 mb-2 text-warn">
          The brief says {POLICIES[policy].label}: {POLICIES[policy].short}. This can’t be undone on the shell.
        </p>
      )}
      <div className="grid grid-cols-3 gap-2">
        <Choice label="Shorter along" value={axis} options={AXES} onChange={setAxis} />
        <LengthField label="From" value={from} least={0} most={5000} onCommit={(mm) => void setFrom(mm)} />
        <LengthField label="To" value={to} least={0} most={5000} onCommit={(mm) => void setTo(mm)} />
      </div>
      {typeof found === 'string' ? (
        <p className="mt-2 mb-0 text-stop" role="alert">
          <InUnit words={found} />
        </p>
      ) : (
        <CutDownCost cut={found} />
      )}
      <HowFarDown document={document} />
    </Section>
  );
}
