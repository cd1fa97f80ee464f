import { createSelector } from '@reduxjs/toolkit';
import type { Vec3 } from '@young-shell/core/solid';
import type { AppThunk, RootState } from '../../app/store';
import { inSpace, type Tape, type WebStation } from '../../view/station';
import { FreeRoomCell } from './FreeRoomCell';
import { JawsSection } from './JawsSection';
import { RoomSection } from './RoomSection';
import { forgetShell } from './slice';

const tapes = createSelector([(s: RootState) => s.shell.jaws], (jaws): readonly Tape[] =>
  jaws
    ? [
        {
          id: 'jaws',
          at: [0, 1, 2].map((i) => (jaws.from[i]! + jaws.to[i]!) / 2) as Vec3,
          text: 'jaws here',
          look: 'tape',
        },
      ]
    : [],
);

export const shell: WebStation = {
  id: 'shell',
  screen: async () => ({ Component: (await import('./ShellStation')).ShellStation }),
  Under3d: inSpace(import('./Room3d').then((m) => m.Room3d)),
  Over3d: inSpace(import('./Jaws3d').then((m) => m.Jaws3d)),
  UnderSection: RoomSection,
  OverSection: JawsSection,
  tapes,
  StripCell: FreeRoomCell,
  leave: (): AppThunk => (dispatch) => dispatch(forgetShell()),
};
