import type { Assembly } from '../assembly';
import type { Conversion, SectionKey, TargetFigures } from '../document';
import type { Finding, Remedy } from '../findings';
import type { Linear } from '../quantity';
import type { SolidKernel } from '../solid';

/** Ids of faces and features that the present plan cuts or takes out. */
export interface Touched {
  faces: ReadonlySet<string>;
  features: ReadonlySet<string>;
}

/** A part of the document that is read: a whole section, or one field of it (`brief.policy`). */
export type Read = SectionKey | { [K in SectionKey]: `${K}.${keyof Conversion[K] & string}` }[SectionKey];

/** What a station looks at: the parts of the document that it says it reads, and the solids they become. */
export interface Context {
  document: Conversion;
  /** Made when it is first asked for. */
  readonly assembly: Assembly;
}

/** What a station says at once, at every edit and every pointer move: a few milliseconds. */
export interface Assessed<Report> {
  /** What its own screen and others show beyond findings. */
  report: Report;
  findings: readonly Finding[];
  /** Stands where none of the station's findings, the slow ones included, is worse than a note. */
  calm?: Finding | undefined;
  /** A few words for the verdict strip where there is nothing to say. */
  rest: string;
  /** What it knows of the Brief's targets. */
  figures?: TargetFigures;
  touched?: Partial<Touched>;
}

/** What a station says after a while, computed apart. */
export interface Slow {
  findings?: readonly Finding[];
  figures?: TargetFigures;
}

/** Something whose uncertainty matters, and how much: the survey measures what hangs on it. */
export interface Watch {
  name: string;
  chain: Linear;
  weight: number;
}

/** What long computations get from where they run. */
export interface Tools {
  kernel(): Promise<SolidKernel>;
  /** The faces that sheets are set in. */
  fonts(): Promise<{ text: Uint8Array; figures: Uint8Array }>;
  /** What all stations but the running ones say at once of a plan: whatever is proposed is asked about first. */
  assess(document: Conversion): readonly Finding[];
  /** What running stations say of geometry: a search for layouts asks it besides. */
  inTheWay(document: Conversion): readonly Finding[];
  /** What all stations but the running ones say, with what they say after a while. */
  settle(document: Conversion): Promise<readonly Finding[]>;
  /** The same of all stations, the running ones too: for what a job gives in the end. */
  everything(document: Conversion): Promise<readonly Finding[]>;
}

/** What a job may do while it runs. */
export interface JobHost extends Tools {
  /** Says how far it is, 0…1, with what it has so far. */
  tell(share: number, what: string, best?: readonly unknown[]): void;
  /** Marks buffers that go with a result instead of being copied. */
  transfer<T>(value: T, buffers: ArrayBufferLike[]): T;
}

/** A computation that does not run on the page's own thread. */
export type Job = (host: JobHost, ...input: never[]) => unknown;

/** What a verb of the command line is told. */
export interface VerbOptions {
  seed: number;
  /** True once its time is up. */
  stop: () => boolean;
  /** What all stations want to know more surely. */
  watches: () => readonly Watch[];
  /** What all stations say at once. */
  findings: () => readonly Finding[];
}

/** What a verb gives: JSON to print, files to write, and whether a finding stops the work. */
export interface VerbResult {
  print: unknown;
  files?: Readonly<Record<string, Uint8Array | string>>;
  stops?: boolean;
}

export type Verb = (document: Conversion, options: VerbOptions, tools: Tools) => VerbResult | Promise<VerbResult>;

/** A verb with what the usage says of it; its code is loaded when it is used. */
export interface NamedVerb {
  words: string;
  load: () => Promise<Verb>;
}

/**
 * A station of the core as the page knows it: what follows every edit. The frame knows it by this alone: it calls, orders
 * and caches, and names no station. What takes longer and what the command line adds are registered apart (`StationWork`,
 * `StationCommands`), so that a page loads neither.
 */
export interface Station<Id extends string = string, Report = unknown> {
  id: Id;
  /** Its place in the order of the work. */
  number: number;
  label: string;
  /** Its words stand for the whole in the list of conversions; one station does. */
  headline?: boolean;
  /** A new conversion begins here; one station does. */
  begins?: boolean;
  /**
   * It tells what the machine does when it runs: where things go, and what it takes that they go in, is not decided by it.
   */
  running?: boolean;
  /** What a running station says of geometry all the same: a search asks it with every layout, so it is quick. */
  atRest?: (context: Context) => Finding[];
  /** The parts of the document its assessment looks at: it is done anew when one of them changes. */
  reads: readonly Read[];
  assess: (context: Context) => Assessed<Report>;
  /** Judges what all others found; asked last. Reads the brief alone besides. */
  conclude?: (
    document: Conversion,
    figures: TargetFigures,
    touched: Touched,
  ) => Pick<Assessed<Report>, 'findings' | 'calm'>;
  /** What it wants to know more surely. */
  watches?: (context: Context) => Watch[];
}

/** What a station does beside its assessment, in a worker, on the server or on the command line. */
export interface StationWork<Jobs extends Readonly<Record<string, Job>> = Readonly<Record<string, Job>>> {
  slow?: (context: Context, tools: Tools) => Slow | Promise<Slow>;
  /** What that rests on, where it is not what it `reads`. */
  slowReads?: readonly Read[];
  /** Changes that would help against one of its findings, each tried on the plan. */
  remedies?: (document: Conversion, finding: Finding) => Remedy[];
  /** What a plan still costs: minor units of money to spend, things to buy that have no price, minutes of work left. */
  costs?: (context: Context) => { money: number; unpriced: number; minutes: number };
  /** Loaded when one is first used. */
  jobs?: () => Promise<Jobs>;
}

/** What a station adds to the command line. */
export interface StationCommands<Report = unknown> {
  /** What `assess` prints of it beside its findings. */
  print?(context: Context, report: Report, tools: Tools): object | Promise<object>;
  verbs?: Readonly<Record<string, NamedVerb>>;
}

/** Keeps the types of a station as they are written. */
export const station = <const Id extends string, Report>(given: Station<Id, Report>): Station<Id, Report> => given;

/** Keeps the types of its jobs. */
export const stationWork = <Jobs extends Readonly<Record<string, Job>>>(given: StationWork<Jobs>): StationWork<Jobs> =>
  given;

/** Keeps the type of its report. */
export const stationCommands = <Report>(given: StationCommands<Report>): StationCommands<Report> => given;
