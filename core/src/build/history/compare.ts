import { countOf } from '../../quantity';
import { assemble } from '../../assembly';
import { openingsOf } from '../../cut';
import { FATE_WORDS, faceWord, type Conversion } from '../../document';
import { billOf } from '../materials';

/** One thing that is otherwise in the later plan. */
export interface Difference {
  about: 'part' | 'opening' | 'shell' | 'target' | 'step' | 'money' | 'log';
  words: string;
}

const moved = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((v, i) => b[i]! - v));

/** What became otherwise between two dates of a plan, in words. Pure; the same plan twice gives nothing. */
export function comparePlans(before: Conversion, after: Conversion): Difference[] {
  const found: Difference[] = [];
  const say = (about: Difference['about'], words: string) => found.push({ about, words });
  const [a, b] = [assemble(before), assemble(after)];
  const names = (d: Conversion, id: string) => d.kit.parts[id]?.name ?? id;
  for (const id of Object.keys(before.kit.parts))
    if (!(id in after.kit.parts)) say('part', `${names(before, id)} is out`);
  for (const id of Object.keys(after.kit.parts))
    if (!(id in before.kit.parts)) say('part', `${names(after, id)} is new`);
  const places = new Map(a.parts.map((p) => [p.id, p]));
  for (const p of b.parts) {
    const was = places.get(p.id);
    if (!(p.id in before.kit.parts)) continue;
    if (!was) {
      say('part', `${p.part.name} was placed`);
      continue;
    }
    const by = moved(was.low, p.low);
    const turned = was.placement.rear !== p.placement.rear || was.placement.top !== p.placement.top;
    if (by > 0.05 || turned) say('part', `${p.part.name} moved ${by.toFixed(1)} mm${turned ? ' and was turned' : ''}`);
  }
  for (const { id, part } of a.parts)
    if (id in after.kit.parts && !b.parts.some((p) => p.id === id))
      say('part', `${part.name} was taken out of its place`);
  const holes = (d: Conversion, assembly: typeof a) => new Map(openingsOf(d, assembly).map((o) => [o.id, o]));
  const [x, y] = [holes(before, a), holes(after, b)];
  for (const [id, o] of x) if (!y.has(id)) say('opening', `${o.name} in the ${faceWord(o.face)} is gone`);
  for (const [id, o] of y) {
    const was = x.get(id);
    if (!was) say('opening', `${o.name} in the ${faceWord(o.face)} is new`);
    else if (was.face !== o.face || moved(was.centre, o.centre) > 0.05)
      say(
        'opening',
        `${o.name} moved ${was.face === o.face ? `${moved(was.centre, o.centre).toFixed(1)} mm` : `from the ${faceWord(was.face)} to the ${faceWord(o.face)}`}`,
      );
  }
  for (const [id, f] of Object.entries(after.shell.features)) {
    const was = before.shell.features[id];
    if (!was) say('shell', `${f.name} is new in the shell`);
    else if (was.fate !== f.fate) say('shell', `${f.name}: ${FATE_WORDS[f.fate]}, was ${FATE_WORDS[was.fate]}`);
  }
  for (const [id, f] of Object.entries(before.shell.features))
    if (!(id in after.shell.features)) say('shell', `${f.name} is gone from the shell`);
  if (JSON.stringify(before.shell.hull) !== JSON.stringify(after.shell.hull))
    say('shell', 'walls were measured or altered');
  if (before.brief.policy !== after.brief.policy)
    say('target', `policy ${after.brief.policy}, was ${before.brief.policy}`);
  if (JSON.stringify(before.brief.targets) !== JSON.stringify(after.brief.targets))
    say('target', 'targets were altered');
  const done = (d: Conversion) => Object.keys(d.build.done).length;
  if (done(before) !== done(after)) say('step', `${countOf(done(after), 'step')} done, were ${done(before)}`);
  const money = (d: Conversion, assembly: typeof a) => {
    const { toBuy, spent, sold } = billOf(d, assembly);
    return toBuy + spent - sold;
  };
  const by = money(after, b) - money(before, a);
  if (by !== 0) say('money', `${(Math.abs(by) / 100).toFixed(2)} ${by > 0 ? 'dearer' : 'cheaper'}`);
  const entries = Object.keys(after.build.log).length - Object.keys(before.build.log).length;
  if (entries !== 0)
    say(
      'log',
      `${Math.abs(entries)} log ${Math.abs(entries) === 1 ? 'entry' : 'entries'} ${entries > 0 ? 'more' : 'fewer'}`,
    );
  const runs = Object.keys(after.proof.runs).length - Object.keys(before.proof.runs).length;
  if (runs > 0) say('log', `${runs} ${runs === 1 ? 'burn-in' : 'burn-ins'} more`);
  return found;
}
