import type { Vec3 } from '@young-shell/core/solid';
import { useFrame, useThree } from '@react-three/fiber';
import { useEffect, type RefObject } from 'react';
import { Vector3 } from 'three';
import { MANY_WORDS, movesOf } from './writing';

/** A strip of tape tied to a point of the shell. */
export interface Label {
  id: string;
  at: Vec3;
}

const GAP = 3; // px between strips

/**
 * Puts the strips of the overlay over their points at every frame and moves those apart that would cover
 * each other; of many those that find no room near their point are left out, but for the chosen one. The strips themselves are ordinary HTML buttons outside the canvas.
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
    const strips = new Map(
      [...layer.current.querySelectorAll<HTMLElement>('[data-label]')].map((strip) => [strip.dataset.label!, strip]),
    );
    // All are measured before the first is moved: else the page is laid out anew for each.
    const measured = labels.flatMap((label) => {
      const strip = strips.get(label.id);
      return strip ? [{ strip, at: label.at, w: strip.offsetWidth, h: strip.offsetHeight }] : [];
    });
    const moves = movesOf(labels.length);
    const taken: { x: number; y: number; w: number; h: number }[] = [];
    const point = new Vector3();
    for (const { strip, at, w, h } of measured) {
      point.set(...at).project(camera);
      const place = { x: ((point.x + 1) / 2) * size.width - w / 2, y: ((1 - point.y) / 2) * size.height - h / 2, w, h };
      const hit = () =>
        taken.find(
          (t) =>
            place.x < t.x + t.w + GAP &&
            place.x + w + GAP > t.x &&
            place.y < t.y + t.h + GAP &&
            place.y + h + GAP > t.y,
        );
      let other = hit();
      for (let tries = 0; other && tries < moves; tries++) {
        place.y = other.y + other.h + GAP + 0.5;
        other = hit();
      }
      if (point.z > 1 || (other && labels.length > MANY_WORDS && strip.ariaPressed !== 'true')) {
        strip.style.visibility = 'hidden';
        continue;
      }
      taken.push(place);
      strip.style.visibility = 'visible';
      strip.style.transform = `translate(${Math.round(place.x)}px, ${Math.round(place.y)}px)`;
    }
  });
  return null;
}
