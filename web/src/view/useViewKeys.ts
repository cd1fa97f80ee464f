import { arrowStep, parseLength } from '@young-shell/core/quantity';
import type { Axis } from '@young-shell/core/solid';
import { useRef, useState, type KeyboardEvent } from 'react';
import { store, useAppDispatch, useAppSelector } from '../app/store';
import { dragAxes, turnAxis } from './projection';
import { lookFrom } from './slice';
import { useMove } from './useMove';

/** With Ctrl, or where nothing is selected: the view itself. Plus and minus always. */
const LOOKS: Readonly<Record<string, { right?: number; up?: number; nearer?: number }>> = {
  ArrowRight: { right: 1 },
  ArrowLeft: { right: -1 },
  ArrowUp: { up: 1 },
  ArrowDown: { up: -1 },
  '+': { nearer: 1 },
  '-': { nearer: -1 },
};

const AXIS_KEYS: Readonly<Record<string, Axis>> = { x: 0, y: 1, z: 2 };

/** What has keys of its own: fields, sliders, radios, menus. */
const OWN_KEYS = 'input, select, textarea, [role=slider], [role=radio], [role=tab], [role=menuitem]';

/**
 * Keyboard of the shell view for the selected part: arrows nudge by a step of the unit, Page keys go
 * into and out of the view, R turns, and a number typed while x, y or z is held sets that position. With Ctrl, or
 * where nothing is selected, arrows turn the view; plus and minus bring it nearer and farther.
 */
export function useViewKeys() {
  const dispatch = useAppDispatch();
  const mode = useAppSelector((s) => s.view.mode);
  const unit = useAppSelector((s) => s.preferences.unit);
  const { nudge, turn, put } = useMove();
  const held = useRef<Axis | undefined>(undefined);
  const [typed, setTyped] = useState<{ axis: Axis; text: string }>();

  const selected = () => {
    const { selection } = store.getState().view;
    return selection?.kind === 'part' ? selection.id : undefined;
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.metaKey || event.defaultPrevented) return;
    const target = event.target as Element;
    // A control over the view keeps its own keys: they are not for the part behind it.
    if (target.closest(OWN_KEYS)) return;
    const id = selected();
    const look = LOOKS[event.key];
    if (
      look &&
      held.current === undefined &&
      (event.ctrlKey || !event.key.startsWith('Arrow') || (!id && target === event.currentTarget))
    ) {
      event.preventDefault();
      dispatch(lookFrom(look));
      return;
    }
    if (!id || event.ctrlKey) return;
    // On another part, or on a button, a key is not for the part that is selected.
    const part = target.closest<HTMLElement>('[data-part], [data-label]')?.dataset;
    if (part ? (part.part ?? part.label) !== id : target.closest('button')) return;
    const axis = AXIS_KEYS[event.key.toLowerCase()];
    if (axis !== undefined) {
      held.current = axis;
      return;
    }
    if (held.current !== undefined && event.key === 'Backspace') {
      setTyped((t) => t && { ...t, text: t.text.slice(0, -1) });
      event.preventDefault();
      return;
    }
    if (held.current !== undefined && /^[0-9.,'"/ +-]$/.test(event.key)) {
      const key = event.key;
      const now = held.current;
      setTyped((t) => ({ axis: now, text: (t?.axis === now ? t.text : '') + key }));
      event.preventDefault();
      return;
    }
    const [across, up] = dragAxes(mode);
    const by = arrowStep(event, unit);
    const moves: Record<string, [Axis, number]> = {
      ArrowRight: [across, by],
      ArrowLeft: [across, -by],
      ArrowUp: [up, by],
      ArrowDown: [up, -by],
      PageUp: [(3 - across - up) as Axis, by],
      PageDown: [(3 - across - up) as Axis, -by],
    };
    const move = moves[event.key];
    if (move) {
      event.preventDefault();
      nudge(id, ...move);
    } else if (event.key === 'r' || event.key === 'R') turn(id, turnAxis(mode), event.shiftKey ? 3 : 1);
  };

  const onKeyUp = (event: KeyboardEvent) => {
    if (AXIS_KEYS[event.key.toLowerCase()] === undefined) return;
    held.current = undefined;
    const id = selected();
    const placement = id ? store.getState().document.document?.layout.placements[id] : undefined;
    if (typed && id && placement && !placement.locked)
      try {
        put(id, { ...placement, [(['x', 'y', 'z'] as const)[typed.axis]]: parseLength(typed.text, unit) });
      } catch {
        // What was typed is no length: nothing moves.
      }
    setTyped(undefined);
  };

  return { onKeyDown, onKeyUp, typed };
}
