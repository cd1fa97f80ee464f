import { SCHEMA_VERSION } from '@young-shell/core/document';
import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl';

/** The marker by which a bundle or a backup is known to be ours: the first entry of the archive. */
export const MANIFEST = 'young-shell.json';
export const BUNDLE = 'young-shell-bundle';
export const BACKUP = 'young-shell-backup';

/** What an archive unpacks to at most, bytes: one that says more is refused before it is unpacked. */
const LARGEST_UNPACKED = { [BUNDLE]: 500_000_000, [BACKUP]: 20_000_000_000 };
/** One entry of it, bytes: it is in memory while it is taken in. */
const LARGEST_ENTRY = 250_000_000;
/**
 * Plans and journals pack to a tenth or a thirtieth. What says that it unpacks to more than so many times its size is
 * made to fill the memory; so much may be unpacked whatever it says, bytes.
 */
const MOST_UNPACKED = { times: 250, free: 4_000_000 };

/** Why a file is no archive of ours; the message can be shown. */
export class ArchiveError extends Error {}

export interface Manifest {
  format: string;
  version: number;
  schema: number;
  madeAt: string;
}

/** An archive of ours that is open. Nothing of it is unpacked before it is read. */
export interface OpenArchive {
  /** Names of what it holds, with the bytes each unpacks to. */
  sizes: ReadonlyMap<string, number>;
  /**
   * One entry, unpacked.
   * @throws ArchiveError where it is not there or not what it says
   */
  read(name: string): Promise<Buffer>;
  close(): void;
}

const OPTIONS = { lazyEntries: true, autoClose: false } as const;

function opened(source: string | Uint8Array): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    const done = (error: Error | null, zip?: ZipFile) => (zip ? resolve(zip) : reject(error ?? new Error('none')));
    if (typeof source === 'string') open(source, OPTIONS, done);
    else fromBuffer(Buffer.from(source.buffer, source.byteOffset, source.byteLength), OPTIONS, done);
  });
}

function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  return new Promise((resolve, reject) => {
    const entries = new Map<string, Entry>();
    zip
      .on('entry', (entry: Entry) => {
        entries.set(entry.fileName, entry);
        zip.readEntry();
      })
      .once('end', () => resolve(entries))
      .once('error', reject);
    zip.readEntry();
  });
}

/** @throws ArchiveError where an archive would fill memory or disk with what it says it unpacks to */
function refuseBomb(entries: Iterable<Entry>, packed: number, format: keyof typeof LARGEST_UNPACKED): void {
  const { times, free } = MOST_UNPACKED;
  let all = 0;
  for (const { fileName, compressedSize, uncompressedSize } of entries) {
    all += uncompressedSize;
    if (uncompressedSize > free && uncompressedSize > times * compressedSize)
      throw new ArchiveError(
        `“${fileName.slice(0, 60)}” unpacks to more than ${times} times its size: it is made to fill the memory.`,
      );
    if (uncompressedSize > LARGEST_ENTRY)
      throw new ArchiveError(
        `“${fileName.slice(0, 60)}” unpacks to ${megabytes(uncompressedSize)}; at most ${megabytes(LARGEST_ENTRY)} are read.`,
      );
  }
  if (all > LARGEST_UNPACKED[format] || (all > free && all > times * packed))
    throw new ArchiveError(`The archive unpacks to ${megabytes(all)}, more than is safe.`);
}

const megabytes = (bytes: number) => `${Math.round(bytes / 1e6)} MB`;

const wanted = { [BUNDLE]: 'the bundle of one conversion', [BACKUP]: 'a backup of everything' } as Record<
  string,
  string
>;

/**
 * Opens an archive by its path, or as bytes.
 * @throws ArchiveError where it is none of ours, or not the one that is wanted, or would unpack to more than is safe
 */
export async function openArchive(
  source: string | Uint8Array,
  format: typeof BUNDLE | typeof BACKUP,
): Promise<OpenArchive> {
  const broken = () => new ArchiveError('The file is no whole zip archive: it was cut off or is something else.');
  const zip = await opened(source).catch(() => Promise.reject(broken()));
  try {
    const entries = await entriesOf(zip).catch(() => Promise.reject(broken()));
    refuseBomb(entries.values(), zip.fileSize, format);
    const read = async (name: string): Promise<Buffer> => {
      const entry = entries.get(name);
      if (!entry) throw new ArchiveError(`The archive holds no ${name}.`);
      return unpacked(zip, entry).catch(() =>
        Promise.reject(new ArchiveError(`“${name.slice(0, 60)}” of the archive is damaged.`)),
      );
    };
    const manifest = await read(MANIFEST)
      .then((bytes) => JSON.parse(bytes.toString()) as Manifest)
      .catch(() => Promise.reject(new ArchiveError(`The archive holds no ${MANIFEST}: it is not one of ours.`)));
    if (manifest.format !== format)
      throw new ArchiveError(
        `The archive is ${wanted[manifest.format] ?? `“${manifest.format}”`}; here ${wanted[format]} is wanted.`,
      );
    if (manifest.version !== 1 || manifest.schema > SCHEMA_VERSION)
      throw new ArchiveError('The archive was written by a newer version. Update Young Shell to open it.');
    return {
      sizes: new Map([...entries].map(([name, { uncompressedSize }]) => [name, uncompressedSize])),
      read,
      close: () => zip.close(),
    };
  } catch (error) {
    zip.close();
    throw error;
  }
}

function unpacked(zip: ZipFile, entry: Entry): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (!stream) return void reject(error ?? new Error('none'));
      const pieces: Buffer[] = [];
      stream
        .on('data', (piece: Buffer) => pieces.push(piece))
        .once('end', () => resolve(Buffer.concat(pieces)))
        .once('error', reject);
    });
  });
}
