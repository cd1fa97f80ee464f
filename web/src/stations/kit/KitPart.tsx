import { nameApart, nextId, type Part } from '@young-shell/core/document';
import { standardPart } from '@young-shell/core/standards';
import { useEffect, useRef } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { toast } from 'sonner';
import { api } from '../../document/api';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { MeasuredField } from '../../ui/MeasuredField';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { select } from '../../view/slice';
import { MadeEditor } from './own/MadeEditor';
import { OwnPartEditor } from './own/OwnPartEditor';
import { PartPreview } from './PartPreview';

/** A part of the kit: this copy can be adjusted to what lies on the bench. */
export function KitPart({ id, part }: { id: string; part: Part }) {
  const dispatch = useAppDispatch();
  const submit = useSubmit();
  const open = useAppSelector((s) => s.view.selection?.kind === 'part' && s.view.selection.id === id);
  const document = useAppSelector(selectDocument);
  const placed = id in document.layout.placements;
  const row = standardPart(part.standard);
  const line = useRef<HTMLLIElement>(null);
  // A part that was just added, or picked in the view, is seen.
  useEffect(() => {
    if (open) line.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  return (
    <li ref={line} className="border-t border-line py-1 first:border-t-0">
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-8 w-full items-baseline gap-2 text-left"
        onClick={() => dispatch(select(open ? null : { kind: 'part', id }))}
      >
        <span className="flex-1 hover:underline">{part.name}</span>
        <span className="text-sm text-ink-soft">
          {row?.name ?? 'own part'}
          {placed ? '' : ' · not placed'}
        </span>
      </button>
      {open && (
        <div className="grid grid-cols-2 gap-2 pb-3">
          <div className="col-span-2">
            <PartPreview id={id} part={part} />
          </div>
          <TextField
            label="Name"
            value={part.name}
            onCommit={(name) => submit({ type: 'setPart', id, part: { name } })}
          />
          <NumberField
            label="Mass, g"
            value={part.mass}
            least={0}
            most={200_000}
            onCommit={(mass) => submit({ type: 'setPart', id, part: { mass } })}
          />
          {Object.entries(part.dimensions).map(([key, dimension]) => (
            <MeasuredField
              key={key}
              label={row?.dimensions[key]?.label ?? key}
              value={dimension}
              onCommit={(measured) =>
                submit({
                  type: 'setMeasured',
                  path: `/kit/parts/${id}/dimensions/${key}`,
                  measured,
                  what: `${part.name}: ${(row?.dimensions[key]?.label ?? key).toLowerCase()}`,
                })
              }
            />
          ))}
          {part.own?.made ? <MadeEditor id={id} part={part} /> : part.own && <OwnPartEditor id={id} part={part} />}
          <Button
            className="col-span-2"
            onClick={() =>
              void api.keepPart(part).then(
                () => toast.success(`${part.name} is in your parts now.`),
                (problem: Error) => toast.error(problem.message),
              )
            }
          >
            Keep it in my parts
          </Button>
          <Button
            className="col-span-2"
            onClick={() => {
              const { kit, spent } = document;
              const next = nextId(kit.parts, id.replace(/-\d+$/, ''), spent);
              const wrong = submit({ type: 'addPart', id: next, part: { ...part, name: nameApart(kit, part.name) } });
              if (wrong) toast.error(wrong);
              else dispatch(select({ kind: 'part', id: next }));
            }}
          >
            Another one like it
          </Button>
          <Button look="danger" className="col-span-2" onClick={() => submit({ type: 'removePart', id })}>
            Take {part.name} out of the kit
          </Button>
        </div>
      )}
    </li>
  );
}
