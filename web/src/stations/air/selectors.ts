import { createSelector } from '@reduxjs/toolkit';
import { airReport, type AirReport } from '@young-shell/core/air';
import type { Vec3 } from '@young-shell/core/solid';
import { formatFlow } from '@young-shell/core/quantity';
import type { RootState } from '../../app/store';
import { selectAssembly, selectAssessment, selectShown } from '../../document/selectors';
import { SECTION_AXES } from '../../view/projection';
import type { SectionLayer, Tape } from '../../view/station';
import type { Writing } from '../../view/writing';

const isTried = ({ speed, vents, heat }: RootState['air']['whatIf']) => speed !== 1 || vents !== 1 || heat !== 1;

/** What the air does as it is shown: the plan’s own, or with what is tried out. */
export const selectAir = createSelector(
  [selectShown, selectAssembly, selectAssessment, (s: RootState) => s.air.whatIf],
  (document, assembly, { reports }, whatIf): AirReport =>
    isTried(whatIf) ? airReport(document, assembly, undefined, true, whatIf) : reports.air,
);
export const selectTried = (state: RootState): boolean => isTried(state.air.whatIf);

/** An arrow of air: its length is the flow, at one scale for the whole shell. */
export interface AirArrow {
  id: string;
  from: Vec3;
  to: Vec3;
  flow: number;
  kind: 'in' | 'out' | 'inside';
  /** Part of the shell’s own warmest, 0…1. */
  warm: number;
}

/** The longest arrow, mm. */
const LONGEST = 110;
/** Flows under this share of the largest are not drawn. */
const LEAST = 0.015;

const along = (p: Vec3, direction: Vec3, by: number): Vec3 => [
  p[0] + direction[0] * by,
  p[1] + direction[1] * by,
  p[2] + direction[2] * by,
];

const NONE: AirArrow[] = [];

/** Arrows of all openings and fans, and of the air from zone to zone, while the station is open. */
export const selectArrows = (state: RootState): AirArrow[] => (state.air.shown ? arrowsOf(state) : NONE);

const arrowsOf = createSelector([selectAir], (air): AirArrow[] => {
  const outer = [
    // What goes through a seam is spread along it: no place to draw it at.
    ...air.ways
      .filter((w) => w.kind !== 'seam')
      .flatMap((w) => [
        { id: `way/${w.id}/in`, at: w.at, outward: w.outward, flow: w.in, out: false, rise: 0 },
        { id: `way/${w.id}/out`, at: w.at, outward: w.outward, flow: w.out, out: true, rise: w.rise },
      ]),
    ...air.fans
      .filter((f) => !f.inside)
      .map((f) => {
        const out = f.blowsIn ? f.flow < 0 : f.flow >= 0;
        return {
          id: `fan/${f.part}`,
          at: f.at,
          outward: f.outward,
          flow: Math.abs(f.flow),
          out,
          rise: out ? f.rise : 0,
        };
      }),
  ];
  const most = Math.max(...outer.map((o) => o.flow), 1e-9);
  const warmest = Math.max(air.warmest.rise, ...air.fans.map((f) => f.rise), 1);
  const arrows = outer
    .filter((o) => o.flow > LEAST * most)
    .map(({ id, at, outward, flow, out, rise }): AirArrow => {
      const length = (LONGEST * flow) / most;
      const near = along(at, outward, 4);
      const far = along(at, outward, 4 + length);
      return { id, from: out ? near : far, to: out ? far : near, flow, kind: out ? 'out' : 'in', warm: rise / warmest };
    });
  const axis = (k: 0 | 1 | 2): Vec3 => [Number(k === 0), Number(k === 1), Number(k === 2)];
  const inner = air.gaps
    .filter((g) => Math.abs(g.flow) > 0.04 * most)
    .map((g): AirArrow => {
      const half = ((LONGEST / 2) * g.flow) / most;
      const rise = air.zones[(g.flow >= 0 ? g.from : g.to) - 1]?.rise ?? 0;
      return {
        id: `gap/${g.from}-${g.to}`,
        from: along(g.at, axis(g.axis), -half),
        to: along(g.at, axis(g.axis), half),
        flow: Math.abs(g.flow),
        kind: 'inside',
        warm: rise / warmest,
      };
    });
  return [...arrows, ...inner];
});

/** What goes through the larger openings, over the view. */
export const selectAirTapes = createSelector(
  [selectArrows, (s: RootState) => s.preferences.unit],
  (arrows, unit): readonly Tape[] =>
    arrows
      .filter((a) => a.kind !== 'inside')
      .sort((a, b) => b.flow - a.flow)
      .slice(0, 7)
      .map((a): Tape => ({
        id: `air/${a.id}`,
        at: a.kind === 'out' ? a.to : a.from,
        text: formatFlow(a.flow, unit),
        look: 'figure',
      })),
);

/** Arrows whose air moves in a section, near enough to it. */
export function arrowsIn(
  arrows: readonly AirArrow[],
  { mode, depth }: Pick<SectionLayer, 'mode' | 'depth'>,
): AirArrow[] {
  const { into } = SECTION_AXES[mode];
  return arrows.filter((a) => {
    const across =
      Math.abs(a.to[into] - a.from[into]) <
      0.5 * Math.hypot(a.to[0] - a.from[0], a.to[1] - a.from[1], a.to[2] - a.from[2]);
    return across && (a.kind !== 'inside' || Math.abs(a.from[into] - depth) < 60);
  });
}

export function writingsOf(state: RootState, layer: SectionLayer): readonly Writing[] {
  const { across, up } = SECTION_AXES[layer.mode];
  return arrowsIn(selectArrows(state), layer)
    .filter((a) => a.kind !== 'inside')
    .sort((a, b) => b.flow - a.flow)
    .slice(0, 6)
    .map((a): Writing => {
      const at = a.kind === 'out' ? a.to : a.from;
      return {
        key: a.id,
        text: formatFlow(a.flow, state.preferences.unit),
        x: at[across],
        y: -at[up] - layer.px(10),
        size: 15,
        fill: '#fff',
        figure: true,
      };
    });
}
