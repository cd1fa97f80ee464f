import { lazy, Suspense } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { FindingList } from '../../ui/FindingList';
import { Tabs } from '../../ui/Tabs';
import { setTab, type FitTab } from './slice';
import { ClearancesSection } from './ClearancesSection';
import { useWhere } from './useWhere';
import { LayoutsPanel } from './LayoutsPanel';
import { MarginList } from './MarginList';
import { MeasureAgainList } from './MeasureAgainList';
import { OverlapList } from './OverlapList';
import { OpeningPanel } from './OpeningPanel';
import { OrderPanel } from './OrderPanel';
import { PartTray } from './PartTray';
import { ReachPanel } from './ReachPanel';
import { WaysPanel } from './WaysPanel';
import { WishesPanel } from './WishesPanel';

/** What is set of one part comes when one is chosen. */
const PartPlace = lazy(async () => ({ default: (await import('./PartPlace')).PartPlace }));

/** Station 3: where everything goes, by how much it fits, and what would make it fit. */
export function FitStation() {
  const tab = useAppSelector((s) => s.fit.tab);
  const dispatch = useAppDispatch();
  useWhere();
  return (
    <Tabs
      label="Fit"
      value={tab}
      onChange={(value) => dispatch(setTab(value as FitTab))}
      tabs={[
        { value: 'margins', label: 'Margins', content: <Margins /> },
        { value: 'layouts', label: 'Layouts', content: <LayoutsPanel /> },
        { value: 'ways', label: 'Ways out', content: <WaysPanel /> },
        { value: 'wishes', label: 'Wishes', content: <WishesPanel /> },
        { value: 'reach', label: 'Cables', content: <ReachPanel /> },
        { value: 'order', label: 'Order', content: <OrderPanel /> },
        { value: 'opening', label: 'Opening', content: <OpeningPanel /> },
      ]}
    />
  );
}

/** The part at hand, what is wrong, and the tightest margins. */
function Margins() {
  const selection = useAppSelector((s) => s.view.selection);
  const { kit, layout } = useAppSelector(selectDocument);
  const ids = Object.keys(kit.parts);
  const waiting = ids.length === 0 || ids.some((id) => !(id in layout.placements));
  const tray = <PartTray />;
  return (
    <>
      {selection?.kind === 'part' ? (
        <Suspense fallback={null}>
          <PartPlace id={selection.id} />
        </Suspense>
      ) : (
        waiting && tray
      )}
      <FindingList station="fit" />
      <MarginList />
      <OverlapList />
      <MeasureAgainList />
      <ClearancesSection />
      {selection?.kind !== 'part' && !waiting && tray}
    </>
  );
}
