import { createSelector } from '@reduxjs/toolkit';
import { pluggedOf, movedWith, placePart, type Assembly, type PlacedPart } from '@young-shell/core/assembly';
import { applyChange, placesInRow, type Conversion } from '@young-shell/core/document';
import { openedAt } from '@young-shell/core/fit';
import { assembled, assessAll, assessDragged } from '@young-shell/core/plan';
import type { Vec3 } from '@young-shell/core/solid';
import type { RootState } from '../app/store';
import { stacksOf } from './history';

const known = (state: RootState): Conversion => {
  if (!state.document.document) throw new Error('No conversion is open.');
  return state.document.document;
};

/** Cards that sit in the slots of boards, in the plan as it is kept. */
export const selectPlugged = createSelector([known], (document) => pluggedOf(assembled(document).parts));

/** The document as the screens show it: with the drag or the previewed remedy in it. */
export const selectShown = createSelector(
  [known, selectPlugged, (s: RootState) => s.view.drag, (s: RootState) => s.view.preview],
  (document, inSlots, drag, preview): Conversion => {
    if (drag) {
      const moved = {
        ...movedWith(document, inSlots, drag.id, drag.placement),
        ...placesInRow(document.layout, drag.id, drag.placement),
      };
      return { ...document, layout: { ...document.layout, placements: { ...document.layout.placements, ...moved } } };
    }
    if (!preview) return document;
    try {
      return applyChange(document, preview.change).document;
    } catch {
      return document;
    }
  },
);

export const selectDocument = known;

export const selectAssembly = createSelector([selectShown], assembled);

/** The plan with the body open that is looked at; undefined while all is shut. */
export const selectOpened = createSelector(
  [selectShown, selectAssembly, (s: RootState) => s.view.opened],
  (document, assembly, opened) => (opened ? openedAt(document, assembly, opened.body, opened.share) : undefined),
);

/**
 * What is drawn: parts are laid aside while a room map is shown without them; while the order is stepped through, those
 * that are not in yet are, and the one that goes in is on its way.
 */
export const selectDrawn = createSelector(
  [selectAssembly, selectOpened, (s: RootState) => s.view.partsAside, (s: RootState) => s.view.motion],
  (shut, opened, partsAside, motion): Assembly => {
    const assembly = opened?.assembly ?? shut;
    if (partsAside) return { ...assembly, parts: [] };
    if (!motion) return assembly;
    const parts = assembly.parts.filter((p) => !motion.aside.includes(p.id));
    return { ...assembly, parts: parts.map((p) => (motion.moving.includes(p.id) ? onItsWay(p, motion.by) : p)) };
  },
);

const onItsWay = (part: PlacedPart, [x, y, z]: Vec3): PlacedPart => {
  const { placement } = part;
  return placePart(part.id, part.part, {
    ...placement,
    x: placement.x + x,
    y: placement.y + y,
    z: placement.z + z,
  });
};

/** What all stations say of what is shown. */
export const selectAssessment = createSelector(
  [selectShown, known, (s: RootState) => s.slow, (s: RootState) => s.view.drag !== null],
  (shown, kept, slow, dragged) => (dragged ? assessDragged(shown, kept, slow) : assessAll(shown, slow)),
);

export const selectHistory = createSelector(
  [(s: RootState) => s.document.journal, (s: RootState) => s.document.pending],
  (journal, pending) => stacksOf([...journal, ...pending]),
);

/** What all stations say of the plan as it is kept, without drag and preview: cards don’t vanish under the hand. */
export const selectKeptAssessment = createSelector([known, (s: RootState) => s.slow], assessAll);
