import { useAppSelector } from '../../app/store';
import { FindingList } from '../../ui/FindingList';
import { OverlapList } from './OverlapList';
import { MarginList } from './MarginList';
import { MeasureAgainList } from './MeasureAgainList';
import { PartPlace } from './PartPlace';
import { PartTray } from './PartTray';

/** Station 3: where everything goes, by how much it fits, and what would make it fit. */
export function FitStation() {
  const selection = useAppSelector((s) => s.view.selection);
  return (
    <>
      {selection?.kind === 'part' ? <PartPlace id={selection.id} /> : <PartTray />}
      <MarginList />
      <FindingList station="fit" />
      <OverlapList />
      <MeasureAgainList />
    </>
  );
}
