import { FIRST_ANSWERS, type Answers } from '@young-shell/core/begin';
import { useEffect } from 'react';
import { useForm, useWatch } from 'react-hook-form';

const KEY = 'young-shell/begun';

function stored(): Answers {
  try {
    return { ...FIRST_ANSWERS, ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Answers>) };
  } catch {
    return FIRST_ANSWERS;
  }
}

const keep = (answers: Answers | undefined) => {
  try {
    if (answers) sessionStorage.setItem(KEY, JSON.stringify(answers));
    else sessionStorage.removeItem(KEY);
  } catch {
    // A private window may refuse: then they last as long as the page.
  }
};

/** What was answered so far; a reload loses nothing of it. */
export function useAnswers() {
  const form = useForm<Answers>({ defaultValues: stored() });
  const answers = useWatch({ control: form.control }) as Answers;
  useEffect(() => keep(answers), [answers]);
  const set = (patch: Partial<Answers>): undefined => {
    for (const key of Object.keys(patch) as (keyof Answers)[]) form.setValue(key, patch[key] as Answers[typeof key]);
  };
  return { form, answers, set, forget: () => keep(undefined) };
}
