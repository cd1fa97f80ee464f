import { KEPT_BY, KEPT_WORDS, OUTSIDE_PLACES, OUTSIDE_WORDS, type Outside } from '@young-shell/core/document';
import { kindOf } from '@young-shell/core/parts';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Choice } from '../../ui/Choice';
import { Check } from '../../ui/Check';
import { LengthField } from '../../ui/LengthField';
import { OuterFace } from './OuterFace';

/** mm of cable from the shell to what stands near it. Common practice, no source. */
const NEAR = 1000;

/** A part that stays outside the shell, and where; or that is wished for some day. */
export function StaysOutside({ id }: { id: string }) {
  const { kit, layout } = useAppSelector(selectDocument);
  const submit = useSubmit();
  const outside = layout.outside?.[id];
  const part = kit.parts[id];
  if (!part) return null;
  const put = (next: Outside | null) => submit({ type: 'setStaysOutside', id, outside: next });
  return (
    <div className="mt-2">
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="It belongs"
          value={outside?.where ?? 'inside'}
          options={[
            { value: 'inside', label: 'in the shell' },
            ...OUTSIDE_PLACES.map((value) => ({ value, label: OUTSIDE_WORDS[value] })),
          ]}
          onChange={(where) => put(where === 'inside' ? null : { where, cable: outside?.cable ?? NEAR })}
        />
        {outside && (
          <LengthField
            label="Cable to it"
            value={outside.cable}
            least={0}
            most={10_000}
            onCommit={(cable) => put({ ...outside, cable })}
          />
        )}
      </div>
      {outside && kindOf(part) === 'fan' && <OuterFace outside={outside} put={put} />}
      {outside && !outside.on && (
        <Choice
          label="Kept there by"
          value={outside.kept ?? 'not said'}
          options={[
            { value: 'not said', label: 'not said yet' },
            ...KEPT_BY.map((value) => ({ value, label: KEPT_WORDS[value] })),
          ]}
          onChange={(kept) => {
            const { kept: _, ...rest } = outside;
            return put(kept === 'not said' ? rest : { ...rest, kept });
          }}
        />
      )}
      <Check
        label="wished for some day: keep its room, nothing else"
        checked={part.later === true}
        onChange={(later) => submit({ type: 'setLater', id, later })}
      />
    </div>
  );
}
