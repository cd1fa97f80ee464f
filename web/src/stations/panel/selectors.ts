import { createSelector } from '@reduxjs/toolkit';
import type { Vec3 } from '@young-shell/core/solid';
import type { RootState } from '../../app/store';
import { selectAssessment, selectShown } from '../../document/selectors';
import type { Tape } from '../../view/station';

const NONE: Tape[] = [];

/** Names of the controls over their places, while the station is open: red where one has no way. */
export const selectPanelTapes = (state: RootState): readonly Tape[] => (state.panel.shown ? tapesOf(state) : NONE);

const tapesOf = createSelector([selectAssessment], ({ reports }): Tape[] =>
  reports.panel.matched.controls.flatMap(({ id, control, way }): Tape[] => {
    const place = reports.panel.places[id];
    if (!place) return [];
    const dead = control.wish !== 'nothing' && (!way || way.verdict === 'stop');
    return [
      {
        id: `panel/${id}`,
        at: place.front,
        text: control.wish === 'nothing' ? control.name : `${control.name}: ${control.wish}`,
        look: dead ? 'red tape' : 'tape',
      },
    ];
  }),
);

/** A run of wires from a control to a header, or a rod from a button to its switch. */
export interface PanelLine {
  id: string;
  points: Vec3[];
  kind: 'wire' | 'rod';
}

const NO_LINES: PanelLine[] = [];

/** Rods always, while the station is open; wires once their ways are known. */
export const selectLines = (state: RootState): PanelLine[] => (state.panel.shown ? linesOf(state) : NO_LINES);

const linesOf = createSelector(
  [selectAssessment, selectShown, (s: RootState) => s.panel.routes, (s: RootState) => s.panel.tab],
  ({ reports }, document, routes, tab): PanelLine[] => [
    ...Object.keys(reports.panel.rods).flatMap((id): PanelLine[] => {
      const place = reports.panel.places[id];
      const to = document.panel.controls[id]?.rod?.to;
      return place && to ? [{ id, kind: 'rod', points: [place.back, [to.x, to.y, to.z]] }] : [];
    }),
    ...(tab === 'harness' ? routes.map(({ id, points }): PanelLine => ({ id, kind: 'wire', points })) : []),
  ],
);
