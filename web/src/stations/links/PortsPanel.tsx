import { ANTENNA_HOLDS, ANTENNA_WORDS, nextId } from '@young-shell/core/document';
import { DONGLE_APART, WAVE } from '@young-shell/core/standards';
import { unitWord, formatLength } from '@young-shell/core/quantity';
import { useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { Figure } from '../../ui/Figure';
import { LengthField } from '../../ui/LengthField';
import { NumberField } from '../../ui/NumberField';
import { Section } from '../../ui/Section';
import { TextField } from '../../ui/TextField';

/** Sockets that look out, antennas that get through. */
export function PortsPanel() {
  const { links } = useAppSelector(selectAssessment).reports;
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const { outside, tree } = links;
  const inside = tree.filter((l) => l.type.offers?.port === 'USB' && !l.node.outside);
  const antennas = Object.entries(document.links.antennas);
  const l = (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
  return (
    <>
      <Section title="USB sockets outside">
        <div className="grid grid-cols-2 gap-4">
          <Figure
            label="left outside"
            value={String(outside.left)}
            unit={`of ${outside.sockets}`}
            bad={outside.sockets > 0 && outside.left < outside.wanted}
            note={`${outside.taken} used up by what hangs on them`}
          />
          <NumberField
            label="Wanted: keyboard, dongle, stick …"
            value={outside.wanted}
            least={0}
            most={20}
            onCommit={(wanted) => submit({ type: 'setOutside', outside: wanted })}
          />
        </div>
        <p className="mt-2 mb-0 text-sm text-ink-soft">
          Inside:{' '}
          {inside.length === 0
            ? 'none told of'
            : inside
                .map((s) => `${s.node.name}, ${s.children.length} of ${s.node.count ?? s.type.offers!.count} used`)
                .join('; ')}
          .
        </p>
      </Section>
      <Section
        title="Antennas and dongles"
        aside={
          <Button
            onClick={() =>
              submit({
                type: 'setAntenna',
                id: nextId(document.links.antennas, 'antenna', document.spent),
                antenna: { name: `Antenna ${antennas.length + 1}`, where: 'inside' },
              })
            }
          >
            Add one
          </Button>
        }
      >
        <p className="mt-0 text-sm text-ink-soft">
          At 2.4 GHz a whip is {l(WAVE.quarter)} long, and a slot in metal wants {l(WAVE.half)} or more. Sockets of 5
          Gb/s radiate there: keep {l(DONGLE_APART)}.
        </p>
        {antennas.map(([id, antenna]) => (
          <div key={id} className="grid grid-cols-2 gap-2 border-t border-line py-2">
            <TextField
              label="Name"
              value={antenna.name}
              onCommit={(name) => submit({ type: 'setAntenna', id, antenna: { ...antenna, name } })}
            />
            <Choice
              label={`${antenna.name} is`}
              value={antenna.where}
              options={[
                { value: 'inside', label: 'inside' },
                { value: 'plastic or wood', label: 'behind plastic or wood' },
                { value: 'slot', label: 'before a slot or window' },
                { value: 'outside', label: 'outside' },
              ]}
              onChange={(where) => submit({ type: 'setAntenna', id, antenna: { ...antenna, where } })}
            />
            <Choice
              label="It is on"
              value={antenna.part ?? ''}
              options={[
                { value: '', label: 'not said' },
                ...Object.entries(document.kit.parts).map(([value, p]) => ({ value, label: p.name })),
              ]}
              onChange={(part) => {
                const { part: _before, ...rest } = antenna;
                submit({ type: 'setAntenna', id, antenna: part === '' ? rest : { ...rest, part } });
              }}
            />
            {antenna.part === undefined && (
              <Choice
                label="Held by"
                value={antenna.kept ?? 'not said'}
                options={[
                  { value: 'not said', label: 'not said yet' },
                  ...ANTENNA_HOLDS.map((value) => ({ value, label: ANTENNA_WORDS[value] })),
                ]}
                onChange={(kept) => {
                  const { kept: _, ...rest } = antenna;
                  submit({ type: 'setAntenna', id, antenna: kept === 'not said' ? rest : { ...rest, kept } });
                }}
              />
            )}
            {antenna.where === 'slot' && (
              <LengthField
                label="Length of the slot"
                value={antenna.slot ?? 0}
                onCommit={(slot) => submit({ type: 'setAntenna', id, antenna: { ...antenna, slot } })}
              />
            )}
            <LengthField
              label="From the nearest fast USB socket"
              value={antenna.apart ?? DONGLE_APART}
              onCommit={(apart) => submit({ type: 'setAntenna', id, antenna: { ...antenna, apart } })}
            />
            <Button
              look="danger"
              className="col-span-2"
              onClick={() => submit({ type: 'setAntenna', id, antenna: null })}
            >
              Delete {antenna.name}
            </Button>
          </div>
        ))}
      </Section>
    </>
  );
}
