import { countOf } from '@young-shell/core/quantity';
import { nextId, type Variant } from '@young-shell/core/document';
import { isPresent, switchTo, variantOf } from '@young-shell/core/search';
import { Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { CompareDialog } from './CompareDialog';
import { freeName, withVariant } from './plans';
import { LayoutPicture } from '../../view/LayoutPicture';

/** Layouts kept by name: switch to one and back without loss, compare them side by side. */
export function KeptLayouts() {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const [comparing, setComparing] = useState(false);
  const variants = Object.entries(document.layout.variants);
  const placed = Object.keys(document.layout.placements).length > 0;
  const keep = () => {
    const wrong = submit({
      type: 'setVariant',
      id: nextId(document.layout.variants, 'layout', document.spent),
      variant: variantOf(
        document,
        freeName(document, `Layout of ${countOf(Object.keys(document.layout.placements).length, 'part')}`),
      ),
    });
    if (wrong) toast.error(wrong);
  };
  return (
    <Section
      title="Kept layouts"
      aside={
        <span className="flex gap-1">
          {(variants.length > 0 || placed) && <Button onClick={() => setComparing(true)}>Compare</Button>}
          <Button disabled={!placed} onClick={keep}>
            Keep the present one
          </Button>
        </span>
      }
    >
      {variants.length === 0 && (
        <p className="m-0 text-ink-soft">None yet. Keep the present layout before you try another one.</p>
      )}
      <ul className="m-0 list-none p-0">
        {variants.map(([id, variant]) => (
          <Kept key={id} id={id} variant={variant} />
        ))}
      </ul>
      {comparing && <CompareDialog onClose={() => setComparing(false)} />}
    </Section>
  );
}

function Kept({ id, variant }: { id: string; variant: Variant }) {
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const present = isPresent(document, variant);
  const shown = useMemo(() => withVariant(document, variant), [document, variant]);
  const tell = (wrong: string | undefined) => wrong && toast.error(wrong);
  return (
    <li className="flex gap-3 border-t border-line py-2.5 first:border-t-0">
      <LayoutPicture document={shown} name={variant.name} />
      <div className="min-w-0 flex-1">
        <TextField
          label="Name"
          value={variant.name}
          onCommit={(name) =>
            name.trim() === ''
              ? 'A kept layout needs a name.'
              : submit({ type: 'setVariant', id, variant: { ...variant, name: name.trim() } })
          }
        />
        <div className="mt-1.5 flex items-center gap-1.5">
          {present ? (
            <span className="font-label text-sm text-good">in the plan now</span>
          ) : (
            <Button
              aria-label={`Switch to ${variant.name}`}
              onClick={() =>
                tell(submit(switchTo(document, variant, nextId(document.layout.variants, 'layout', document.spent))))
              }
            >
              Switch to it
            </Button>
          )}
          <Button
            look="quiet"
            aria-label={`Delete ${variant.name}`}
            onClick={() => tell(submit({ type: 'setVariant', id, variant: null }))}
          >
            <Trash2 size={15} aria-hidden />
          </Button>
        </div>
      </div>
    </li>
  );
}
