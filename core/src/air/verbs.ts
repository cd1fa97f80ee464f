import { assemble } from '../assembly';
import { STATES } from '../document';
import type { Verb } from '../station';
import { airReport } from './report';

const round = (v: number, digits = 2) => (Number.isFinite(v) ? Number(v.toFixed(digits)) : null);

/** What air does in every state. */
export const air: Verb = (document) => {
  const assembly = assemble(document);
  return {
    print: Object.fromEntries(
      STATES.map((state) => {
        const report = airReport(document, assembly, state);
        return [
          state,
          {
            watts: round(report.watts, 0),
            through: round(report.through * 3600, 1),
            needed: round(report.needed * 3600, 1),
            rise: round(report.rise, 1),
            around: round(report.around, 1),
            doubt: round(report.doubt, 1),
            pressure: round(report.pressure),
            noise: round(report.noise, 1),
            ways: report.ways.map(({ id, name, face, area, in: into, out }) => ({
              id,
              name,
              face,
              area: round(area / 100, 1),
              in: round(into * 3600),
              out: round(out * 3600),
            })),
            fans: report.fans.map(({ part, name, flow, pressure, rpm }) => ({
              part,
              name,
              flow: round(flow * 3600),
              pressure: round(pressure),
              rpm: round(rpm, 0),
            })),
            parts: report.temperatures.map(({ part, temperature, doubt, limit }) => ({
              part,
              temperature: round(temperature, 0),
              doubt: round(doubt, 0),
              limit,
            })),
          },
        ];
      }),
    ),
  };
};
