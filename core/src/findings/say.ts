import type { Figure, Finding, Verdict } from './finding';

/** Tells one finding of a station. */
export type Say = (
  id: string,
  verdict: Verdict,
  sentence: string,
  brief: string,
  figures?: Figure[],
  about?: Finding['about'],
  mayHaveRemedies?: boolean,
) => void;

/** A teller that adds to `findings`, its ids behind the name of the station. */
export const teller =
  (station: Finding['station'], findings: Finding[]): Say =>
  (id, verdict, sentence, brief, figures = [], about = [], mayHaveRemedies = false) =>
    findings.push({
      id: `${station}/${id}`,
      station,
      verdict,
      sentence,
      brief,
      figures,
      about,
      ...(mayHaveRemedies ? { mayHaveRemedies } : {}),
    });
