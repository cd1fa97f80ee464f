import { createSelector } from '@reduxjs/toolkit';
import { faceName, marginsOfPart, nameOf, type Margin } from '@young-shell/core/fit';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import type { Vec3 } from '@young-shell/core/solid';
import type { RootState } from '../../app/store';
import { selectAssembly, selectAssessment, selectDrawn, selectShown } from '../../document/selectors';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer, Tape } from '../../view/station';
import type { Writing } from '../../view/writing';
import { clashBoxes } from './clashBoxes';

/** Margins of the selected part, tightest first: live while it is dragged. */
export const selectPartMargins = createSelector(
  [selectAssembly, (s: RootState) => s.view.selection],
  (assembly, selection) => {
    const part = selection?.kind === 'part' ? assembly.parts.find((p) => p.id === selection.id) : undefined;
    return part ? marginsOfPart(assembly, part) : [];
  },
);

/** Distances that are written into the view: the tightest few of the selected part. */
export const shownMargins = (margins: readonly Margin[]) => margins.filter((m) => m.distance > 0.2).slice(0, 4);

/** Boxes where things are in each other. On the way in nothing is in its place yet. */
export const selectClashes = createSelector(
  [selectDrawn, selectAssessment, (s: RootState) => s.view.motion],
  (assembly, { reports }, motion) => (motion ? [] : clashBoxes(assembly, reports.fit.margins)),
);

const middle = (a: Vec3, b: Vec3): Vec3 => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2];
/** Clashes that are named over the view. */
const NAMED = 4;

/** What is in what, and the tightest distances of the selected part, over the view in space. */
export const selectTapes = createSelector(
  [
    selectShown,
    selectDrawn,
    selectAssessment,
    selectPartMargins,
    (s: RootState) => s.view.motion,
    (s: RootState) => s.preferences.unit,
    (s: RootState) => s.fit.routes,
  ],
  (document, assembly, { reports }, partMargins, motion, unit, routes): readonly Tape[] => [
    ...reports.fit.margins
      .filter((m) => m.kind === 'body' && m.distance < -0.05 && assembly.parts.length > 0 && !motion)
      .slice(0, NAMED)
      .map((m): Tape => {
        const into =
          m.other.kind === 'face' ? faceName(document, m.other.id, assembly.hull.walls) : nameOf(document, m.other);
        return {
          id: `red/${m.id}`,
          at: m.from,
          text: `${document.kit.parts[m.part]?.name}: ${formatLength(-m.distance, unit)} ${unitWord(unit)} into ${into}`,
          look: 'red tape',
        };
      }),
    ...shownMargins(partMargins).map((m): Tape => ({
      id: `dim/${m.id}`,
      at: middle(m.from, m.to),
      text: formatLength(m.distance, unit),
      look: m.spare < 0 ? 'bad figure' : 'figure',
    })),
    // In space cables have no dashes: each is called by its name, or only the one that was picked.
    ...(routes?.routes ?? [])
      .filter(({ link, points }) => points.length > 1 && (routes!.picked === null || routes!.picked === link.id))
      .map(({ link, points }): Tape => ({
        id: `cable/${link.id}`,
        at: points[Math.floor(points.length / 2)]!,
        text: link.cable.name,
        look: 'figure',
      })),
  ],
);

/** Distances of the selected part that lie in a section. */
export const marginsIn = (margins: readonly Margin[], { mode }: Pick<SectionLayer, 'mode'>) => {
  const { into } = SECTION_AXES[mode];
  return margins.filter((m) => Math.abs(m.normal[into]) < 0.7).slice(0, 5);
};

/** The figures on those distances. */
export function writingsOf(state: RootState, layer: SectionLayer): readonly Writing[] {
  const { across, up } = SECTION_AXES[layer.mode];
  return marginsIn(selectPartMargins(state), layer).map((margin): Writing => {
    const [x1, y1, x2, y2] = [margin.from[across], -margin.from[up], margin.to[across], -margin.to[up]];
    const flat = Math.abs(x2 - x1) >= Math.abs(y2 - y1);
    return {
      key: margin.id,
      text: formatLength(margin.distance, state.preferences.unit),
      x: (x1 + x2) / 2 + (flat ? 0 : layer.px(22)),
      y: (y1 + y2) / 2 - (flat ? layer.px(11) : 0),
      size: 17,
      fill: margin.spare < 0 ? '#ffb3a1' : '#fff',
      figure: true,
    };
  });
}
