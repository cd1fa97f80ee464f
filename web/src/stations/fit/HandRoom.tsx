import { nameOf, type Access } from '@young-shell/core/fit';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { Explain } from '../../ui/Explain';
import { Section } from '../../ui/Section';

/** What driver and fingers reach once everything is in, and what is in their way. */
export function HandRoom({ access }: { access: readonly Access[] }) {
  const document = useAppSelector(selectDocument);
  const name = (id: string) => (id === 'shell' ? 'the shell' : nameOf(document, { kind: 'part', id }));
  const blocked = access.filter((a) => a.blockers.length > 0);
  const key = (a: Access) => `${a.about.id} ${a.what} ${a.blockers.join()}`;
  const groups = [...new Set(blocked.map(key))].map((k) => blocked.filter((a) => key(a) === k));
  return (
    <Section
      title="Screws, plugs and switches"
      aside={
        <Explain
          title="Room for hands"
          rows={[
            {
              label: 'driver',
              value: '8 × 100',
              source: 'shaft and straight approach, mm (common practice, no source)',
            },
            {
              label: 'fingertip',
              value: '20 × 25',
              source:
                'from what opens straight to the plug or the contacts of a control, before the wall to a mains switch, mm (common practice, no source)',
            },
          ]}
        />
      }
    >
      {groups.length === 0 ? (
        <p className="m-0 text-good">All {access.length} are within reach with everything in.</p>
      ) : (
        <ul className="m-0 list-none p-0">
          {groups.map((group) => {
            const [a] = group as [Access];
            const own = a.blockers.includes(a.about.id);
            const others = a.blockers.filter((b) => b !== a.about.id).map(name);
            return (
              <li key={key(a)} className="border-t border-line py-1 leading-snug first:border-t-0">
                {nameOf(document, a.about)}:{' '}
                {a.what === 'screw'
                  ? `${group.length} screw${group.length === 1 ? '' : 's'}`
                  : group.map((g) => g.name).join(', ')}{' '}
                <span className="text-ink-soft">
                  behind {[...(own ? ['its own blocks'] : []), ...others].join(', ')}
                </span>
              </li>
            );
          })}
          <li className="border-t border-line py-1 text-good">
            The other {access.length - blocked.length} are within reach.
          </li>
        </ul>
      )}
    </Section>
  );
}
