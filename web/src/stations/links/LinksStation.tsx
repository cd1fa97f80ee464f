import { useAppDispatch, useAppSelector } from '../../app/store';
import { Tabs } from '../../ui/Tabs';
import { PicturePanel } from './PicturePanel';
import { PortsPanel } from './PortsPanel';
import { setTab, type LinksTab } from './slice';
import { TreePanel } from './TreePanel';
import { TubePanel } from './TubePanel';

/** Station 6: are there enough lanes, ports and bandwidth; does the picture come up on that screen? */
export function LinksStation() {
  const tab = useAppSelector((s) => s.links.tab);
  const dispatch = useAppDispatch();
  return (
    <Tabs
      label="Links"
      value={tab}
      onChange={(value) => dispatch(setTab(value as LinksTab))}
      tabs={[
        { value: 'tree', label: 'Links', content: <TreePanel /> },
        { value: 'ports', label: 'Ports', content: <PortsPanel /> },
        { value: 'picture', label: 'Picture', content: <PicturePanel /> },
        { value: 'tube', label: 'Tube', content: <TubePanel /> },
      ]}
    />
  );
}
