import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { BurnPanel } from './BurnPanel';
import { ChecksPanel } from './ChecksPanel';
import { MeasuredPanel } from './MeasuredPanel';
import { setTab, showProof, type ProofTab } from './slice';
import { TargetsPanel } from './TargetsPanel';

/** Station 10: is it safe to switch on, does it hold its temperature, what was learnt? */
export function ProofStation() {
  const tab = useAppSelector((s) => s.proof.tab);
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(showProof(true));
    return () => {
      dispatch(showProof(false));
    };
  }, [dispatch]);
  return (
    <Tabs
      label="Proof"
      value={tab}
      onChange={(value) => dispatch(setTab(value as ProofTab))}
      tabs={[
        { value: 'checks', label: 'Checks', content: <ChecksPanel /> },
        { value: 'burn', label: 'Burn-in', content: <BurnPanel /> },
        { value: 'measured', label: 'Noise and speed', content: <MeasuredPanel /> },
        { value: 'targets', label: 'Targets', content: <TargetsPanel /> },
      ]}
    />
  );
}
