import { firstPlan, type Answers } from '@young-shell/core/begin';
import { writeConversion, type Conversion } from '@young-shell/core/document';
import { BEGINNING, HEADLINE } from '@young-shell/core/plan';
import { withLayout } from '@young-shell/core/search';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { setTool } from '../app/preferences';
import { useAppDispatch } from '../app/store';
import { api } from '../document/api';
import { Button, buttonClass } from '../ui/Button';
import { Field, inputClass } from '../ui/Field';
import { FirstVerdict, useFirstVerdict } from './FirstVerdict';
import { KitQuestions } from './KitQuestions';
import { ShellQuestions } from './ShellQuestions';
import { useAnswers } from './useAnswers';

/** The plan of the answers, or what is wrong with them. */
function planned(answers: Answers): { plan?: Conversion; wrong?: string } {
  try {
    return { plan: firstPlan(answers) };
  } catch (error) {
    return { wrong: (error as Error).message };
  }
}

/** From a shell one has to a first verdict, on one page: the shell, what goes in, what comes of it. */
export function BeginPage() {
  const { form, answers, set, forget } = useAnswers();
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const asked = useDeferredValue(answers);
  // The name is no part of the question.
  const { name: _name, ...rest } = asked;
  const about = JSON.stringify(rest);
  const { plan, wrong } = useMemo(() => planned({ ...(JSON.parse(about) as Answers), name: '' }), [about]);
  const { answer, busy, layout } = useFirstVerdict(plan);
  const [failed, setFailed] = useState('');
  const begin = form.handleSubmit(async () => {
    const { plan: made, wrong: odd } = planned(answers);
    if (!made) return setFailed(odd ?? '');
    const whole = layout ? withLayout(made, layout.placements) : made;
    try {
      const head = await api.importFile(new Blob([writeConversion(whole)]));
      dispatch(setTool(answers.tool === 'guess' ? undefined : answers.tool));
      forget();
      void navigate(`/c/${head.id}/${layout ? HEADLINE : BEGINNING}`);
    } catch (error) {
      setFailed((error as Error).message);
    }
  });
  return (
    <div className="min-h-full bg-mat bg-[linear-gradient(rgba(205,232,220,.09)_1px,transparent_1px),linear-gradient(90deg,rgba(205,232,220,.09)_1px,transparent_1px)] bg-size-[20px_20px]">
      <form
        className="mx-auto grid max-w-7xl grid-cols-[minmax(0,1fr)_380px] items-start gap-4 px-6 py-5 max-lg:grid-cols-1"
        aria-label="New conversion"
        // Enter in a field keeps what was typed there; only the button and the name put the shell on the bench.
        onSubmit={(event) => event.preventDefault()}
      >
        <main className="bg-sheet px-5 py-4">
          <div className="flex flex-wrap items-baseline justify-between gap-2">
            <h1 className="m-0 text-2xl font-semibold">Start from a shell you have</h1>
            <Link className={buttonClass('quiet')} to="/">
              Back to the list
            </Link>
          </div>
          <h2 className="mt-2 mb-1.5 font-label text-base font-semibold">1 · The shell: which form comes nearest?</h2>
          <ShellQuestions answers={answers} set={set} />
          <h2 className="mt-4 mb-1.5 font-label text-base font-semibold">2 · What goes in</h2>
          <KitQuestions kit={answers.kit} onChange={(kit) => set({ kit })} />
        </main>
        <aside className="sticky top-5 bg-sheet px-5 py-4" aria-label="What comes of it">
          <h2 className="mt-0 mb-1.5 font-label text-base font-semibold">3 · What comes of it</h2>
          {plan ? (
            <FirstVerdict plan={plan} answer={answer} layout={layout} busy={busy} />
          ) : (
            <p role="alert" className="m-0 text-stop">
              {wrong}
            </p>
          )}
          <div className="mt-3">
            <Field label="What is the shell?" error={form.formState.errors.name?.message}>
              {({ id, describedBy }) => (
                <input
                  id={id}
                  aria-describedby={describedBy}
                  aria-invalid={form.formState.errors.name !== undefined}
                  className={inputClass}
                  placeholder="Old tape deck"
                  maxLength={120}
                  {...form.register('name', {
                    validate: (name) => name.trim() !== '' || 'Give it a name: you will see it for weeks.',
                  })}
                  onKeyDown={(event) => event.key === 'Enter' && void begin()}
                />
              )}
            </Field>
          </div>
          {failed && (
            <p role="alert" className="mt-2 mb-0 text-stop">
              {failed}
            </p>
          )}
          <Button look="strong" className="mt-2.5 w-full" disabled={!plan} onClick={() => void begin()}>
            {layout ? 'Put it on the bench with this layout' : 'Put it on the bench'}
          </Button>
          <p className="mt-2 mb-0 text-sm text-ink-soft">
            Ribs, openings, lids and what was not asked here are measured on the bench; every margin says how sure it
            is.
          </p>
        </aside>
      </form>
    </div>
  );
}
