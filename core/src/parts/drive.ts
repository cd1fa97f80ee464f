import { add, box, drillings, mountFace, point, scale, zero, type Dimensions } from './build';
import type { Block, PartModel, PlugKind } from './model';

/** The place that a drive of the library goes into as a whole. */
function plugOf(key: string): PlugKind | undefined {
  if (key.startsWith('drive/m2-')) return 'M.2 socket';
  if (key.startsWith('drive/2.5')) return '2.5 in bay';
  return key.startsWith('drive/3.5') ? '3.5 in bay' : undefined;
}

/** A drive lying on its bottom, its connectors at the front (y = 0). */
export function driveModel(d: Dimensions): PartModel {
  const [width, length, height] = [d.at('width'), d.at('length'), d.at('height')];
  const blocks: Block[] = [
    box('case', 'drive', 'body', point(0, 0, 0), point(width, length, height), {
      contact: ['bottom', 'left', 'right'],
    }),
  ];
  const plug = d.number('plugRoom');
  if (plug > 0)
    blocks.push(
      box(
        'plugs',
        'data and power plugs',
        'plug room',
        point(width.value * 0.1, scale(d.at('plugRoom'), -1), 0),
        point(width.value * 0.75, 0, Math.min(height.value, 10)),
      ),
    );
  const gap = d.number('airGap');
  if (gap > 0)
    blocks.push(
      box(
        'air',
        'air over the drive',
        'air',
        point(2, 2, height),
        point(width.value - 2, length.value - 2, add(height, d.at('airGap'))),
        {
          air: { direction: 'top', wanted: gap, tolerable: Math.min(6, gap), least: Math.min(2, gap) },
        },
      ),
    );
  const holes = drillings(d.row, (x, y) => [x, y, 0]);
  const into = plugOf(d.row.key);
  return {
    blocks,
    faces: [mountFace('bottom', zero, holes)],
    ...(into ? { plug: { into, at: point(scale(width, 0.5), 0, 0) } } : {}),
  };
}
