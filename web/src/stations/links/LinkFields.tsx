import { mayHang, type Linked } from '@young-shell/core/links';
import type { LinkNode } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';

/** What a node of the tree is, and what it hangs on. */
export function LinkFields({ linked }: { linked: Linked }) {
  const { tree } = useAppSelector(selectAssessment).reports.links;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { id, node, type } = linked;
  const set = (patch: { [K in keyof LinkNode]?: LinkNode[K] | undefined }) => {
    const next = { ...node, ...patch };
    for (const key of Object.keys(next) as (keyof LinkNode)[]) if (next[key] === undefined) delete next[key];
    return submit({ type: 'setLink', id, node: next as LinkNode });
  };
  const places = tree.filter((l) => l.id === node.on || mayHang(tree, id, l.id));
  const sockets = tree.filter((l) => l.type.kind === 'socket' && l.id !== id);
  return (
    <div className="grid grid-cols-2 gap-2 pb-3 pl-6">
      {linked.faults.map((f) => (
        <p key={f.id} className={`col-span-2 m-0 text-sm ${f.stop ? 'font-medium text-stop' : 'text-ink-soft'}`}>
          {f.words}
        </p>
      ))}
      <TextField label="Name" value={node.name} onCommit={(name) => set({ name })} />
      {type.kind !== 'host' && (
        <Choice
          label={`${node.name} hangs on`}
          value={node.on ?? ''}
          options={[
            { value: '', label: 'nothing yet' },
            ...places.map((l) => ({ value: l.id, label: `${l.node.name}${l.link ? `, ${l.link}` : ''}` })),
          ]}
          onChange={(on) => set({ on: on === '' ? undefined : on })}
        />
      )}
      {(type.lanes !== undefined || type.kind === 'host') && (
        <NumberField
          label="Lanes of its own"
          value={node.lanes ?? type.lanes ?? 1}
          least={1}
          most={32}
          onCommit={(lanes) => set({ lanes })}
        />
      )}
      {type.gen !== undefined && (
        <NumberField
          label="Generation"
          value={node.gen ?? type.gen}
          least={1}
          most={6}
          onCommit={(gen) => set({ gen })}
        />
      )}
      {type.offers && type.offers.count > 0 && (
        <NumberField
          label="Places on it"
          value={node.count ?? type.offers.count}
          least={1}
          most={16}
          onCommit={(count) => set({ count })}
        />
      )}
      {type.kind === 'device' && (
        <NumberField
          label="Moves when busy, MB/s"
          value={node.needs ?? type.needs ?? 0}
          least={0}
          most={100_000}
          onCommit={(needs) => set({ needs })}
        />
      )}
      {type.reach && (
        <>
          <LengthField label="Length of its cable" value={node.length ?? 200} onCommit={(length) => set({ length })} />
          <LengthField
            label="Length of the power cable beside"
            value={node.second ?? node.length ?? 200}
            onCommit={(second) => set({ second })}
          />
        </>
      )}
      {(type.ownPower || node.type === 'usb-hub') && (
        <Check
          label="its own 12 V connected"
          checked={node.fed ?? false}
          onChange={(fed) => set({ fed: fed || undefined })}
        />
      )}
      {type.offers?.port === 'USB' && (
        <Check
          label="look out of the shell"
          checked={node.outside ?? false}
          onChange={(outside) => set({ outside: outside || undefined })}
        />
      )}
      {type.kind === 'device' && (
        <Check
          label="the machine starts from it"
          checked={node.boot ?? false}
          onChange={(boot) => set({ boot: boot || undefined })}
        />
      )}
      {node.type === 'external-graphics' && (
        <NumberField
          label="Charges the host, W"
          value={node.charges ?? 0}
          least={0}
          most={240}
          onCommit={(charges) => set({ charges: charges > 0 ? charges : undefined })}
        />
      )}
      {type.kind === 'device' && (
        <Choice
          label="It is"
          value={node.part ?? ''}
          options={[
            { value: '', label: 'no part of the kit' },
            ...Object.entries(document.kit.parts).map(([value, p]) => ({ value, label: p.name })),
          ]}
          onChange={(part) => set({ part: part === '' ? undefined : part })}
        />
      )}
      {type.kind === 'socket' && sockets.length > 0 && (
        <fieldset className="col-span-2 m-0 border-0 p-0">
          <legend className="p-0 font-label text-sm text-ink-soft">When it is used, these are dead</legend>
          {sockets.map((l) => (
            <Check
              key={l.id}
              label={l.node.name}
              checked={node.disables?.[l.id] ?? false}
              onChange={(on) => {
                const rest = Object.fromEntries(
                  Object.entries(node.disables ?? {}).filter(([other]) => other !== l.id),
                ) as Record<string, true>;
                const next = on ? { ...rest, [l.id]: true as const } : rest;
                return set({ disables: Object.keys(next).length > 0 ? next : undefined });
              }}
            />
          ))}
        </fieldset>
      )}
      <Button look="danger" className="col-span-2" onClick={() => submit({ type: 'setLink', id, node: null })}>
        Take {node.name} out
      </Button>
    </div>
  );
}
