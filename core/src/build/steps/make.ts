import type { Made } from '../../document';
import { barsOf, lossOf } from '../../kit';

/** Minutes: mm of sheet that are sawn in one; a bar with its joints, a post, a block, an angle. Common practice, no source. */
const MINUTES = { sawn: 40, bar: 12, plate: 15, post: 6, block: 20, angle: 15, bay: 5 };

/** What is to be made before something can stand on a carrier; undefined for a tray that stays whole. */
export function makingOf(
  name: string,
  made: Made,
): { name: string; minutes: number; tools: string[]; materials: string[] } | undefined {
  switch (made.kind) {
    case 'tray':
      if (Object.values(made.off).every((mm) => mm === 0)) return undefined;
      return {
        name: `Cut ${name} down along its sheet`,
        minutes: Math.round(10 + lossOf(made).sawn / MINUTES.sawn),
        tools: ['jigsaw or cutting disc', 'file'],
        materials: [],
      };
    case 'frame':
      return {
        name: `Saw the bars of ${name} and join them`,
        minutes: Math.round(barsOf(made).length * MINUTES.bar),
        tools: ['hacksaw', made.joint === 'rivets' ? 'riveter' : 'screwdriver'],
        materials: [],
      };
    case 'stand': {
      const size = `${mm(made.width)} × ${mm(made.depth)}`;
      return made.foot === 'block'
        ? {
            name: `Saw ${name}: a block of ${made.material}, ${size} × ${mm(made.height)} mm high`,
            minutes: MINUTES.block,
            tools: ['saw', 'file', 'drill'],
            materials: [`${made.material}, ${size} × ${mm(made.height)} mm`],
          }
        : {
            name: `Make ${name}: a plate of ${size} × ${mm(made.thickness)} mm on four posts of ${mm(made.height - made.thickness)} mm`,
            minutes: MINUTES.plate + 4 * MINUTES.post,
            tools: ['saw', 'file', 'drill'],
            materials: [
              `sheet of ${made.material}, ${size} × ${mm(made.thickness)} mm`,
              `4 posts, ${mm(made.height - made.thickness)} mm`,
            ],
          };
    }
    case 'cage':
      return {
        name: `Make ${name}: a base and two sides, drilled for the side screws of ${made.bays === 1 ? 'one drive' : `${made.bays} drives`}, one every ${mm(made.pitch)} mm`,
        minutes: 2 * MINUTES.plate + made.bays * MINUTES.bay,
        tools: ['saw', 'file', 'drill'],
        materials: [`sheet of ${made.material}, ${mm(made.thickness)} mm`],
      };
    case 'angles':
      return {
        name: `Make ${name}: two angles, ${mm(made.leg)} mm at the wall, ${mm(made.reach)} mm under the part`,
        minutes: 2 * MINUTES.angle,
        tools: ['hacksaw', 'file', 'drill'],
        materials: [`angle of ${made.material}, ${mm(made.thickness)} mm thick, 2 × ${mm(made.strip)} mm of it`],
      };
  }
}

const mm = (v: number) => (Math.round(v * 10) / 10).toString();
