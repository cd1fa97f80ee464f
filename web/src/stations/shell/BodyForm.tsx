import { faceWord, CLOSURE_KINDS, facesOf, type Body, type Side } from '@young-shell/core/document';
import { measured } from '@young-shell/core/quantity';
import { Plus, X } from 'lucide-react';
import { useAppSelector } from '../../app/store';
import { selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Check } from '../../ui/Check';
import { Choice, same } from '../../ui/Choice';
import { LengthField } from '../../ui/LengthField';
import { MeasuredAt } from '../../ui/MeasuredAt';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { AroundFields } from './AroundFields';
import { BoardOpenings } from './BoardOpenings';
import { MATERIAL_OPTIONS } from './WallList';

/** One body: where it parts from the rest, how it moves, what holds it, what it weighs. */
export function BodyForm({ id, body }: { id: string; body: Body }) {
  const { hull } = useAppSelector(selectDocument).shell;
  const submit = useSubmit();
  const put = (patch: Partial<Body>) => submit({ type: 'setBody', id, body: { ...body, ...patch } });
  const base = `/shell/bodies/${id}`;
  const at = (label: string, path: string) => (
    <MeasuredAt label={label} path={`${base}/${path}`} what={`${body.name}: ${label.toLowerCase()}`} />
  );
  const { cut, motion } = body;
  return (
    <div className="grid grid-cols-2 gap-2 pt-1 pb-2">
      <TextField label="Name" value={body.name} onCommit={(name) => put({ name })} />
      <Choice
        label="Material"
        value={body.material}
        options={MATERIAL_OPTIONS}
        onChange={(material) => put({ material })}
      />
      {cut.kind === 'plane' ? (
        <>
          <Choice
            label="Parted across"
            value={cut.axis}
            options={[
              { value: 'x', label: 'the width' },
              { value: 'y', label: 'the depth' },
              { value: 'z', label: 'the height' },
            ]}
            onChange={(axis) => put({ cut: { ...cut, axis } })}
          />
          {at('Joint, from the datum', 'cut/at')}
          <fieldset className="col-span-2 m-0 border-0 p-0">
            <legend className="text-sm text-ink-soft">Faces that stay where they are when it comes off</legend>
            <div className="flex flex-wrap gap-x-3">
              {facesOf(hull)
                .filter((face) => face !== 'top')
                .map((face) => (
                  <Check
                    key={face}
                    label={faceWord(face)}
                    checked={cut.keeps?.includes(face) ?? false}
                    onChange={(stays) => {
                      const { keeps = [], ...rest } = cut;
                      const next = stays ? [...keeps, face] : keeps.filter((f) => f !== face);
                      put({ cut: next.length > 0 ? { ...rest, keeps: next } : rest });
                    }}
                  />
                ))}
            </div>
          </fieldset>
        </>
      ) : cut.kind === 'ring' ? (
        at('Height of the ring', 'cut/height')
      ) : (
        <>
          <Choice
            label="In face"
            value={cut.face}
            options={facesOf(hull).map((value) => ({ value, label: faceWord(value) }))}
            onChange={(face) => put({ cut: { ...cut, face } })}
          />
          <span />
          {at('Middle from the left', 'cut/u')}
          {at('Middle from below', 'cut/v')}
          {at('Width', 'cut/width')}
          {at('Height', 'cut/height')}
        </>
      )}
      <Choice
        label="It"
        value={motion.kind}
        options={[
          { value: 'lift', label: 'lifts off' },
          { value: 'swing', label: 'swings' },
          ...(motion.kind === 'slide' || cut.kind === 'face' ? [{ value: 'slide' as const, label: 'slides' }] : []),
        ]}
        onChange={(kind) =>
          put({
            motion:
              kind === 'swing'
                ? { kind, edge: 'left', angle: 90 }
                : kind === 'slide' && cut.kind === 'face'
                  ? { kind, depth: cut.width, travel: cut.width }
                  : { kind: 'lift' },
          })
        }
      />
      {motion.kind === 'swing' && (
        <>
          <Choice
            label="Hinged at its"
            value={motion.edge}
            options={same<Side>(['left', 'right', 'top', 'bottom', 'front', 'rear'])}
            onChange={(edge) => put({ motion: { ...motion, edge } })}
          />
          <NumberField
            label="Opens by, degrees"
            value={motion.angle}
            least={1}
            most={360}
            onCommit={(angle) => put({ motion: { ...motion, angle } })}
          />
        </>
      )}
      {motion.kind === 'slide' && (
        <>
          {at('Depth inside', 'motion/depth')}
          {at('Travel on its rails', 'motion/travel')}
          <LengthField
            label="Boards (0: as its front)"
            value={motion.board?.value ?? 0}
            least={0}
            most={60}
            onCommit={(mm) => {
              const { board: _, ...rest } = motion;
              return put({ motion: mm === 0 ? rest : { ...rest, board: measured(mm, 'rule') } });
            }}
          />
          <LengthField
            label="Rail, each side (0: none)"
            value={motion.rail?.value ?? 0}
            least={0}
            most={60}
            onCommit={(mm) => {
              const { rail: _, ...rest } = motion;
              return put({ motion: mm === 0 ? rest : { ...rest, rail: measured(mm, 'rule') } });
            }}
          />
          <NumberField
            label="Rails carry, kg (0: not known)"
            value={motion.rating ?? 0}
            least={0}
            most={1000}
            onCommit={(kg) => {
              const { rating: _, ...rest } = motion;
              return put({ motion: kg === 0 ? rest : { ...rest, rating: Math.max(0.1, kg) } });
            }}
          />
        </>
      )}
      {motion.kind === 'slide' && <AroundFields motion={motion} put={(next) => put({ motion: next })} />}
      {motion.kind === 'slide' && <BoardOpenings motion={motion} put={(next) => put({ motion: next })} />}
      <NumberField
        label="Weighed, g (0: computed)"
        value={body.weighed ?? 0}
        least={0}
        most={500_000}
        onCommit={(grams) => put({ weighed: grams === 0 ? null : grams })}
      />
      <fieldset className="col-span-2 m-0 border-0 p-0">
        <legend className="mb-1 p-0 font-label text-sm text-ink-soft">Held by</legend>
        {body.closures.map((closure, i) => (
          <ClosureRow
            key={i}
            closure={closure}
            onChange={(next) => put({ closures: body.closures.map((c, j) => (j === i ? next : c)) })}
            onRemove={() => put({ closures: body.closures.filter((_, j) => j !== i) })}
          />
        ))}
        <Button
          onClick={() =>
            put({ closures: [...body.closures, { kind: 'screw', count: 4, where: '', releasedFrom: 'outside' }] })
          }
        >
          <Plus size={14} aria-hidden /> closure
        </Button>
      </fieldset>
      <Button look="danger" className="col-span-2" onClick={() => submit({ type: 'setBody', id, body: null })}>
        Delete {body.name}
      </Button>
    </div>
  );
}

function ClosureRow({
  closure,
  onChange,
  onRemove,
}: {
  closure: Body['closures'][number];
  onChange: (closure: Body['closures'][number]) => string | undefined;
  onRemove: () => void;
}) {
  return (
    <div className="mb-2 grid grid-cols-[52px_1fr_1fr_auto] items-end gap-1.5">
      <NumberField
        label="How many"
        value={closure.count}
        least={1}
        most={200}
        onCommit={(count) => onChange({ ...closure, count: Math.round(count) })}
      />
      <Choice
        label="What"
        value={closure.kind}
        options={same(CLOSURE_KINDS)}
        onChange={(kind) => onChange({ ...closure, kind })}
      />
      <Choice
        label="Released from"
        value={closure.releasedFrom}
        options={same(['outside', 'inside'] as const)}
        onChange={(releasedFrom) => onChange({ ...closure, releasedFrom })}
      />
      <Button look="quiet" aria-label={`Take out ${closure.kind}`} onClick={onRemove}>
        <X size={15} aria-hidden />
      </Button>
      <div className="col-span-4">
        <TextField label="Where" value={closure.where} onCommit={(where) => onChange({ ...closure, where })} />
      </div>
    </div>
  );
}
