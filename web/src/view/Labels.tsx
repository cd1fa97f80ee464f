import type { Vec3 } from '@young-shell/core/solid';
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, type RefObject } from 'react';
import { Vector3 } from 'three';

/** A strip of tape tied to a point of the shell. */
export interface Label {
  id: string;
  at: Vec3;
}

const GAP = 3; // px between strips

/**
 * Puts the strips of the overlay over their points at every frame and moves those apart that would cover
 * each other. The strips themselves are ordinary HTML buttons outside the canvas.
 */
export function LabelPlacer({ labels, layer }: { labels: readonly Label[]; layer: RefObject<HTMLDivElement | null> }) {
  const { camera, size, invalidate } = useThree();
  useEffect(() => {
    invalidate();
    // Fonts arrive after the first frame and change the strips' widths.
    const timer = setTimeout(invalidate, 60);
    return () => clearTimeout(timer);
  }, [labels, size, invalidate]);
  useFrame(() => {
    if (!layer.current) return;
    const taken: { x: number; y: number; w: number; h: number }[] = [];
    const point = new Vector3();
    for (const label of labels) {
      const strip = layer.current.querySelector<HTMLElement>(`[data-label="${CSS.escape(label.id)}"]`);
      if (!strip) continue;
      point.set(...label.at).project(camera);
      const w = strip.offsetWidth;
      const h = strip.offsetHeight;
      const place = { x: ((point.x + 1) / 2) * size.width - w / 2, y: ((1 - point.y) / 2) * size.height - h / 2, w, h };
      for (let tries = 0; tries < 12; tries++) {
        const hit = taken.find(
          (t) =>
            place.x < t.x + t.w + GAP &&
            place.x + w + GAP > t.x &&
            place.y < t.y + t.h + GAP &&
            place.y + h + GAP > t.y,
        );
        if (!hit) break;
        place.y = hit.y + hit.h + GAP + 0.5;
      }
      taken.push(place);
      strip.style.visibility = point.z > 1 ? 'hidden' : 'visible';
      strip.style.transform = `translate(${Math.round(place.x)}px, ${Math.round(place.y)}px)`;
    }
  });
  return null;
}
