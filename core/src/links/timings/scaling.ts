/** A small picture on a large panel, each pixel as a block. */
export interface Scaled {
  across: number;
  up: number;
  /** Pixels of the panel that the picture covers, and of the borders left and top. */
  width: number;
  height: number;
  left: number;
  top: number;
  /** Of the panel. */
  share: number;
  /** Its shape over the wanted one: 1 is right. */
  shape: number;
}

/**
 * The largest whole scales of a picture on a panel: the same both ways, and one of its own each way that comes near to
 * the shape it had on a tube.
 * @param aspect wanted shape, width by height
 * @throws Error where the picture is larger than the panel
 */
export function integerScales(
  [w, h]: readonly [number, number],
  [panelW, panelH]: readonly [number, number],
  aspect = 4 / 3,
): { same: Scaled; shaped: Scaled } {
  const most = [Math.floor(panelW / w), Math.floor(panelH / h)] as const;
  if (!(most[0] >= 1 && most[1] >= 1))
    throw new Error(`A picture of ${w} × ${h} is larger than the panel of ${panelW} × ${panelH}.`);
  const made = (across: number, up: number): Scaled => ({
    across,
    up,
    width: w * across,
    height: h * up,
    left: Math.floor((panelW - w * across) / 2),
    top: Math.floor((panelH - h * up) / 2),
    share: (w * across * h * up) / (panelW * panelH),
    shape: (w * across) / (h * up) / aspect,
  });
  const k = Math.min(...most);
  let shaped = made(k, k);
  for (let up = 1; up <= most[1]; up++)
    for (let across = 1; across <= most[0]; across++) {
      const one = made(across, up);
      // A twentieth off nobody sees; within that the larger.
      const off = (s: Scaled) => Math.abs(Math.log(s.shape));
      const better = off(one) < 0.05 && off(shaped) < 0.05 ? one.share > shaped.share : off(one) < off(shaped) - 1e-9;
      if (better) shaped = one;
    }
  return { same: made(k, k), shaped };
}
