import { assemble } from '../assembly';
import type { Verb } from '../station';
import { compareRuns } from './burn/compare';
import { predictedFor } from './burn/predict';
import { proofReport } from './report';

/** Checks, burn-ins beside the model, and the brief’s targets with their evidence. */
export const proof: Verb = (document) => {
  const { checks, acceptance } = proofReport(document, assemble(document));
  const runs = Object.entries(document.proof.runs);
  return {
    print: {
      checks: checks.map(({ id, group, name, state, waitsFor, expect, seen }) => ({
        id,
        group,
        name,
        state,
        waitsFor,
        ...(expect ? { expect } : {}),
        ...(seen?.value === undefined ? {} : { value: seen.value }),
      })),
      runs: runs.map(([id, run]) => ({
        id,
        name: run.name,
        simulated: run.simulated === true,
        ...predictedFor(document, run),
      })),
      compared: runs.flatMap(([a, first], i) =>
        runs.slice(i + 1).map(([b, second]) => ({ first: a, second: b, parts: compareRuns(first, second) })),
      ),
      acceptance,
    },
  };
};
