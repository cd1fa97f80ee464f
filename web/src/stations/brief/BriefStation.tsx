import { facesAgainst, POLICIES, seenWhen, standingPlace, STANDS, type StandingPlace } from '@young-shell/core/brief';
import { faceWord, facesOf, type Policy, type Seen } from '@young-shell/core/document';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { FindingList } from '../../ui/FindingList';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';
import { Survivors } from './Survivors';
import { Targets } from './Targets';

const SEEN_OPTIONS: readonly { value: Seen; label: string }[] = [
  { value: 'always', label: 'always' },
  { value: 'open', label: 'when open' },
  { value: 'never', label: 'never' },
];

/** Station 0: what for, what must survive, what may be touched. */
export function BriefStation() {
  const { brief, shell, name, note } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const set = (patch: Parameters<typeof submit>[0] & { type: 'setBrief' }) => submit(patch);
  return (
    <>
      <FindingList station="brief" />
      <Section title="What it is for">
        <div className="flex flex-col gap-2.5">
          <TextField label="Name" value={name} onCommit={(text) => submit({ type: 'rename', name: text })} />
          <TextField
            label="In one line"
            value={note}
            onCommit={(text) => submit({ type: 'rename', name, note: text })}
          />
          <TextField
            label="Purpose"
            multiline
            value={brief.purpose}
            placeholder="What should it do that nothing bought does?"
            onCommit={(purpose) => set({ type: 'setBrief', brief: { purpose } })}
          />
        </div>
      </Section>
      <Section title="How far may you go?">
        <div className="flex flex-col gap-1.5" role="radiogroup" aria-label="Policy">
          {(Object.keys(POLICIES) as Policy[]).map((policy) => (
            <label
              key={policy}
              className={`flex cursor-pointer items-start gap-2 border p-2 ${brief.policy === policy ? 'border-ink bg-paper' : 'border-line'}`}
            >
              <input
                type="radio"
                name="policy"
                className="mt-1 accent-ink"
                checked={brief.policy === policy}
                onChange={() => set({ type: 'setBrief', brief: { policy } })}
              />
              <span>
                <strong>{POLICIES[policy].label}</strong>
                <span className="block text-sm text-ink-soft">{POLICIES[policy].rule}</span>
              </span>
            </label>
          ))}
        </div>
      </Section>
      <Survivors />
      <Targets />
      <Section title="Where it will stand">
        <div className="flex flex-col gap-2.5">
          <TextField
            label="Place"
            value={brief.place}
            placeholder="On a shelf, under a desk, carried …"
            onCommit={(place) => set({ type: 'setBrief', brief: { place } })}
          />
          <Choice
            label="It stands"
            value={standingPlace(shell, brief.blockedFaces) ?? 'ticked'}
            options={[
              ...Object.entries(STANDS).map(([value, { words }]) => ({ value, label: words })),
              { value: 'ticked', label: 'against the faces ticked below' },
            ]}
            onChange={(place) =>
              place in STANDS &&
              set({ type: 'setBrief', brief: { blockedFaces: facesAgainst(shell, place as StandingPlace) } })
            }
          />
          <fieldset className="m-0 border-0 p-0">
            <legend className="font-label text-sm text-ink-soft">
              Faces that stand against something: no sockets or fans there
            </legend>
            <div className="flex flex-wrap gap-x-4 gap-y-1 pt-1">
              {facesOf(shell.hull).map((face) => (
                <label key={face} className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="accent-ink"
                    checked={brief.blockedFaces.includes(face)}
                    onChange={(event) =>
                      set({
                        type: 'setBrief',
                        brief: {
                          blockedFaces: event.target.checked
                            ? [...brief.blockedFaces, face]
                            : brief.blockedFaces.filter((f) => f !== face),
                        },
                      })
                    }
                  />
                  {faceWord(face)}
                </label>
              ))}
            </div>
          </fieldset>
          {brief.policy === 'sleeper' && (
            <fieldset className="m-0 border-0 p-0">
              <legend className="font-label text-sm text-ink-soft">When each face is seen</legend>
              <div className="grid grid-cols-3 gap-2 pt-1">
                {facesOf(shell.hull).map((face) => (
                  <Choice
                    key={face}
                    label={faceWord(face)}
                    value={seenWhen(brief, face)}
                    options={SEEN_OPTIONS}
                    onChange={(when: Seen) =>
                      set({ type: 'setBrief', brief: { seen: { ...brief.seen, [face]: when } } })
                    }
                  />
                ))}
              </div>
            </fieldset>
          )}
          <div className="grid grid-cols-2 gap-2.5">
            <NumberField
              label="Ambient, °C"
              value={brief.ambient}
              least={-40}
              most={60}
              onCommit={(ambient) => set({ type: 'setBrief', brief: { ambient } })}
            />
            <Choice
              label="Dust"
              value={brief.dust}
              options={[
                { value: 'clean', label: 'clean' },
                { value: 'normal', label: 'normal' },
                { value: 'dusty', label: 'dusty' },
              ]}
              onChange={(dust) => set({ type: 'setBrief', brief: { dust } })}
            />
          </div>
          <TextField
            label="Touched daily"
            value={brief.daily}
            placeholder="Power, one socket for a stick …"
            onCommit={(daily) => set({ type: 'setBrief', brief: { daily } })}
          />
        </div>
      </Section>
      <Section title="What you would buy instead">
        <div className="flex flex-col gap-2.5">
          <TextField
            label="The alternative"
            value={brief.alternative.name}
            onCommit={(text) => set({ type: 'setBrief', brief: { alternative: { ...brief.alternative, name: text } } })}
          />
          <div className="grid grid-cols-2 gap-2.5">
            <NumberField
              label="Its litres"
              value={brief.alternative.litres}
              least={0}
              most={10000}
              onCommit={(litres) => set({ type: 'setBrief', brief: { alternative: { ...brief.alternative, litres } } })}
            />
            <NumberField
              label="Its price"
              value={brief.alternative.price}
              least={0}
              most={10000000}
              onCommit={(price) => set({ type: 'setBrief', brief: { alternative: { ...brief.alternative, price } } })}
            />
          </div>
        </div>
      </Section>
    </>
  );
}
