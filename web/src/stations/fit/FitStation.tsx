import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { FindingList } from '../../ui/FindingList';
import { OverlapList } from './OverlapList';
import { MarginList } from './MarginList';
import { MeasureAgainList } from './MeasureAgainList';
import { PartPlace } from './PartPlace';
import { PartTray } from './PartTray';

/** Station 3: where everything goes, by how much it fits, and what would make it fit. */
export function FitStation() {
  const selection = useAppSelector((s) => s.view.selection);
  const { kit, layout } = useAppSelector(selectDocument);
  const ids = Object.keys(kit.parts);
  const waiting = ids.length === 0 || ids.some((id) => !(id in layout.placements));
  const tray = <PartTray />;
  return (
    <>
      {selection?.kind === 'part' ? <PartPlace id={selection.id} /> : waiting && tray}
      <FindingList station="fit" />
      <MarginList />
      <OverlapList />
      <MeasureAgainList />
      {selection?.kind !== 'part' && !waiting && tray}
    </>
  );
}
