import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { BudgetPanel } from './BudgetPanel';
import { MainsPanel } from './MainsPanel';
import { PlugsPanel } from './PlugsPanel';
import { setTab, type PowerTab } from './slice';
import { WiresPanel } from './WiresPanel';

/** Station 5: is the supply right, are the wires thick enough, is it safe? */
export function PowerStation() {
  const tab = useAppSelector((s) => s.power.tab);
  const dispatch = useAppDispatch();
  return (
    <Tabs
      label="Power"
      value={tab}
      onChange={(value) => dispatch(setTab(value as PowerTab))}
      tabs={[
        { value: 'budget', label: 'Budget', content: <BudgetPanel /> },
        { value: 'wires', label: 'Wires', content: <WiresPanel /> },
        { value: 'plugs', label: 'Plugs', content: <PlugsPanel /> },
        { value: 'mains', label: 'Mains', content: <MainsPanel /> },
      ]}
    />
  );
}
