import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { assemble } from '@young-shell/core/assembly';
import { facesToCut } from '@young-shell/core/cut';
import { DocumentError, readConversion, type Conversion } from '@young-shell/core/document';
import { sheetsPdf, sheetSvg } from '@young-shell/core/exchange';
import { overlapsOf, remediesFor } from '@young-shell/core/fit';
import { correctedPositions, photoPointsOf, solveHoles } from '@young-shell/core/kit';
import { assessAll, slowFindings, surveyOf, worstOf } from '@young-shell/core/plan';
import { ROOM_QUESTION, roomReport, volumesOf } from '@young-shell/core/shell';
import { loadSolidKernel } from '@young-shell/core/solid';

const USAGE = `young-shell assess conversion.json           findings and reports of all stations, as JSON
young-shell sheets conversion.json [folder]  1:1 cut sheets: sheets.pdf and one SVG a face
young-shell survey conversion.json           what to measure next, most useful first, as JSON
young-shell room conversion.json             largest free blocks, slab and stick, as JSON
young-shell holes conversion.json            hole maps solved, as JSON

Exit code: 0 done, 1 a finding stops the work, 2 bad input.
`;

const DONE = 0;
const STOPS = 1;
const BAD_INPUT = 2;

const print = (report: unknown) => {
  process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);
  return DONE;
};

const VERBS = { assess, sheets, survey, room, holes };

/** The command line: the same computations as the screen. Gives the exit code. */
export async function main(args: readonly string[]): Promise<number> {
  const [verb, file, folder = '.'] = args;
  if (verb === '--help' || verb === 'help') {
    process.stdout.write(USAGE);
    return DONE;
  }
  const run = verb && Object.hasOwn(VERBS, verb) ? VERBS[verb as keyof typeof VERBS] : undefined;
  if (!run || !file) {
    process.stderr.write(verb && !run ? `There is no verb “${verb}”.\n${USAGE}` : USAGE);
    return BAD_INPUT;
  }
  try {
    return await run(readConversion(readFileSync(file, 'utf8')), folder);
  } catch (error) {
    if (!(error instanceof DocumentError) && !(error as NodeJS.ErrnoException).code) throw error;
    process.stderr.write(`${file}: ${(error as Error).message}\n`);
    return BAD_INPUT;
  }
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
