import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { expect, it } from 'vitest';

// What the built interface is made of: what a page begins with, and what none should load.

const dist = new URL('../web/dist/', import.meta.url);
const read = (file: string) => readFileSync(new URL(file, dist), 'utf8');
const scripts = readdirSync(fileURLToPath(new URL('assets', dist)))
  .filter((name) => name.endsWith('.js'))
  .map((name) => `assets/${name}`);
const packed = (files: readonly string[]) => files.reduce((sum, file) => sum + gzipSync(read(file)).length, 0) / 1000;

/** Scripts that one leads to, however far off, by import or by an address, without going on through some. */
function reached(from: readonly string[], without: readonly string[] = []): Set<string> {
  const seen = new Set<string>();
  const visit = (file: string) => {
    if (seen.has(file) || without.includes(file)) return;
    seen.add(file);
    const text = read(file);
    for (const other of scripts) if (text.includes(other.slice('assets/'.length))) visit(other);
  };
  from.forEach(visit);
  return seen;
}

it('begins with at most 850 kB of scripts, and has at most 2.2 MB in all, packed', () => {
  const first = [...new Set(read('index.html').match(/assets\/[\w.-]+\.js/g))];
  expect(first.length).toBeGreaterThan(2);
  expect(packed(first)).toBeLessThan(850);
  expect(packed(scripts)).toBeLessThan(2200);
});

it('has the writer of PDFs once, and only behind the worker', () => {
  const writers = scripts.filter((file) => read(file).includes('PDFDocument'));
  expect(writers).toHaveLength(1);
  const worker = scripts.filter((file) => file.includes('engine.worker'));
  expect(worker).toHaveLength(1);
  const first = [...new Set(read('index.html').match(/assets\/[\w.-]+\.js/g))];
  const page = reached(first, worker);
  expect(page.size).toBeGreaterThan(10);
  expect(page.has(writers[0]!)).toBe(false);
  expect(reached(worker).has(writers[0]!)).toBe(true);
});

it('holds no verb of the command line', () => {
  const usage = 'every step of the build with what comes before it, laid on days';
  expect(scripts.filter((file) => read(file).includes(usage))).toEqual([]);
});

it('tells the licence of every package that the interface and its workers import', () => {
  const listed = ['licenses.md', 'licenses-of-workers.md', 'licenses-of-fonts.md'].map(read).join('\n');
  const root = fileURLToPath(new URL('..', import.meta.url));
  const sources = ['web/src', 'core/src', 'kernels/src'].flatMap((folder) =>
    readdirSync(`${root}/${folder}`, { recursive: true, encoding: 'utf8' })
      .filter((file) => /(?<!\.test)\.tsx?$/.test(file))
      .map((file) => readFileSync(`${root}/${folder}/${file}`, 'utf8')),
  );
  // A word apart from the builder: what is written after “from” in a source is what is meant.
  const packages = new Set(
    sources.flatMap((text) =>
      [...text.matchAll(/^(?:import|export) (?!type )[^;]*?from '((?:@[^/']+\/)?[^./'][^/']*)/gm)].map((m) => m[1]!),
    ),
  );
  for (const own of [...packages].filter((p) => /^(@young-shell|node:)/.test(p))) packages.delete(own);
  expect(packages.size).toBeGreaterThan(20);
  expect([...packages]).toEqual(expect.arrayContaining(['manifold-3d', 'svgpath', 'dxf-parser', 'meshoptimizer']));
  // Two have nothing of their own: what they hand on is listed by its own names.
  const within: Record<string, string> = { d3: 'd3-scale', 'radix-ui': '@radix-ui/react-dialog' };
  const missing = [...packages]
    .map((p) => within[p] ?? p)
    .filter((p) => !listed.includes(`## ${p} - `) && !listed.includes(`# ${p}\n`));
  expect(missing).toEqual([]);
});
