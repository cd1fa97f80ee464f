import type { StartingForm } from '@young-shell/core/document';

const FORMS = [
  { value: 'box', label: 'Box', hint: 'straight sides', outline: 'M8 14h84v42H8z' },
  { value: 'wedge', label: 'Wedge', hint: 'sloped front', outline: 'M8 56V38L52 14h40v42z' },
  { value: 'arch', label: 'Arched top', hint: 'round over its width', outline: 'M8 56V32Q50 -2 92 32V56z' },
  {
    value: 'rounded',
    label: 'Rounded',
    hint: 'round upright edges',
    outline: 'M8 28Q8 14 22 14H78Q92 14 92 28V42Q92 56 78 56H22Q8 56 8 42z',
  },
  { value: 'tub', label: 'Tub', hint: 'sides that lean', outline: 'M18 56L8 14H92L82 56z' },
] as const satisfies readonly { value: StartingForm; label: string; hint: string; outline: string }[];

/** Which form comes nearest. */
export function FormChoice({ value, onChange }: { value: StartingForm; onChange: (form: StartingForm) => void }) {
  return (
    <fieldset className="m-0 grid grid-cols-5 gap-2 border-0 p-0 max-sm:grid-cols-3">
      <legend className="sr-only">Which form comes nearest?</legend>
      {FORMS.map((f) => (
        <label
          key={f.value}
          className={`cursor-pointer border p-1.5 text-center has-focus-visible:outline-2 has-focus-visible:outline-pencil ${value === f.value ? 'border-ink bg-paper' : 'border-line-strong'}`}
        >
          <input
            type="radio"
            name="form"
            value={f.value}
            className="sr-only"
            checked={value === f.value}
            onChange={() => onChange(f.value)}
          />
          <svg viewBox="0 0 100 64" className="mx-auto block w-20" aria-hidden>
            <path
              d={f.outline}
              fill="var(--tape)"
              fillOpacity={value === f.value ? 0.9 : 0.35}
              stroke="currentColor"
              strokeWidth="2.5"
            />
          </svg>
          <span className="block leading-tight font-semibold">{f.label}</span>
          <span className="block text-sm leading-tight text-ink-soft">{f.hint}</span>
        </label>
      ))}
    </fieldset>
  );
}
