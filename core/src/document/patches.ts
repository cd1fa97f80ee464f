import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import { isForbiddenKey } from './keys';

enablePatches();

/** One step of an edit in the form of RFC 6902 (add, remove, replace; paths by RFC 6901). */
export interface Operation {
  op: 'add' | 'remove' | 'replace';
  path: string;
  value?: unknown;
}

const escape = (step: string | number) => String(step).replace(/~/g, '~0').replace(/\//g, '~1');
const unescape = (step: string) => step.replace(/~1/g, '/').replace(/~0/g, '~');

/** The steps of a path; `''` is the whole document. */
export function stepsOf(path: string): string[] {
  if (path === '') return [];
  if (!path.startsWith('/')) throw new Error(`“${path}” is not a path; a path starts with “/”.`);
  return path.slice(1).split('/').map(unescape);
}

/** The path of some steps. */
export const pathOf = (steps: readonly (string | number)[]): string => steps.map((step) => `/${escape(step)}`).join('');

const fromImmer = (patch: Patch): Operation => {
  const operation: Operation = { op: patch.op, path: pathOf(patch.path) };
  return patch.op === 'remove' ? operation : { ...operation, value: patch.value };
};

/** Is a step one of an object’s own places: of a list one of its numbers, or the one after them to add to? */
function isPlace(at: object, step: string, op: Operation['op'] | false): boolean {
  if (!Array.isArray(at)) return Object.hasOwn(at, step) || (op !== false && !(step in at));
  return /^(0|[1-9]\d*)$/.test(step) && Number(step) < at.length + (op === 'add' ? 1 : 0);
}

function toImmer(operation: Operation, document: unknown): Patch {
  const path: (string | number)[] = [];
  let at: unknown = document;
  const steps = stepsOf(operation.path);
  steps.forEach((step, i) => {
    const last = i === steps.length - 1;
    if (isForbiddenKey(step) || typeof at !== 'object' || at === null || !isPlace(at, step, last && operation.op))
      throw new Error(`“${operation.path}” is not a path of a document.`);
    path.push(Array.isArray(at) ? Number(step) : step);
    at = (at as Record<string, unknown>)[step];
  });
  return { op: operation.op, path, value: operation.value };
}

export interface Edited<T> {
  document: T;
  operations: Operation[];
  inverse: Operation[];
}

/** Runs a recipe on a draft of the document; gives the new document and both ways of the edit. */
export function edit<T extends object>(document: T, recipe: (draft: T) => void): Edited<T> {
  const [next, patches, inverse] = produceWithPatches(document, (draft) => {
    recipe(draft as T);
  });
  return { document: next, operations: patches.map(fromImmer), inverse: inverse.map(fromImmer) };
}

/** Applies operations. @throws Error naming the path that the document does not have. */
export function applyOperations<T extends object>(document: T, operations: readonly Operation[]): Edited<T> {
  let at: Edited<T> = { document, operations: [], inverse: [] };
  for (const operation of operations) {
    if (operation.path === '' && operation.op === 'replace') {
      const whole: Operation = { op: 'replace', path: '', value: at.document };
      at = {
        document: operation.value as T,
        operations: [...at.operations, operation],
        inverse: [whole, ...at.inverse],
      };
      continue;
    }
    let step: Edited<T>;
    try {
      step = edit(at.document, (draft) => {
        applyPatches(draft, [toImmer(operation, at.document)]);
      });
    } catch {
      throw new Error(`The document has no place “${operation.path}” to ${operation.op}.`);
    }
    at = {
      document: step.document,
      operations: [...at.operations, ...step.operations],
      inverse: [...step.inverse, ...at.inverse],
    };
  }
  return at;
}

/** Two edits touch the same place, or one a place inside the other's. */
export function conflicts(a: readonly Operation[], b: readonly Operation[]): boolean {
  return a.some((p) =>
    b.some((q) => p.path === q.path || p.path.startsWith(`${q.path}/`) || q.path.startsWith(`${p.path}/`)),
  );
}

/** The value at a path, or undefined. */
export function valueAt(document: unknown, path: string): unknown {
  let at = document;
  for (const step of stepsOf(path)) at = (at as Record<string, unknown> | null | undefined)?.[step];
  return at;
}
