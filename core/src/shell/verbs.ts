import type { Verb } from '../station';
import { surveyOf } from './survey';
import { ROOM_QUESTION, roomReport } from './roomReport';

export const room: Verb = (document) => {
  const { map, ...report } = roomReport(document, ROOM_QUESTION);
  return { print: { ...report, greatestFreeHeight: map.longest } };
};

export const survey: Verb = (document, { watches }) => {
  const { steps, done, all } = surveyOf(document, watches());
  return { print: { done, all, steps } };
};
