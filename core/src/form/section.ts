import type { Form } from './form';
import type { ValidationIssue } from './check';

/** Something of the plan that other things speak of by its id. */
export interface Entity {
  kind:
    | 'part'
    | 'feature'
    | 'body'
    | 'opening'
    | 'face'
    | 'survivor'
    | 'target'
    | 'holeMap'
    | 'photo'
    | 'cut'
    | 'print'
    | 'adapter'
    | 'decoration'
    | 'link'
    | 'screen'
    | 'control'
    | 'header'
    | 'matrix'
    | 'hunt'
    | 'step'
    | 'entry'
    | 'hold'
    | 'run'
    | 'reading';
  id: string;
}

/** One way to alter a document: what it does to a draft, and how the history calls it (said before it is done). */
export interface ChangeKind<D, C> {
  alter: (draft: D, change: C) => void;
  words: (document: D, change: C) => string;
}

/** All ways of a section, by type. */
export type ChangeKinds<D, C extends { type: string }> = {
  [T in C['type']]: ChangeKind<D, Extract<C, { type: T }>>;
};

/**
 * A station's part of the document. `D` is what of the document its rules and changes look at, `C` its changes. A
 * section looks at no other that does not stand before it.
 */
export interface Section<K extends string, S, D, C extends { type: string }> {
  /** Its key in the document. */
  key: K;
  form: Form<S>;
  empty: () => S;
  /** What makes no sense beyond the form. The form is in order when they are asked. */
  rules: (document: D) => ValidationIssue[];
  changes: ChangeKinds<D, C>;
  /** Never there: carries the type of the changes. */
  change?: C;
  /** What of it is spoken of elsewhere, by id. */
  entities: (section: S) => Partial<Record<Entity['kind'], Readonly<Record<string, unknown>>>>;
  /** Takes out what speaks of something that is gone. */
  removeReferences?: (draft: D, gone: Entity) => void;
}

/** Keeps the types of a section as they are written. */
export const section = <K extends string, S, D, C extends { type: string }>(
  given: Section<K, S, D, C>,
): Section<K, S, D, C> => given;
