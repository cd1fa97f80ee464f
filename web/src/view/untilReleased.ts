/**
 * While a part is dragged: a second finger or Escape puts it back. Gives what ends the watch; call it when the pointer
 * is released.
 */
export function untilReleased(pointer: number, cancel: () => void): () => void {
  const end = () => {
    window.removeEventListener('pointerdown', second, true);
    window.removeEventListener('keydown', key, true);
  };
  const stop = (event: Event) => {
    event.stopPropagation();
    end();
    cancel();
  };
  const second = (event: PointerEvent) => {
    if (event.pointerId !== pointer) stop(event);
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === 'Escape') stop(event);
  };
  window.addEventListener('pointerdown', second, true);
  window.addEventListener('keydown', key, true);
  return end;
}
