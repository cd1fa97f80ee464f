import { survives } from '../brief';
import {
  nextId,
  type Change,
  type ControlKind,
  type Conversion,
  type PanelControl,
  type PanelHeader,
} from '../document';
import { kindOf } from '../parts';
import { HEADERS, type HeaderName } from '../standards';

/** What a control of the shell usually is. */
const KINDS: Readonly<Record<NonNullable<Conversion['shell']['features'][string]['control']>, ControlKind>> = {
  knob: 'rotary selector',
  keys: 'key field',
  meter: 'meter',
  lamp: 'lamp',
  switch: 'momentary',
  lever: 'lever',
};

/** Headers that boards have, by the row of the table they were made from; others as a desktop board’s. */
const ON_BOARDS: readonly HeaderName[] = ['front panel', 'USB 2', 'USB 3', 'audio', 'fan'];

/**
 * Controls and headers that follow from what is in the plan already: each control of the shell that is kept, and the
 * headers of boards and controllers. What is there stays.
 */
export function beginPanel(document: Conversion): Change[] {
  const changes: Change[] = [];
  const { panel, shell, kit, spent } = document;
  const controls: Record<string, unknown> = { ...panel.controls };
  for (const [feature, { name, control, fate }] of Object.entries(shell.features)) {
    if (!control || !['keep', 'out'].includes(fate) || Object.values(panel.controls).some((c) => c.feature === feature))
      continue;
    const id = nextId(controls, 'control', spent);
    const made: PanelControl = {
      name,
      kind: KINDS[control],
      feature,
      original: true,
      was: '',
      state: 'unknown',
      wish: 'nothing',
      ...(survives(document.brief, 'feature', feature) ? { survive: true } : {}),
    };
    controls[id] = made;
    changes.push({ type: 'setControl', id, control: made });
  }
  const headers: Record<string, unknown> = { ...panel.headers };
  const add = (part: string, type: HeaderName, name: string) => {
    if (Object.values(panel.headers).some((h) => h.part === part && h.type === type)) return;
    const id = nextId(headers, 'header', spent);
    const made: PanelHeader = { name, type, part, pins: {} };
    headers[id] = made;
    changes.push({ type: 'setHeader', id, header: made });
  };
  for (const [part, of] of Object.entries(kit.parts)) {
    if (/controller/i.test(of.name) && kindOf(of) !== 'board') add(part, 'controller 3.3 V', `${of.name}, pins`);
    else if (of.standard === 'board/card-size') add(part, 'small board', `${of.name}, row of pins`);
    else if (kindOf(of) === 'board')
      for (const type of ON_BOARDS) add(part, type, `${of.name}, ${HEADERS[type].name.split(',')[0]!.toLowerCase()}`);
  }
  return changes;
}
