import type { Conversion, Feature } from '../document';
import { faceWords, wallWords, extentOf, formOf, lidOf, ringOf } from '../document';
import type { Finding } from '../findings';
import { TOOLS, type Measured, type Source } from '../quantity';
import { hullModel } from '../assembly';
import { bodyFindings } from './bodies';
import { hazardFindings } from './hazards';
import { averaged } from './readings';
import { cutAwayFindings, unheldFindings } from './rests';

/** Every measured value of the shell with its document path. */
export function shellMeasures(document: Conversion): { path: string; measured: Measured }[] {
  const found: { path: string; measured: Measured }[] = [];
  const walk = (value: unknown, path: string) => {
    if (value === null || typeof value !== 'object') return;
    if ('uncertainty' in value && 'tool' in value) found.push({ path, measured: value as Measured });
    else for (const [key, inner] of Object.entries(value)) walk(inner, `${path}/${key}`);
  };
  walk(document.shell, '/shell');
  return found;
}

/** What is odd or missing in the survey of the shell. Pure. */
export function assessShell(document: Conversion): Finding[] {
  const findings: Finding[] = [];
  const measures = shellMeasures(document);
  const guesses = measures.filter((m) => m.measured.tool === 'guess' && m.measured.uncertainty > 0);
  if (guesses.length > 0)
    findings.push({
      id: 'shell/guesses',
      station: 'shell',
      verdict: 'warn',
      sentence: `${guesses.length} of ${measures.length} dimensions of the shell are guesses. Measure ${pathWords(guesses[0]!.path, document)} first.`,
      brief: `${guesses.length} guessed`,
      figures: [
        {
          label: 'guessed dimensions',
          value: guesses.length,
          unit: 'count',
          source: { kind: 'computed', title: 'values whose tool is “guess”' },
        },
      ],
      about: guesses.slice(0, 3).map((g) => ({ kind: 'measurement', id: g.path })),
      measureAgain: guesses[0]!.path,
    });
  findings.push(...invented(document, measures));
  findings.push(...slips(measures), ...tapers(document, measures));
  if (!lidOf(document.shell) && Object.keys(document.shell.bodies).length === 0)
    findings.push({
      id: 'shell/lid',
      station: 'shell',
      verdict: 'note',
      sentence: 'No lid, door or half is set: nothing is known yet about how the parts get in.',
      brief: 'no way in',
      figures: [],
      about: [],
    });
  findings.push(...openingFindings(document), ...bodyFindings(document), ...hazardFindings(document));
  findings.push(...cutAwayFindings(document), ...unheldFindings(document));
  for (const [id, feature] of Object.entries(document.shell.features)) {
    const finding = floating(document, id, feature);
    if (finding) findings.push(finding);
  }
  if (findings.length === 0)
    findings.push({
      id: 'shell/measured',
      station: 'shell',
      verdict: 'good',
      sentence: `All ${measures.length} dimensions are measured; worst is ± ${Math.max(...measures.map((m) => m.measured.uncertainty)).toFixed(1)} mm (${TOOLS[worstTool(measures)].label}).`,
      brief: 'measured',
      figures: [],
      about: [],
    });
  return findings;
}

const worstTool = (measures: { measured: Measured }[]) =>
  measures.reduce((a, b) => (b.measured.uncertainty > a.measured.uncertainty ? b : a)).measured.tool;

/** Values that were read off a simulated instrument: nothing is known from them. */
function invented(document: Conversion, measures: { path: string; measured: Measured }[]): Finding[] {
  const simulated = measures.filter(({ measured }) => measured.simulated);
  const [first] = simulated;
  if (!first) return [];
  return [
    {
      id: 'shell/simulated',
      station: 'shell',
      verdict: 'warn',
      sentence: `${simulated.length} ${simulated.length === 1 ? 'dimension was' : 'dimensions were'} read off the simulated calipers: invented, not measured. Measure ${pathWords(first.path, document)} before you cut.`,
      brief: `${simulated.length} simulated`,
      figures: [
        {
          label: 'simulated',
          value: simulated.length,
          unit: 'count',
          source: { kind: 'computed', title: 'values marked as simulated' },
        },
      ],
      about: simulated.slice(0, 3).map(({ path }) => ({ kind: 'measurement', id: path })),
      measureAgain: first.path,
    },
  ];
}

/** Repeats of one place that differ by more than the tool does: the shell tapers, bows or is worn there. */
function tapers(document: Conversion, measures: { path: string; measured: Measured }[]): Finding[] {
  return measures.flatMap(({ path, measured }): Finding[] => {
    const { readings, tool } = measured;
    if (!readings || readings.length < 2) return [];
    const { crooked, uncertainty } = averaged(readings, tool);
    const differs = Math.max(...readings) - Math.min(...readings);
    if (!crooked) return [];
    return [
      {
        id: `shell/taper${path.replace(/\//g, '-')}`,
        station: 'shell',
        verdict: 'note',
        sentence: `The ${pathWords(path, document)} differs by ${differs.toFixed(1)} mm between two places: it tapers, bows or is worn. Every margin on it counts ± ${uncertainty.toFixed(1)} mm.`,
        brief: `tapers ${differs.toFixed(1)} mm`,
        figures: [{ label: 'differs by', value: differs, unit: 'mm', source: SPREAD }],
        about: [{ kind: 'measurement', id: path }],
      },
    ];
  });
}

const SPREAD: Source = { kind: 'computed', title: 'largest less smallest reading; 1.96 standard deviations of them' };

/** A wall that is 25.4 times (or a 25.4th of) the middle of the others is likely an inch typed as mm. */
function slips(measures: { path: string; measured: Measured }[]): Finding[] {
  const walls = measures.filter((m) => m.path.includes('/walls/') || m.path.endsWith('/wall'));
  if (walls.length < 3) return [];
  const sorted = walls.map((w) => w.measured.value).sort((a, b) => a - b);
  const middle = sorted[Math.floor(sorted.length / 2)]!;
  return walls
    .filter((w) => [25.4, 1 / 25.4].some((f) => Math.abs(w.measured.value / (middle * f) - 1) < 0.04))
    .map((w) => ({
      id: `shell/slip${w.path.replace(/\//g, '-')}`,
      station: 'shell',
      verdict: 'warn',
      sentence: `The ${pathWords(w.path)} is ${w.measured.value} mm, 25.4 times its neighbours’ ${middle} mm or a 25.4th of it: was it inches?`,
      brief: 'inch for mm?',
      figures: [
        {
          label: 'value',
          value: w.measured.value,
          unit: 'mm',
          source: { kind: 'computed', title: 'ratio to the middle of the other walls' },
        },
      ],
      about: [{ kind: 'measurement', id: w.path }],
      measureAgain: w.path,
    }));
}

function openingFindings(document: Conversion): Finding[] {
  const { frames } = hullModel(document.shell);
  return Object.entries(document.shell.openings).flatMap(([id, opening]) => {
    const frame = frames.find((f) => f.face === opening.face);
    if (!frame) return [];
    const { shape } = opening;
    const hu = (shape.kind === 'round' ? shape.diameter.value : shape.width.value) / 2;
    const hv = (shape.kind === 'round' ? shape.diameter.value : shape.height.value) / 2;
    const us = frame.outline.map((p) => p[0]);
    const vs = frame.outline.map((p) => p[1]);
    const out =
      opening.u.value - hu < Math.min(...us) ||
      opening.u.value + hu > Math.max(...us) ||
      opening.v.value - hv < Math.min(...vs) ||
      opening.v.value + hv > Math.max(...vs);
    return out
      ? [
          {
            id: `shell/opening/${id}`,
            station: 'shell' as const,
            verdict: 'warn' as const,
            sentence: `The opening “${opening.name}” hangs over the edge of the ${faceWords(opening.face)}, which is ${Math.max(...us).toFixed(1)} × ${Math.max(...vs).toFixed(1)} mm.`,
            brief: 'opening over the edge',
            figures: [],
            about: [{ kind: 'opening' as const, id }],
          },
        ]
      : [];
  });
}

/** A feature that neither touches a wall nor another feature is likely measured from a wrong face. */
function floating(document: Conversion, id: string, feature: Feature): Finding | undefined {
  if (feature.fate === 'removed' || feature.kind === 'thing outside') return undefined;
  const { low, high } = extentOf(feature);
  const hull = hullModel(document.shell);
  // What hangs on a raised lid went up with it.
  const lift = feature.body === lidOf(document.shell)?.id ? (ringOf(document.shell)?.height.value ?? 0) : 0;
  low[2] += lift;
  high[2] += lift;
  const slack = 3;
  const touches =
    hull.walls.some((w) => {
      const least = [0, 1, 2].reduce((sum, i) => sum + w.normal[i]! * (w.normal[i]! > 0 ? low[i]! : high[i]!), 0);
      return least - w.offset < slack;
    }) ||
    Object.entries(document.shell.features).some(([otherId, other]) => {
      if (otherId === id) return false;
      const o = extentOf(other);
      return [0, 1, 2].every((i) => low[i]! <= o.high[i]! + slack && high[i]! >= o.low[i]! - slack);
    });
  if (touches) return undefined;
  return {
    id: `shell/floating/${id}`,
    station: 'shell',
    verdict: 'note',
    sentence: `${feature.name} touches no wall and no other feature. Was it measured from the outside of another face?`,
    brief: `${feature.name} floats`,
    figures: [],
    about: [{ kind: 'feature', id }],
  };
}

/** A document path of a shell measurement in words. */
export function pathWords(path: string, document?: Conversion): string {
  const steps = path.split('/').slice(1);
  if (steps[0] === 'kit') {
    const part = document?.kit.parts[steps[2]!];
    return `${part?.name ?? steps[2]}: ${words(steps[4] ?? '')}`;
  }
  if (steps[1] === 'features' || steps[1] === 'openings') {
    const thing = document?.shell[steps[1]][steps[2]!];
    const last = steps[steps.length - 1]!;
    if (steps[3] === 'cutAway')
      return `${thing?.name ?? steps[2]}: what is cut out of it, ${{ x: 'left end', y: 'front end', z: 'lower end' }[last] ?? words(last)}`;
    if (steps[3] === 'copies')
      return `${thing?.name ?? steps[2]}: ${last === 'pitch' ? 'pitch of its copies' : 'mirror plane'}`;
    if (steps[4] === 'corners') return `${thing?.name ?? steps[2]}: profile corner ${Number(steps[5]) + 1}, ${last}`;
    const where =
      { x: 'left end', y: 'front end', z: 'lower end', u: 'from the left', v: 'from below' }[last] ?? words(last);
    return `${thing?.name ?? steps[2]}: ${where}`;
  }
  if (steps[2] === 'walls') return `thickness of the ${steps[3]} wall`;
  if (steps[2] === 'ends') {
    const form = document && formOf(document.shell.hull);
    return `thickness of the ${form ? form.ends[steps[3] as 'low' | 'high'].face : steps[3]} wall`;
  }
  if (steps[2] === 'corners') return cornerWords(Number(steps[3]), steps[4]!, document);
  if (steps[1] === 'bodies') {
    const name = document?.shell.bodies[steps[2]!]?.name ?? steps[2];
    const last = steps.at(-1)!;
    const where = { at: 'where it comes off', u: 'middle from the left', v: 'middle from below' }[last];
    return `${name}: ${where ?? words(last)}`;
  }
  if (steps[1] === 'hull' && steps[2] === 'length')
    return `${['width', 'depth', 'height'][document ? formOf(document.shell.hull).axis : 0]} of the shell`;
  if (steps[2] === 'cavity') return `thickness of the ${wallWords(steps[4] ?? '')}`;
  if (steps[2] === 'solid')
    return `${{ x: 'width', y: 'depth', z: 'height' }[steps.at(-1)!] ?? 'size'} of the imported shell`;
  return `${words(steps[2] ?? '')} of the shell`;
}

/** A value of a profile's corner: `depth of profile corner 2`. */
function cornerWords(index: number, key: string, document?: Conversion): string {
  const form = document && formOf(document.shell.hull);
  const face = form?.edges[index]?.face ?? 'profile';
  if (key === 'wall') return `thickness of the ${wallWords(face)}`;
  if (key === 'rise') return `rise of the arch of ${face}`;
  if (key === 'radius') return `radius of the corner before ${face}`;
  const names = [
    ['depth', 'height'],
    ['place across', 'height'],
    ['place across', 'depth'],
  ][form?.axis ?? 0]!;
  return `${names[key === 'a' ? 0 : 1]} of profile corner ${index + 1}`;
}

const words = (camel: string) => camel.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`);
