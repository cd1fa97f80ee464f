import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { FinishPanel } from './FinishPanel';
import { LogPanel } from './LogPanel';
import { MoneyPanel } from './MoneyPanel';
import { WeightPanel } from './WeightPanel';
import { setTab, type BuildTab } from './slice';
import { StepsPanel } from './StepsPanel';
import { TimePanel } from './TimePanel';

/** Station 9: in which order, with what, until when, for how much? */
export function BuildStation() {
  const tab = useAppSelector((s) => s.build.tab);
  const dispatch = useAppDispatch();
  return (
    <Tabs
      label="Build"
      value={tab}
      onChange={(value) => dispatch(setTab(value as BuildTab))}
      tabs={[
        { value: 'steps', label: 'Steps', content: <StepsPanel /> },
        { value: 'time', label: 'Time', content: <TimePanel /> },
        { value: 'finish', label: 'Finish', content: <FinishPanel /> },
        { value: 'money', label: 'Money', content: <MoneyPanel /> },
        { value: 'weight', label: 'Weight', content: <WeightPanel /> },
        { value: 'log', label: 'Log', content: <LogPanel /> },
      ]}
    />
  );
}
