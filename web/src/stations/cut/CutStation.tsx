import { FindingList } from '../../ui/FindingList';
import { OpeningsTable } from './OpeningsTable';
import { SheetPanel } from './SheetPanel';

/** Station 7: what exactly is cut and drilled. */
export function CutStation() {
  return (
    <>
      <SheetPanel />
      <FindingList station="cut" />
      <OpeningsTable />
    </>
  );
}
