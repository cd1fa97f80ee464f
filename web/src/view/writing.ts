/** A word or figure on a section; x and y in the drawing's mm. */
export interface Writing {
  key: string;
  text: string;
  x: number;
  y: number;
  /** px */
  size: number;
  fill: string;
  figure: boolean;
}

/** Moves writing down where other writing already stands; the first ones keep their place. */
export function unstacked(writings: readonly Writing[], k: number): Writing[] {
  const taken: { x: number; y: number; half: number; height: number }[] = [];
  return writings.map((w) => {
    const half = (w.text.length * w.size * 0.25) / k;
    const height = (w.size + 2) / k;
    let { y } = w;
    for (let tries = 0; tries < 10; tries++) {
      const hit = taken.find((t) => Math.abs(t.x - w.x) < t.half + half && Math.abs(t.y - y) < (t.height + height) / 2);
      if (!hit) break;
      y = hit.y + (hit.height + height) / 2 + 0.01;
    }
    taken.push({ x: w.x, y, half, height });
    return { ...w, y };
  });
}
