import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { ControlsPanel } from './ControlsPanel';
import { HarnessPanel } from './HarnessPanel';
import { HeadersPanel } from './HeadersPanel';
import { KeysPanel } from './KeysPanel';
import { PinsPanel } from './PinsPanel';
import { setTab, showPanel, type PanelTab } from './slice';

/** Station 8: how do the original buttons, lights, keys and sockets work again? */
export function PanelStation() {
  const tab = useAppSelector((s) => s.panel.tab);
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(showPanel(true));
    return () => {
      dispatch(showPanel(false));
    };
  }, [dispatch]);
  return (
    <Tabs
      label="Panel"
      value={tab}
      onChange={(value) => dispatch(setTab(value as PanelTab))}
      tabs={[
        { value: 'controls', label: 'Controls', content: <ControlsPanel /> },
        { value: 'headers', label: 'Headers', content: <HeadersPanel /> },
        { value: 'keys', label: 'Keys', content: <KeysPanel /> },
        { value: 'pins', label: 'Pins', content: <PinsPanel /> },
        { value: 'harness', label: 'Harness', content: <HarnessPanel /> },
      ]}
    />
  );
}
