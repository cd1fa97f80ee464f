import { BAR_JOINTS, BAR_PROFILES, MOST_CROSS, type MadeFrame } from '@young-shell/core/document';
import { frameLoad } from '@young-shell/core/fit';
import { barsOf, jointsOf, loadOf, massOf, meshOf } from '@young-shell/core/kit';
import { unitWord, formatLength, inUnit } from '@young-shell/core/quantity';
import { useAppSelector } from '../../../app/store';
import { selectDocument } from '../../../document/selectors';
import { Choice, same } from '../../../ui/Choice';
import { LengthField } from '../../../ui/LengthField';
import { NumberField } from '../../../ui/NumberField';
import { MeshFields } from './MeshFields';

interface Props {
  frame: MadeFrame;
  /** Gives what is wrong with it, or nothing. */
  put: (frame: MadeFrame) => string | undefined;
  /** The part it is, once it is in the kit. */
  id?: string;
}

/** kg that a new frame is looked at with: a board, its supply and a card. Common practice, no source. */
const TRIED = 5000;

/** Sizes of a frame, its cutting list, its weight, and how far it sags under what stands on it. */
export function FrameFields({ frame, put, id }: Props) {
  const unit = useAppSelector((s) => s.preferences.unit);
  const document = useAppSelector(selectDocument);
  const l = (mm: number) => `${formatLength(mm, unit)} ${unitWord(unit)}`;
  const own = massOf(frame);
  const stands = id === undefined ? undefined : frameLoad(document, id);
  const load = stands && stands.load > 0 ? stands : loadOf(frame, TRIED, own);
  const lengths = new Map<number, number>();
  for (const bar of barsOf(frame)) {
    const key = Math.round(bar.length * 10) / 10;
    lengths.set(key, (lengths.get(key) ?? 0) + 1);
  }
  const joints = jointsOf(frame);
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="Form"
          value={frame.shape}
          options={[
            { value: 'flat', label: 'flat' },
            { value: 'box', label: 'a box' },
          ]}
          onChange={(shape) => put({ ...frame, shape, height: shape === 'box' ? Math.max(frame.height, 200) : 0 })}
        />
        <NumberField
          label="Cross members"
          value={frame.cross}
          least={0}
          most={MOST_CROSS}
          onCommit={(cross) => put({ ...frame, cross: Math.round(cross) })}
        />
        <LengthField
          label="Wide"
          value={frame.width}
          least={40}
          most={3000}
          onCommit={(width) => put({ ...frame, width })}
        />
        <LengthField
          label="Deep"
          value={frame.depth}
          least={40}
          most={3000}
          onCommit={(depth) => put({ ...frame, depth })}
        />
        {frame.shape === 'box' && (
          <LengthField
            label="High"
            value={frame.height}
            least={20}
            most={3000}
            onCommit={(height) => put({ ...frame, height })}
          />
        )}
        <Choice
          label="Bar"
          value={frame.profile}
          options={same(BAR_PROFILES)}
          onChange={(profile) => put({ ...frame, profile })}
        />
        <LengthField
          label="Its side"
          value={frame.side}
          least={3}
          most={100}
          onCommit={(side) => put({ ...frame, side })}
        />
        {frame.profile !== 'solid' && (
          <LengthField
            label="Its wall"
            value={frame.wall}
            least={0.5}
            most={50}
            onCommit={(wall) => put({ ...frame, wall })}
          />
        )}
        <Choice
          label="Joined with"
          value={frame.joint}
          options={same(BAR_JOINTS)}
          onChange={(joint) => put({ ...frame, joint })}
        />
        <Choice
          label="Of"
          value={frame.material}
          options={same(['steel', 'aluminium', 'wood'] as const)}
          onChange={(material) => put({ ...frame, material })}
        />
      </div>
      <MeshFields frame={frame} put={put} />
      <p className="my-2 leading-snug" role="status">
        Sags <b className={load.sag > load.usual ? 'text-warn' : ''}>{l(load.sag)}</b> under {load.load.toFixed(1)} kg
        {stands && stands.load > 0 ? ' that stand on it' : ', say'}; up to {l(load.usual)} is usual.{' '}
        {load.stress > load.allowed && (
          <span className="font-semibold text-stop">Its bars bend for good: take larger ones. </span>
        )}
        It weighs {(own / 1000).toFixed(2)} kg.
      </p>
      <h4 className="mt-2 mb-1 font-label text-base font-semibold">Cutting list</h4>
      <ul className="m-0 mb-2 list-none p-0">
        {[...lengths]
          .sort((a, b) => b[0] - a[0])
          .map(([length, count]) => (
            <li key={length}>
              {count} × {l(length)}
            </li>
          ))}
        {meshOf(frame).map(({ name, low, high }) => (
          <li key={name}>
            {name}:{' '}
            {[0, 1, 2]
              .map((i) => high[i]! - low[i]!)
              .sort((a, b) => b - a)
              .map(l)
              .join(' × ')}
          </li>
        ))}
        <li className="text-sm text-ink-soft">
          {inUnit(`${joints.count} ${joints.name}.`, unit)} From which bars they come: Cut, Stock.
        </li>
      </ul>
    </>
  );
}
