import {
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { beginLinks, mayHang, type Linked } from '@young-shell/core/links';
import { LINK_NAMES, nextId, USAGE_NAMES, type LinkNode, type Usage } from '@young-shell/core/document';
import { LINK_TYPES, type LinkTypeName } from '@young-shell/core/standards';
import { GripVertical } from 'lucide-react';
import { toast } from 'sonner';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment, selectDocument } from '../../document/selectors';
import { useSubmit } from '../../document/useSubmit';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { FindingList } from '../../ui/FindingList';
import { Section } from '../../ui/Section';
import { LinkFields } from './LinkFields';
import { pick } from './slice';

const USAGE_WORDS: Record<Usage, string> = { all: 'all at once', two: 'two at a time', one: 'one at a time' };

/** Processor and chipset, their sockets, adapters and devices: what hangs where, and what goes over each edge. */
export function TreePanel() {
  const { links } = useAppSelector(selectAssessment).reports;
  const document = useAppSelector(selectDocument);
  const submit = useSubmit();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const drop = ({ active, over }: DragEndEvent) => {
    const node = document.links.nodes[String(active.id)];
    if (!node || !over || node.on === over.id) return;
    if (!mayHang(links.tree, String(active.id), String(over.id))) {
      toast.error(`${node.name} does not go there: another key, or no place left.`);
      return;
    }
    const wrong = submit({ type: 'setLink', id: String(active.id), node: { ...node, on: String(over.id) } });
    if (wrong) toast.error(wrong);
  };
  if (links.tree.length === 0)
    return (
      <Section title="What hangs on what">
        <p className="mt-0 text-ink-soft">
          Sockets, adapters and devices as a tree: it says what each edge can carry, who holds back whom, and which key
          does not fit.
        </p>
        <Button look="strong" onClick={() => submit(beginLinks(document))}>
          Begin with what the kit has
        </Button>
      </Section>
    );
  return (
    <>
      <Section
        title="What hangs on what"
        aside={
          <div className="w-40">
            <Choice
              label="Busy"
              value={document.links.usage}
              options={USAGE_NAMES.map((value) => ({ value, label: USAGE_WORDS[value] }))}
              onChange={(usage) => submit({ type: 'setUsage', usage })}
            />
          </div>
        }
      >
        <DndContext sensors={sensors} onDragEnd={drop}>
          <ul className="m-0 list-none p-0" role="tree" aria-label="Links">
            {links.tree.map((linked) => (
              <Row key={linked.id} linked={linked} />
            ))}
          </ul>
        </DndContext>
        <AddLink />
      </Section>
      <FindingList station="links" />
    </>
  );
}

function Row({ linked }: { linked: Linked }) {
  const picked = useAppSelector((s) => s.links.picked === linked.id);
  const dispatch = useAppDispatch();
  const { id, node, type, depth, faults } = linked;
  const drag = useDraggable({ id, disabled: type.kind === 'host' });
  const place = useDroppable({ id, disabled: type.kind === 'device' });
  const narrow = linked.asked > linked.runs * 1.001;
  const stop = faults.some((f) => f.stop);
  return (
    <li
      ref={place.setNodeRef}
      role="treeitem"
      aria-level={depth + 1}
      aria-selected={picked}
      className={`border-t border-line first:border-t-0 ${place.isOver ? 'bg-tape/40' : ''}`}
      style={{
        paddingLeft: depth * 16,
        transform: drag.transform ? `translate(${drag.transform.x}px, ${drag.transform.y}px)` : undefined,
      }}
    >
      <div ref={drag.setNodeRef} className="flex items-center gap-1">
        {type.kind === 'host' ? (
          <span className="w-5" />
        ) : (
          <button
            type="button"
            className="min-h-10 w-5 cursor-grab touch-none text-ink-soft"
            aria-label={`Drag ${node.name}; or choose below what it hangs on`}
            {...drag.listeners}
            {...drag.attributes}
          >
            <GripVertical size={16} aria-hidden />
          </button>
        )}
        <button
          type="button"
          aria-expanded={picked}
          className={`grid min-h-10 flex-1 grid-cols-[1fr_auto] items-baseline gap-x-2 py-0.5 text-left hover:bg-paper ${type.kind === 'host' ? 'font-semibold' : ''}`}
          onClick={() => dispatch(pick(picked ? null : id))}
        >
          <span className={stop ? 'text-stop' : ''}>
            {stop ? '■ ' : ''}
            {node.name}
          </span>
          <span className="figure text-right whitespace-nowrap">{linked.link}</span>
          <span className="text-sm text-ink-soft">
            {type.name === node.name ? (node.boot ? 'starts the machine' : '') : type.name}
          </span>
          {linked.asked > 0 && Number.isFinite(linked.runs) && (
            <span className={`figure text-right text-sm whitespace-nowrap ${narrow ? 'text-stop' : 'text-ink-soft'}`}>
              {linked.asked.toFixed(0)} of {linked.runs.toFixed(0)} MB/s
            </span>
          )}
        </button>
      </div>
      {picked && <LinkFields linked={linked} />}
    </li>
  );
}

function AddLink() {
  const document = useAppSelector(selectDocument);
  const { links } = useAppSelector(selectAssessment).reports;
  const submit = useSubmit();
  const dispatch = useAppDispatch();
  const groups = ['socket', 'adapter', 'device', 'host'] as const;
  const add = (type: LinkTypeName) => {
    const row = LINK_TYPES[type];
    const id = nextId(document.links.nodes, row.kind === 'device' ? 'link' : row.kind, document.spent);
    const count = Object.values(document.links.nodes).filter((n) => n.type === type).length;
    const node: LinkNode = { name: count > 0 ? `${row.name} ${count + 1}` : row.name, type };
    // Into the first place that it goes into, if there is one.
    const tree = [
      ...links.tree,
      {
        id,
        node,
        type: row,
        depth: 0,
        link: '',
        lanes: 0,
        gen: 0,
        rate: 0,
        asked: 0,
        alone: 0,
        faults: [],
        children: [],
      },
    ] as Linked[];
    const place = tree.find((l) => l.id !== id && mayHang(tree, id, l.id));
    const wrong = submit({ type: 'setLink', id, node: place ? { ...node, on: place.id } : node });
    if (wrong) toast.error(wrong);
    else dispatch(pick(id));
  };
  return (
    <label className="mt-2 flex items-center gap-2">
      <span className="font-label text-sm text-ink-soft">Add</span>
      <select
        className="min-h-10 flex-1 rounded-sm border border-line-strong bg-field px-2"
        value=""
        aria-label="Add a socket, adapter or device"
        onChange={(event) => event.target.value && add(event.target.value as LinkTypeName)}
      >
        <option value="">a socket, adapter or device …</option>
        {groups.map((kind) => (
          <optgroup key={kind} label={`${kind}s`}>
            {LINK_NAMES.filter((name) => LINK_TYPES[name].kind === kind).map((name) => (
              <option key={name} value={name}>
                {LINK_TYPES[name].name}
              </option>
            ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}
