import type { StartingForm } from '@young-shell/core/document';
import { useForm, useWatch } from 'react-hook-form';
import { Button } from '../ui/Button';
import { inputClass } from '../ui/Field';

interface Form {
  name: string;
  form: StartingForm;
}

const FORMS = [
  { value: 'box', label: 'Box', hint: 'straight sides', outline: 'M8 14h84v42H8z' },
  { value: 'wedge', label: 'Wedge', hint: 'sloped front or top', outline: 'M8 56V38L52 14h40v42z' },
  { value: 'arch', label: 'Arched top', hint: 'rounded over its width', outline: 'M8 56V32Q50 -2 92 32V56z' },
  {
    value: 'rounded',
    label: 'Rounded',
    hint: 'round upright edges',
    outline: 'M8 28Q8 14 22 14H78Q92 14 92 28V42Q92 56 78 56H22Q8 56 8 42z',
  },
  { value: 'tub', label: 'Tub', hint: 'sides that lean', outline: 'M18 56L8 14H92L82 56z' },
] as const;

/** Start from a shell the user has: a name and a form, the dimensions follow on the bench. */
export function NewConversion({ onCreate }: { onCreate: (name: string, form: Form['form']) => void }) {
  const { register, handleSubmit, control, formState } = useForm<Form>({ defaultValues: { name: '', form: 'box' } });
  const chosen = useWatch({ control, name: 'form' });
  return (
    <form
      className="h-fit bg-sheet p-5"
      onSubmit={(event) => void handleSubmit(({ name, form }) => onCreate(name.trim(), form))(event)}
      aria-label="New conversion"
    >
      <h2 className="m-0 text-xl font-semibold">Start from a shell you have</h2>
      <p className="mt-1 mb-4 text-ink-soft">
        Which form comes nearest? A section can be drawn, or a solid imported, on the bench.
      </p>
      <fieldset className="m-0 mb-4 grid grid-cols-3 gap-2 border-0 p-0">
        <legend className="sr-only">Form</legend>
        {FORMS.map((f) => (
          <label
            key={f.value}
            className={`cursor-pointer border p-2 text-center has-focus-visible:outline-2 has-focus-visible:outline-pencil ${chosen === f.value ? 'border-ink bg-paper' : 'border-line-strong'}`}
          >
            <input type="radio" value={f.value} className="sr-only" {...register('form')} />
            <svg viewBox="0 0 100 64" className="block w-full" aria-hidden>
              <path
                d={f.outline}
                fill="var(--tape)"
                fillOpacity={chosen === f.value ? 0.9 : 0.35}
                stroke="currentColor"
                strokeWidth="2.5"
              />
            </svg>
            <span className="block font-semibold">{f.label}</span>
            <span className="block text-sm text-ink-soft">{f.hint}</span>
          </label>
        ))}
      </fieldset>
      <label className="mb-3 block font-label text-sm text-ink-soft">
        What is the shell?
        <input
          className={`mt-1 ${inputClass}`}
          placeholder="Old tape deck"
          maxLength={120}
          aria-invalid={formState.errors.name !== undefined}
          {...register('name', { validate: (v) => v.trim() !== '' || 'Give it a name: you will see it for weeks.' })}
        />
      </label>
      {formState.errors.name && (
        <p role="alert" className="mt-0 mb-3 text-sm font-medium text-stop">
          {formState.errors.name.message}
        </p>
      )}
      <Button type="submit" look="strong" className="w-full">
        Put it on the bench
      </Button>
    </form>
  );
}
