import { createHash, randomBytes } from 'node:crypto';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SCHEMA_VERSION } from '@young-shell/core/document';
import { strToU8, zipSync } from 'fflate';
import { Bench } from '../e2e/bench';
import type { Row } from './measure';

/** A backup as a workshop’s server gives it after some years: 14 solids of 15 MB, 200 plans with 60 changes each. */
function backup(): Uint8Array<ArrayBuffer> {
  const document = JSON.parse(readFileSync(new URL('../demo/tape-deck.json', import.meta.url), 'utf8')) as {
    format?: string;
    name: string;
  };
  delete document.format;
  const at = '2026-03-01T10:00:00.000Z';
  const change = (revision: number, id: string) => ({
    uid: `${id}-change-${revision}`,
    revision,
    type: 'setNote',
    label: 'note',
    kind: 'do',
    of: null,
    madeAt: at,
    operations: [{ op: 'replace', path: '/note', value: `Note ${revision}` }],
    inverse: [{ op: 'replace', path: '/note', value: `Note ${revision - 1}` }],
  });
  const files: Record<string, Uint8Array> = {
    'young-shell.json': strToU8(
      JSON.stringify({ format: 'young-shell-backup', version: 1, schema: SCHEMA_VERSION, madeAt: at }),
    ),
    'parts.json': strToU8('[]'),
    'settings.json': strToU8('[]'),
  };
  for (let i = 0; i < 14; i++) {
    const bytes = randomBytes(15_000_000);
    files[`attachments/${createHash('sha256').update(bytes).digest('hex')}.stl`] = bytes;
  }
  for (let i = 0; i < 200; i++) {
    const id = `plan-${i}`;
    files[`conversions/${id}.json`] = strToU8(
      JSON.stringify({
        id,
        document: JSON.stringify({ ...document, name: `Plan ${i}`, note: 'Note 60' }),
        revision: 60,
        createdAt: at,
        updatedAt: at,
        deletedAt: null,
        journal: Array.from({ length: 60 }, (_, k) => change(k + 1, id)),
        snapshots: [],
      }),
    );
  }
  return zipSync(files, { level: 1 }) as Uint8Array<ArrayBuffer>;
}

const SEND = `const [, file, url] = process.argv;
fetch(url, { method: 'POST', body: require('node:fs').createReadStream(file), duplex: 'half' })
  .then((response) => response.text())
  .then((text) => process.stdout.write(text));`;

/** The longest that another waits while so much is restored, beside the longest at rest; on the built server. */
export async function restoringRow(): Promise<Row> {
  const bench = await new Bench().open();
  try {
    const bytes = backup();
    const ask = async () => {
      const begun = performance.now();
      await (await fetch(`${bench.address}/api/conversions`)).arrayBuffer();
      return performance.now() - begun;
    };
    const worstUntil = async (goesOn: () => boolean) => {
      let worst = 0;
      while (goesOn()) {
        worst = Math.max(worst, await ask());
        await new Promise((resolve) => setTimeout(resolve, 20));
      }
      return worst;
    };
    await worstUntil(endIn(2000));
    const againstMs = await worstUntil(endIn(4000));
    const file = join(mkdtempSync(join(tmpdir(), 'young-shell-')), 'backup.zip');
    writeFileSync(file, bytes);
    // Sent by another process: what sending costs this one is no answer that comes late.
    const sender = spawn(process.execPath, ['-e', SEND, file, `${bench.address}/api/backup/restore`]);
    let answer = '';
    sender.stdout.on('data', (piece: Buffer) => (answer += piece.toString()));
    const ms = await worstUntil(() => sender.exitCode === null);
    const { added, leftOut } = JSON.parse(answer) as { added?: string[]; leftOut?: string[] };
    if (added?.length !== 200 || leftOut?.length !== 0)
      throw new Error(`Not all was restored: ${JSON.stringify(leftOut) ?? answer}`.slice(0, 300));
    return {
      what: `a list asked for while ${Math.round(bytes.length / 1e6)} MB are restored, worst`,
      ms,
      limit: 300,
      against: 'the worst at rest',
      againstMs,
    };
  } finally {
    await bench.close();
  }
}

function endIn(ms: number): () => boolean {
  const end = performance.now() + ms;
  return () => performance.now() < end;
}
