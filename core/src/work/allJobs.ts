import { WORKS } from './works';

type JobsOf<W> = W extends { jobs?: () => Promise<infer J> } ? J : never;

/** Jobs of the frame itself, beside those of the stations. */
const FRAME = { plan: () => import('./jobs'), exchange: () => import('../exchange/jobs') };
type Frame = { [K in keyof typeof FRAME]: Awaited<ReturnType<(typeof FRAME)[K]>> };

/** All jobs by owner and name. */
export type AllJobs = Frame & { [Id in keyof typeof WORKS]: JobsOf<(typeof WORKS)[Id]> };

/** The modules that hold jobs, by owner; each is loaded when one of its jobs is first used. */
export const JOBS: Readonly<Record<string, () => Promise<object>>> = {
  ...FRAME,
  ...Object.fromEntries(Object.entries(WORKS).flatMap(([id, { jobs }]) => (jobs ? [[id, jobs]] : []))),
};
