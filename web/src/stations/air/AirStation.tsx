import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { FansPanel } from './FansPanel';
import { FlowPanel } from './FlowPanel';
import { setTab, showAir, type AirTab } from './slice';
import { WarmthPanel } from './WarmthPanel';
import { WaterPanel } from './WaterPanel';
import { WaysPanel } from './WaysPanel';

/** Station 4: does enough air come through, does it pass what is hot, how loud is it? */
export function AirStation() {
  const tab = useAppSelector((s) => s.air.tab);
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(showAir(true));
    return () => {
      dispatch(showAir(false));
    };
  }, [dispatch]);
  return (
    <Tabs
      label="Air"
      value={tab}
      onChange={(value) => dispatch(setTab(value as AirTab))}
      tabs={[
        { value: 'flow', label: 'Flow', content: <FlowPanel /> },
        { value: 'fans', label: 'Fans', content: <FansPanel /> },
        { value: 'ways', label: 'Ways', content: <WaysPanel /> },
        { value: 'warmth', label: 'Warmth', content: <WarmthPanel /> },
        { value: 'loop', label: 'Water', content: <WaterPanel /> },
      ]}
    />
  );
}
