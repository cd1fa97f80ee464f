import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { assemble } from '@young-shell/core/assembly';
import { facesToCut } from '@young-shell/core/cut';
import { DocumentError, readConversion, type Conversion } from '@young-shell/core/document';
import { sheetsPdf, sheetSvg } from '@young-shell/core/exchange';
import { accessOf, balanceOf, orderOf, overlapsOf, remediesFor, routesOf } from '@young-shell/core/fit';
import { correctedPositions, photoPointsOf, solveHoles } from '@young-shell/core/kit';
import { assessAll, slowFindings, surveyOf, worstOf } from '@young-shell/core/plan';
import { conflictOf, searchLayouts, waysOutOf } from '@young-shell/core/search';
import { ROOM_QUESTION, roomReport, volumesOf } from '@young-shell/core/shell';
import { loadSolidKernel } from '@young-shell/core/solid';

const USAGE = `young-shell assess conversion.json           findings and reports of all stations, as JSON
young-shell sheets conversion.json [folder]  1:1 cut sheets: sheets.pdf and one SVG a face
young-shell survey conversion.json           what to measure next, most useful first, as JSON
young-shell room conversion.json             largest free blocks, slab and stick, as JSON
young-shell holes conversion.json            hole maps solved, as JSON
young-shell layouts conversion.json          layouts of the whole kit, best first; what can't be together, as JSON
young-shell ways-out conversion.json         the least interventions after which everything fits, as JSON
young-shell order conversion.json            assembly order, access, cables, weight and balance, as JSON
young-shell backup file.zip                  everything that is kept on this machine, as one file
young-shell restore file.zip                 brings a backup back; what is there stays as it is

  --seed 1        other luck for layouts and ways-out; the same seed gives the same result
  --seconds 60    ends layouts and ways-out with the best so far

Exit code: 0 done, 1 a finding stops the work, 2 bad input.
`;

const DONE = 0;
const STOPS = 1;
const BAD_INPUT = 2;

const print = (report: unknown) => {
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  return DONE;
};

const VERBS = { assess, sheets, survey, room, holes, layouts, 'ways-out': waysOut, order };

/** What a search is told on the command line. */
interface Limits {
  seed: number;
  seconds: number;
}

/** The command line: the same computations as the screen. Gives the exit code. */
export async function main(args: readonly string[]): Promise<number> {
  let given: ReturnType<typeof parsed>;
  try {
    given = parsed(args);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n${USAGE}`);
    return BAD_INPUT;
  }
  const [verb, file, folder = '.'] = given.positionals;
  if (given.values.help || verb === 'help') {
    process.stdout.write(USAGE);
    return DONE;
  }
  if (file && (verb === 'backup' || verb === 'restore')) return store(verb, file);
  const run = verb && Object.hasOwn(VERBS, verb) ? VERBS[verb as keyof typeof VERBS] : undefined;
  if (!run || !file) {
    process.stderr.write(verb && !run ? `There is no verb “${verb}”.\n${USAGE}` : USAGE);
    return BAD_INPUT;
  }
  try {
    return await run(readConversion(readFileSync(file, 'utf8')), folder, given.limits);
  } catch (error) {
    if (!(error instanceof DocumentError) && !(error as NodeJS.ErrnoException).code) throw error;
    process.stderr.write(`${file}: ${(error as Error).message}\n`);
    return BAD_INPUT;
  }
}

/** Back up or restore what the server keeps on this machine. */
async function store(verb: 'backup' | 'restore', file: string): Promise<number> {
  // Only these two verbs need the database and its driver.
  const { backupTo, restoreFrom, StoreError } = await import('./store');
  try {
    return print(await (verb === 'backup' ? backupTo(file) : restoreFrom(file)));
  } catch (error) {
    if (!(error instanceof StoreError) && !(error as NodeJS.ErrnoException).code) throw error;
    process.stderr.write(`${file}: ${(error as Error).message}\n`);
    return BAD_INPUT;
  }
}

/** Words and options of the command line. @throws Error that names the option and what would be right. */
function parsed(args: readonly string[]) {
  const { values, positionals } = parseArgs({
    args: [...args],
    allowPositionals: true,
    options: {
      help: { type: 'boolean' },
      seed: { type: 'string', default: '1' },
      seconds: { type: 'string', default: '60' },
    },
  });
  const number = (name: 'seed' | 'seconds', least: number, most: number) => {
    const value = Number(values[name]);
    if (!Number.isFinite(value) || value < least || value > most)
      throw new Error(`--${name} is “${values[name]}”; it would be a number from ${least} to ${most}.`);
    return value;
  };
  const limits: Limits = { seed: Math.round(number('seed', 1, 1_000_000)), seconds: number('seconds', 0.1, 86_400) };
  return { values, positionals, limits };
}

async function assess(document: Conversion): Promise<number> {
  const kernel = await loadSolidKernel();
  const volumes = volumesOf(document, kernel);
  const assessment = assessAll(document, volumes, undefined, slowFindings(document));
  const findings = assessment.findings.map((finding) => ({ ...finding, remedies: remediesFor(document, finding) }));
  const report = {
    name: document.name,
    verdict: worstOf(findings),
    volumes,
    mass: assessment.mass,
    overlaps: overlapsOf(document, kernel),
    strip: assessment.strip,
    findings,
    margins: assessment.fit.margins.map(({ id, kind, distance, required, spare, spread }) => ({
      id,
      kind,
      distance,
      required: required.value,
      spare,
      spread,
    })),
    measureAgain: assessment.fit.measureAgain,
    openings: assessment.cut.openings,
  };
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  return report.verdict === 'stop' ? STOPS : DONE;
}

async function sheets(document: Conversion, folder: string): Promise<number> {
  mkdirSync(folder, { recursive: true });
  const font = (path: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(path)));
  const pdf = await sheetsPdf(document, {
    text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
    figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
  });
  const written = ['sheets.pdf'];
  writeFileSync(join(folder, 'sheets.pdf'), pdf);
  for (const face of facesToCut(document, assemble(document))) {
    writeFileSync(join(folder, `${face}.svg`), sheetSvg(document, face));
    written.push(`${face}.svg`);
  }
  process.stdout.write(`${JSON.stringify({ folder, written })}\n`);
  return worstOf(assessAll(document, undefined, undefined, slowFindings(document)).findings) === 'stop' ? STOPS : DONE;
}

async function survey(document: Conversion): Promise<number> {
  const { steps, done, all } = surveyOf(document);
  return print({ done, all, steps });
}

async function room(document: Conversion): Promise<number> {
  const { map, ...report } = roomReport(document, ROOM_QUESTION);
  return print({ ...report, greatestFreeHeight: map.longest });
}

async function holes(document: Conversion): Promise<number> {
  const { holeMaps, photos } = document.kit;
  return print(
    Object.entries(holeMaps).map(([id, map]) => {
      const solution = solveHoles(map, photoPointsOf(photos, id));
      return { id, name: map.name, ...solution, corrected: correctedPositions(map, solution) };
    }),
  );
}

/** Says when the time is up. */
function deadline(seconds: number): () => boolean {
  const end = performance.now() + 1000 * seconds;
  return () => performance.now() > end;
}

async function layouts(document: Conversion, _folder: string, { seed, seconds }: Limits): Promise<number> {
  const stop = deadline(seconds);
  const result = searchLayouts(document, { seed, polish: 60, stop });
  const conflict = result.layouts.length === 0 ? conflictOf(document, { seed, stop }) : undefined;
  print({ seed, ...result, ...(conflict ? { conflict } : {}) });
  return result.layouts.length > 0 ? DONE : STOPS;
}

async function waysOut(document: Conversion, _folder: string, { seed, seconds }: Limits): Promise<number> {
  const result = waysOutOf(document, { seed, stop: deadline(seconds) });
  print({ seed, ...result });
  return result.ways.length > 0 ? DONE : STOPS;
}

async function order(document: Conversion): Promise<number> {
  const assembly = assemble(document);
  const found = orderOf(document, assembly);
  print({
    ...found,
    access: accessOf(document, assembly),
    cables: routesOf(document, assembly).map(({ link, ...route }) => ({ id: link.id, kind: link.kind, ...route })),
    balance: balanceOf(document, assembly),
  });
  return found.trapped.length > 0 ? STOPS : DONE;
}
