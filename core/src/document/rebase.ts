import { nextId, numberedId } from '../form';
import type { Conversion } from './conversion';
import { pathOf, stepsOf, valueAt, type Operation } from './patches';

/** The part of a change that says what it does and how it is undone. */
export interface TwoWay {
  operations: Operation[];
  inverse: Operation[];
}

/** Words of the user: an id in them is none. */
const WORDS = new Set(['name', 'note', 'source', 'label']);

const added = (operations: readonly Operation[]) =>
  operations.filter(({ op, path }) => op === 'add' && numberedId(lastStep(path))).map(({ path }) => path);
const lastStep = (path: string) => path.slice(path.lastIndexOf('/') + 1);
const parent = (path: string) => path.slice(0, path.lastIndexOf('/'));

/**
 * Two pages that each added a thing at once may have given both the same id: those that wait get ids of their own, in
 * all that waits with them. What is meant to be the same thing stays a conflict.
 * @param waiting changes that are not in `head` yet, oldest first
 * @param theirs operations that came into `head` meanwhile
 * @returns the same list where no id was given twice
 */
export function rebase<T extends TwoWay>(waiting: readonly T[], theirs: readonly Operation[], head: Conversion): T[] {
  const taken = new Set(added(theirs));
  const clashes = waiting.flatMap(({ operations }) => added(operations)).filter((path) => taken.has(path));
  const ids = [...new Set(clashes.map(lastStep))];
  if (ids.length === 0) return [...waiting];
  const given: Record<string, unknown> = {};
  for (const path of [...clashes, ...waiting.flatMap(({ operations }) => added(operations))])
    Object.assign(given, valueAt(head, parent(path)), { [lastStep(path)]: true });
  const renamed = new Map<string, string>();
  for (const id of ids) {
    const fresh = nextId(given, numberedId(id)!.stem, head.spent);
    given[fresh] = true;
    renamed.set(id, fresh);
  }
  const inPath = renaming(renamed);
  return waiting.map((change) => ({
    ...change,
    operations: change.operations.map((o) => withIds(o, inPath)),
    inverse: change.inverse.map((o) => withIds(o, inPath)),
  }));
}

type Renaming = (text: string) => string;

/** Ids wherever they stand alone in a path or a key: `card-2`, `fit/card-2|top`, but not `card-21`. */
function renaming(renamed: ReadonlyMap<string, string>): Renaming {
  const pattern = new RegExp(`(?<![a-z0-9-])(${[...renamed.keys()].join('|')})(?![a-z0-9-])`, 'g');
  return (text) => text.replace(pattern, (id) => renamed.get(id)!);
}

const withIds = (operation: Operation, rename: Renaming): Operation => ({
  ...operation,
  path: pathOf(stepsOf(operation.path).map(rename)),
  ...('value' in operation ? { value: renamedIn(operation.value, rename) } : {}),
});

function renamedIn(value: unknown, rename: Renaming): unknown {
  if (typeof value === 'string') return /\s/.test(value) ? value : rename(value);
  if (Array.isArray(value)) return value.map((v) => renamedIn(v, rename));
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [rename(key), WORDS.has(key) ? v : renamedIn(v, rename)]),
  );
}
