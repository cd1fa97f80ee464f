import { useAppDispatch, useAppSelector } from '../../app/store';
import { FindingList } from '../../ui/FindingList';
import { Tabs } from '../../ui/Tabs';
import { AddOpening } from './AddOpening';
import { MountsPanel } from './MountsPanel';
import { OpeningsList } from './OpeningsList';
import { PrintPanel } from './PrintPanel';
import { SheetPanel } from './SheetPanel';
import { StockPanel } from './StockPanel';
import { StrengthPanel } from './StrengthPanel';
import { ToolsPanel } from './ToolsPanel';
import { setTab, type CutTab } from './slice';

/** Station 7: what exactly is cut, drilled and printed. */
export function CutStation() {
  const tab = useAppSelector((s) => s.cut.tab);
  const dispatch = useAppDispatch();
  return (
    <Tabs
      label="Cut"
      value={tab}
      onChange={(value) => dispatch(setTab(value as CutTab))}
      tabs={[
        { value: 'openings', label: 'Openings', content: <Openings /> },
        { value: 'mounts', label: 'Mounts', content: <MountsPanel /> },
        { value: 'tools', label: 'Tools', content: <ToolsPanel /> },
        { value: 'sheets', label: 'Sheets', content: <SheetPanel /> },
        { value: 'strength', label: 'Strength', content: <StrengthPanel /> },
        { value: 'print', label: 'Print', content: <PrintPanel /> },
        { value: 'stock', label: 'Stock', content: <StockPanel /> },
      ]}
    />
  );
}

function Openings() {
  return (
    <>
      <FindingList station="cut" />
      <AddOpening />
      <OpeningsList />
    </>
  );
}
