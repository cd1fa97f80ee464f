import type { Placement } from '@young-shell/core/document';
import { heldOn, standOn } from '@young-shell/core/fit';
import { toast } from 'sonner';
import { useAppSelector } from '../../app/store';
import { selectAssembly, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { useMove } from '../../view/useMove';

/**
 * What carries a part and takes it along: a lid, half, door, drawer or panel of the shell when it opens, a tray or frame of
 * the kit wherever it goes.
 */
export function RidesOn({ id, placement }: { id: string; placement: Placement | undefined }) {
  return (
    <>
      {placement && <RidesNow id={id} placement={placement} />}
      <SearchPuts id={id} />
    </>
  );
}

/** Where a search is to put it; elsewhere it stays where it rides. */
function SearchPuts({ id }: { id: string }) {
  const { kit, layout, shell } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const bodies = Object.entries(shell.bodies).filter(([, body]) => body.kind !== 'ring');
  const carriers = Object.entries(kit.parts).filter(([other, { own }]) => other !== id && own?.carries);
  if (bodies.length + carriers.length === 0) return null;
  return (
    <div className="mt-2">
      <Choice
        label="A search puts it"
        value={layout.rides?.[id] ?? ''}
        options={[
          { value: '', label: 'in the shell itself' },
          ...bodies.map(([body, { name, kind }]) => ({ value: body, label: `on ${name || kind}` })),
          ...carriers.map(([other, { name }]) => ({ value: other, label: `on ${name}` })),
        ]}
        onChange={(to) => submit({ type: 'setRides', id, on: to === '' ? null : to })}
      />
    </div>
  );
}

function RidesNow({ id, placement }: { id: string; placement: Placement }) {
  const document = useAppSelector(selectDocument);
  const { kit, layout, shell } = document;
  const { put } = useMove();
  const bodies = Object.entries(shell.bodies).filter(([, body]) => body.kind !== 'ring');
  const carriers = Object.entries(kit.parts).filter(
    ([other, { own }]) =>
      other !== id && own?.carries && layout.placements[other]?.tilt === undefined && layout.placements[other],
  );
  const { on, with: under, ...standing } = placement;
  return (
    <>
      {bodies.length > 0 && under === undefined && (
        <div className="mt-2">
          <Choice
            label="Rides on"
            value={on ?? ''}
            options={[
              { value: '', label: 'the shell itself' },
              ...bodies.map(([body, { name, kind }]) => ({ value: body, label: name || kind })),
            ]}
            onChange={(to) => put(id, to === '' ? standing : { ...standing, on: to })}
          />
        </div>
      )}
      {(carriers.length > 0 || under !== undefined) && (
        <div className="mt-2">
          <Choice
            label="Stands on"
            value={under ?? ''}
            options={[
              { value: '', label: 'nothing of the kit' },
              ...carriers.map(([other, { name }]) => ({ value: other, label: name })),
            ]}
            onChange={(to) => {
              if (to === '') {
                put(id, on === undefined ? standing : { ...standing, on });
                return;
              }
              const stand = standOn(document, id, to);
              if (stand) put(id, { ...stand.placement, locked: placement.locked });
              else toast.error(`${kit.parts[to]!.name} leans, or is not in the shell: set it straight first.`);
            }}
          />
          {under !== undefined && <Held id={id} />}
        </div>
      )}
    </>
  );
}

/** On how many of its holes it stands. */
function Held({ id }: { id: string }) {
  const document = useAppSelector(selectDocument);
  const assembly = useAppSelector(selectAssembly);
  const held = heldOn(document, assembly, id);
  const all = held ? held.held + held.drilled + held.beyond : 0;
  if (!held || all === 0) return null;
  return (
    <p className="mt-1 mb-0 text-sm text-ink-soft" role="status">
      {held.held} of its {all} holes on standoffs
      {held.drilled > 0 ? `, ${held.drilled} to be drilled` : ''}
      {held.beyond > 0 ? `, ${held.beyond} in the air` : ''}. It goes where the tray goes.
    </p>
  );
}
