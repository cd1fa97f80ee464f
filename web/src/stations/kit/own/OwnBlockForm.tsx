import { OWN_BLOCK_ROLES, SIDES, type OwnBlock } from '@young-shell/core/document';
import { CABLE_KINDS, CABLES } from '@young-shell/core/standards';
import { Button } from '../../../ui/Button';
import { Choice, same } from '../../../ui/Choice';
import { LengthField } from '../../../ui/LengthField';
import { MeasuredAt } from '../../../ui/MeasuredAt';
import { TextField } from '../../../ui/TextField';

/** A block, connector, keep-out or intake of an own part. */
export function OwnBlockForm({
  path,
  block,
  onChange,
  onRemove,
}: {
  path: string;
  block: OwnBlock;
  onChange: (block: OwnBlock) => string | undefined;
  onRemove: () => void;
}) {
  const at = (label: string, key: string) => (
    <MeasuredAt label={label} path={`${path}/${key}`} what={`${block.name}: ${label.toLowerCase()}`} />
  );
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <TextField label="Name" value={block.name} onCommit={(name) => onChange({ ...block, name })} />
        <Choice
          label="Is a"
          value={block.role}
          options={same(OWN_BLOCK_ROLES)}
          onChange={(role) => onChange({ ...block, role })}
        />
        {at('Left end', 'x')}
        {at('Width', 'width')}
        {at('Front end', 'y')}
        {at('Depth', 'depth')}
        {at('Lower end', 'z')}
        {at('Height', 'height')}
        <Choice
          label="Form"
          value={block.shape.kind === 'box' ? 'box' : block.shape.axis}
          options={[
            { value: 'box', label: 'box' },
            { value: 'x', label: 'round, along x' },
            { value: 'y', label: 'round, along y' },
            { value: 'z', label: 'round, upright' },
          ]}
          onChange={(form) =>
            onChange({ ...block, shape: form === 'box' ? { kind: 'box' } : { kind: 'cylinder', axis: form } })
          }
        />
        <Choice
          label="Conducts"
          value={block.conducts ?? 'no'}
          options={[
            { value: 'no', label: 'no' },
            { value: 'live', label: 'bare, live' },
            { value: 'mains', label: 'bare, mains voltage' },
            { value: 'metal', label: 'metal' },
          ]}
          onChange={(value) => onChange({ ...block, conducts: value === 'no' ? null : value })}
        />
        {(block.role === 'connector' || block.role === 'air') && (
          <Choice
            label={block.role === 'air' ? 'Air comes from' : 'Plug comes from'}
            value={block.direction ?? 'rear'}
            options={same(SIDES)}
            onChange={(direction) => onChange({ ...block, direction })}
          />
        )}
        {block.role === 'connector' && (
          <>
            <Choice
              label="Cable"
              value={block.cable ?? 'lead'}
              options={CABLE_KINDS.map((value) => ({ value, label: CABLES[value].name }))}
              onChange={(cable) => onChange({ ...block, cable })}
            />
            <Choice
              label="The cable"
              value={block.gives ? 'from' : 'to'}
              options={[
                { value: 'to', label: 'ends here' },
                { value: 'from', label: 'comes from here' },
              ]}
              onChange={(way) => onChange({ ...block, gives: way === 'from' })}
            />
            <LengthField
              label="Plug and bend room"
              value={block.plug}
              least={0}
              most={300}
              onCommit={(plug) => onChange({ ...block, plug })}
            />
          </>
        )}
      </div>
      <Button look="danger" onClick={onRemove}>
        Delete {block.name}
      </Button>
    </>
  );
}
