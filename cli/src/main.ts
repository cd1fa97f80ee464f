import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { DocumentError, readConversion, type Conversion } from '@young-shell/core/document';
import { reportOf, VERBS } from '@young-shell/core/command';
import { assessAll, saidAtRest, saidInTheWay, watchesOf, worstOf } from '@young-shell/core/plan';
import { loadSolidKernel, type SolidKernel } from '@young-shell/core/solid';
import type { Tools } from '@young-shell/core/station';
import { everything, settled, slowAnswers } from '@young-shell/core/work';

const line = (call: string, words: string) => `young-shell ${call.padEnd(34)} ${words}`;

const USAGE = `${[
  line('assess conversion.json', 'findings, figures and remedies of all stations'),
  ...Object.entries(VERBS).map(([verb, { words }]) => line(`${verb} conversion.json [folder]`, words)),
  line('backup file.zip', 'everything that is kept on this machine, as one file'),
  line('restore file.zip', 'brings a backup back; what is there stays as it is'),
].join('\n')}

  --seed 1        other luck for searches; the same seed gives the same result
  --seconds 60    ends searches with the best so far

What is found is printed as JSON; files go into the folder. Exit code: 0 done, 1 a finding stops the work, 2 bad input.
`;

const DONE = 0;
const STOPS = 1;
const BAD_INPUT = 2;

let kernel: Promise<SolidKernel> | undefined;
const font = (path: string) => new Uint8Array(readFileSync(createRequire(import.meta.url).resolve(path)));
const tools: Tools = {
  assess: saidAtRest,
  inTheWay: saidInTheWay,
  settle: (document) => settled(document, tools),
  everything: (document) => everything(document, tools),
  kernel: () => (kernel ??= loadSolidKernel()),
  fonts: async () => ({
    text: font('@fontsource/barlow/files/barlow-latin-500-normal.woff'),
    figures: font('@fontsource/barlow-condensed/files/barlow-condensed-latin-600-normal.woff'),
  }),
};

const print = (report: unknown) => process.stdout.write(`${JSON.stringify(report, null, 2)}\n`);

/** The command line: the same computations as the screen. Gives the exit code. */
export async function main(args: readonly string[]): Promise<number> {
  let given: ReturnType<typeof parsed>;
  try {
    given = parsed(args);
  } catch (error) {
    process.stderr.write(`${(error as Error).message}\n${USAGE}`);
    return BAD_INPUT;
  }
  const [verb = '', file, folder] = given.positionals;
  if (given.values.help || verb === 'help') {
    process.stdout.write(USAGE);
    return DONE;
  }
  const known = ['assess', 'backup', 'restore'].includes(verb) || Object.hasOwn(VERBS, verb);
  if (!known || !file) {
    process.stderr.write(verb && !known ? `There is no verb “${verb}”.\n${USAGE}` : USAGE);
    return BAD_INPUT;
  }
  if (verb === 'backup' || verb === 'restore') return store(verb, file);
  try {
    const document = readConversion(readFileSync(file, 'utf8'));
    return verb === 'assess' ? await assess(document) : await run(verb, document, folder, given.limits);
  } catch (error) {
    if (!(error instanceof DocumentError) && !(error as NodeJS.ErrnoException).code) throw error;
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
  const limits = { seed: Math.round(number('seed', 1, 1_000_000)), seconds: number('seconds', 0.1, 86_400) };
  return { values, positionals, limits };
}

async function assess(document: Conversion): Promise<number> {
  const report = await reportOf(document, tools);
  print(report);
  return report.verdict === 'stop' ? STOPS : DONE;
}

/** A verb of a station. */
async function run(
  verb: string,
  document: Conversion,
  folder: string | undefined,
  { seed, seconds }: { seed: number; seconds: number },
): Promise<number> {
  const end = performance.now() + 1000 * seconds;
  const work = await VERBS[verb]!.load();
  const result = await work(
    document,
    {
      seed,
      stop: () => performance.now() > end,
      watches: () => watchesOf(document),
      findings: () => assessAll(document).findings,
    },
    tools,
  );
  if (!result.files) {
    print(result.print);
    return result.stops ? STOPS : DONE;
  }
  const into = folder ?? '.';
  mkdirSync(into, { recursive: true });
  for (const [name, bytes] of Object.entries(result.files)) writeFileSync(join(into, name), bytes);
  print({ folder: into, ...(result.print as object) });
  // Files are for cutting by: a plan that stops says so even though they were written.
  return worstOf(assessAll(document, await slowAnswers(document, tools)).findings) === 'stop' ? STOPS : DONE;
}

/** Back up or restore what the server keeps on this machine. */
async function store(verb: 'backup' | 'restore', file: string): Promise<number> {
  // Only these two verbs need the database and its driver.
  const { backupTo, restoreFrom, StoreError } = await import('./store');
  try {
    print(await (verb === 'backup' ? backupTo(file) : restoreFrom(file)));
    return DONE;
  } catch (error) {
    if (!(error instanceof StoreError) && !(error as NodeJS.ErrnoException).code) throw error;
    process.stderr.write(`${file}: ${(error as Error).message}\n`);
    return BAD_INPUT;
  }
}
