import { HOT_FACE, SOFTENS } from '../../standards';
import { kindOf } from '../../parts';
import { faceWord, type Conversion } from '../../document';
import { materialOf, type Assembly, faceReaches } from '../../assembly';
import { type Finding } from '../../findings';
import { type AirReport } from '../report';
import { NETWORK, PRACTICE } from './say';

const WOODS: ReadonlySet<string> = new Set(['wood', 'plywood', 'fibreboard']);

/** Plastics, glue and wood near what is hot. */
export function hotFindings(document: Conversion, assembly: Assembly, report: AirReport): Finding[] {
  const findings: Finding[] = [];
  const air = report.temperatures;
  // What leaves: printed parts at exhausts.
  const filament = document.cut.tools.filament ?? 'PETG';
  const softens = SOFTENS[filament];
  for (const [id, print] of Object.entries(document.cut.prints)) {
    const of = print.of?.split('.')[0];
    const fan = report.fans.find((f) => f.part === of && !f.blowsIn);
    const hot = fan ? report.ambient + fan.rise : (air.find((t) => t.part === of)?.air ?? 0);
    if (softens === undefined || hot < softens - 10) continue;
    findings.push({
      id: `air/softens/${id}`,
      station: 'air',
      verdict: hot > softens ? 'stop' : 'warn',
      sentence: `${print.name} of ${filament} stands in air of ${hot.toFixed(0)} °C; ${filament} softens at about ${softens} °C. Print it in something that stands more, or in metal.`,
      brief: `${print.name} softens`,
      figures: [
        { label: 'air there', value: hot, unit: '°C', source: NETWORK, worse: 'more' },
        { label: 'softens', value: softens, unit: '°C', source: PRACTICE },
      ],
      about: [],
    });
  }
  // Glue and tape that hold what gets hot.
  for (const [part, mount] of Object.entries(document.cut.mounts)) {
    const glue = mount.kind === 'glue' ? 'hot glue' : mount.kind === 'tape' ? 'double-sided tape' : undefined;
    const warm = air.find((t) => t.part === part);
    if (!glue || !warm || warm.air + 0.3 * (warm.temperature - warm.air) < SOFTENS[glue]!) continue;
    findings.push({
      id: `air/glue/${part}`,
      station: 'air',
      verdict: 'warn',
      sentence: `${warm.name} is held by ${mount.kind} and gets ${warm.temperature.toFixed(0)} °C; ${glue} lets go at about ${SOFTENS[glue]} °C. Screw it, or take a glue that stands heat.`,
      brief: `${mount.kind} lets go`,
      figures: [{ label: 'lets go', value: SOFTENS[glue]!, unit: '°C', source: PRACTICE }],
      about: [{ kind: 'part', id: part }],
    });
  }
  // Wood near hot faces.
  const materials = new Map(assembly.hull.walls.map((w) => [w.face, materialOf(document, assembly.hull, w.face)]));
  if ([...materials.values()].some((m) => WOODS.has(m)))
    for (const t of air) {
      const kind = kindOf(document.kit.parts[t.part]!);
      if (t.temperature < HOT_FACE.from || kind === 'board' || kind === 'drive') continue;
      const placed = assembly.parts.find((p) => p.id === t.part);
      if (!placed) continue;
      const body =
        placed.solids.find((s) => s.id === `${t.part}/cooler`) ?? placed.solids.find((s) => s.role === 'body');
      if (!body) continue;
      // The wall that its bracket is screwed to touches nothing hot of it.
      const own = new Set(faceReaches(assembly, placed).flatMap((r) => (r.reaches && r.wall ? [r.wall.face] : [])));
      for (const wall of assembly.hull.walls) {
        if (own.has(wall.face)) continue;
        const material = materials.get(wall.face)!;
        if (!WOODS.has(material)) continue;
        const { low, high } = body.shape;
        const gap =
          [0, 1, 2].reduce((sum, i) => sum + wall.normal[i]! * (wall.normal[i]! > 0 ? low[i]! : high[i]!), 0) -
          wall.offset;
        // Its bracket touches a wall of itself; what counts is what is hot.
        if (gap >= HOT_FACE.wood || gap < -5) continue;
        findings.push({
          id: `air/wood/${t.part}/${wall.face}`,
          station: 'air',
          verdict: 'note',
          sentence: `${t.name} gets ${t.temperature.toFixed(0)} °C and stands ${Math.max(0, gap).toFixed(1)} mm from the ${faceWord(wall.face)} of ${material}: keep ${HOT_FACE.wood} mm between hot faces and wood or felt, or line it with sheet metal.`,
          brief: `${t.name} near wood`,
          figures: [{ label: 'gap', value: gap, unit: 'mm', source: PRACTICE }],
          about: [
            { kind: 'part', id: t.part },
            { kind: 'face', id: wall.face },
          ],
        });
        break;
      }
    }
  return findings;
}
