import { inSpace, type WebStation } from '../../view/station';
import { selectPanelTapes } from './selectors';
import { forgetPanel } from './slice';
import { WiresSection } from './WiresSection';

export const panel: WebStation = {
  id: 'panel',
  Over3d: inSpace(import('./Wires3d').then((m) => m.Wires3d)),
  OverSection: WiresSection,
  tapes: selectPanelTapes,
  leave: () => (dispatch) => dispatch(forgetPanel()),
  screen: async () => ({ Component: (await import('./PanelStation')).PanelStation }),
};
