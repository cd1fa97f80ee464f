import { watchesOf } from '@young-shell/core/plan';
import {
  choose,
  drop,
  keep,
  leave,
  skip,
  standing,
  surveyOf,
  take,
  WALK_START,
  type TakenReading,
} from '@young-shell/core/shell';
import type { Tool } from '@young-shell/core/quantity';
import { useMemo, useState } from 'react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';

/** The guided measuring: the step at hand, what its readings say, and what one can do with them. */
export function useSurvey() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [walk, setWalk] = useState(WALK_START);
  const survey = useMemo(() => surveyOf(document, watchesOf(document)), [document]);
  const at = useMemo(() => standing(walk, survey, document), [walk, survey, document]);
  /** Goes on with what became of a reading; says what is wrong where the document refuses it. */
  const settle = (taken: TakenReading) => {
    const wrong = taken.keep && submit(taken.keep);
    setWalk(wrong ? drop(walk) : taken.walk);
    return wrong;
  };
  const now = () => new Date().toISOString();
  return {
    survey,
    ...at,
    doubt: walk.doubt,
    take: (value: number, tool: Tool, simulated = false) => settle(take(walk, at, value, tool, now(), simulated)),
    keep: (value: number, tool: Tool, simulated = false) => settle(keep(walk, at, value, tool, now(), simulated)),
    drop: () => setWalk(drop(walk)),
    leave: () => setWalk(leave(walk)),
    skip: () => setWalk(at.step ? skip(walk, at.step.path) : leave(walk)),
    choose: (path: string) => setWalk(choose(walk, path)),
    back: () => setWalk({ ...walk, skipped: [] }),
    skipped: walk.skipped.length,
  };
}
