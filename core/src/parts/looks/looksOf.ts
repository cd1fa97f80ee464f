import type { Part } from '../../document';
import type { Block, PartModel } from '../model';
import { kindOf, partModel } from '../partModel';
import { Sheet, type Mark } from './sheet';

/** What a part is known by, drawn on its blocks from what its model says of them: common practice, no source. */
type Look = (model: PartModel, block: (id: string) => Block | undefined) => Sheet[];

const value = (block: Block, end: 'low' | 'high', axis: 0 | 1 | 2) => block[end][axis].value;

/** Openings of the model's face, as holes on the side of a block. */
function screws(model: PartModel, sheet: Sheet, block: Block, face: string): void {
  const { cuts } = model.faces.find((f) => f.id === face) ?? { cuts: [] };
  for (const { kind, shape, at } of cuts) {
    if (kind !== 'drill' || shape.kind !== 'round') continue;
    const [u, v] =
      sheet.side === 'rear'
        ? [value(block, 'high', 0) - at[0], at[2] - value(block, 'low', 2)]
        : [
            at[0] - value(block, 'low', 0),
            sheet.side === 'top' ? at[1] - value(block, 'low', 1) : at[2] - value(block, 'low', 2),
          ];
    sheet.ring(u, v, Math.max(1.4, shape.diameter / 2), 'dark');
  }
}

const fan: Look = (_model, block) => {
  const frame = block('frame')!;
  return (['front', 'rear'] as const).map((side) => {
    const sheet = new Sheet(frame, side);
    const { width, height } = sheet;
    sheet.fan(width / 2, height / 2, Math.min(width, height) * 0.46);
    const inset = width * 0.065;
    for (const u of [inset, width - inset]) for (const v of [inset, height - inset]) sheet.ring(u, v, 1.8, 'dark');
    return sheet;
  });
};

const radiator: Look = (_model, block) => {
  const core = block('core')!;
  const front = new Sheet(core, 'front');
  const fans = Math.max(1, Math.round(front.width / front.height));
  for (let i = 0; i < fans; i++) front.fan((front.width * (i + 0.5)) / fans, front.height / 2, front.height * 0.44);
  const rear = new Sheet(core, 'rear');
  for (let u = 6; u < rear.width - 4; u += 5) rear.line([u, 5], [u, rear.height - 5]);
  return [front, rear];
};

const supply: Look = (model, block) => {
  const body = block('case')!;
  const rear = new Sheet(body, 'rear');
  const { width: w, height: h } = rear;
  // The inlet with its three pins, the switch beside it, the rest a grille.
  const [iw, ih] = [Math.min(27, w * 0.32), Math.min(20, h * 0.4)];
  const v = (h - ih) / 2;
  rear.rect(w - iw - 8, v, iw, ih, 'dark');
  for (const [du, dv] of [[0.25, 0.4], [0.5, 0.62], [0.75, 0.4]] as const) rear.rect(w - iw - 8 + iw * du - 1, v + ih * dv - 2.5, 2, 5, 'metal'); // prettier-ignore
  rear.rect(w - iw - 26, v + 2, 13, ih - 4, 'dark').line([w - iw - 26, h / 2], [w - iw - 13, h / 2]);
  for (let u = 8; u < w - iw - 34; u += 6) for (let t = 8; t < h - 6; t += 6) rear.ring(u, t, 1.7, 'dark');
  screws(model, rear, body, 'inlet');
  const top = new Sheet(body, 'top');
  const r = Math.min(top.width, top.height) / 2 - 6;
  top.fan(top.width / 2, top.height / 2, r);
  for (const share of [0.55, 0.78]) top.ring(top.width / 2, top.height / 2, r * share);
  const front = new Sheet(body, 'front');
  front.rect(front.width * 0.15, front.height * 0.35, front.width * 0.35, front.height * 0.4, 'dark');
  return [rear, top, front];
};

const board: Look = (model, block) => {
  const plate = block('plate');
  if (!plate) return [];
  const sheets: Sheet[] = [];
  const top = new Sheet(plate, 'top');
  screws(model, top, plate, 'mount');
  sheets.push(top);
  for (const name of ['slot', 'main-socket', 'sata-sockets', 'processor-socket']) {
    const socket = block(name);
    if (!socket) continue;
    const sheet = new Sheet(socket, 'top');
    sheet.rect(1, 1, sheet.width - 2, sheet.height - 2, 'dark');
    if (name === 'slot') sheet.line([sheet.width / 2, 3], [sheet.width / 2, sheet.height - 3]);
    sheets.push(sheet);
  }
  const sockets = block('sockets');
  if (sockets) {
    const rear = new Sheet(sockets, 'rear');
    // From the input/output side: pairs of ports, network, picture, sound.
    const kinds = [13.5, 16, 15.5, 13.5, 16, 14] as const;
    let u = 4;
    for (let i = 0; u + 16 < rear.width; i++) {
      const w = kinds[i % kinds.length]!;
      if (i % 3 === 1) rear.rect(u, 2, w, Math.min(13.5, rear.height - 4), 'metal').rect(u + 2, 4, w - 4, 7, 'dark');
      else
        for (let v = 2; v + 6 < rear.height; v += 9)
          rear.rect(u, v, w, 6, 'metal').rect(u + 1.5, v + 1.6, w - 3, 2.6, 'dark');
      u += w + 4;
    }
    if (u + 8 < rear.width) for (let v = 6; v + 4 < rear.height; v += 12) rear.ring(u + 4, v, 3.4, 'dark');
    sheets.push(rear);
  }
  const cooler = block('cooler');
  if (cooler) {
    const over = new Sheet(cooler, 'top');
    const r = Math.min(over.width, over.height) * 0.44;
    over.fan(over.width / 2, over.height / 2, r);
    sheets.push(over);
    for (const side of ['front', 'left', 'right', 'rear'] as const) {
      const fins = new Sheet(cooler, side);
      for (let u = 5; u < fins.width - 3; u += 5) fins.line([u, 2], [u, fins.height - 3]);
      sheets.push(fins);
    }
  }
  const memory = block('memory');
  if (memory) {
    const over = new Sheet(memory, 'top');
    over.line([0, over.height / 2], [over.width, over.height / 2]);
    const front = new Sheet(memory, 'front');
    for (let u = 8; u + 12 < front.width; u += 16) front.rect(u, front.height * 0.35, 11, front.height * 0.4, 'dark');
    sheets.push(over, front);
  }
  return sheets;
};

const card: Look = (_model, block) => {
  const body = block('cooler')!;
  const fanSide = new Sheet(body, 'left');
  const fans = fanSide.width > 260 ? 3 : fanSide.width > 150 ? 2 : 1;
  for (let i = 0; i < fans; i++) {
    const share = fanSide.width / fans;
    fanSide.fan(share * (i + 0.5), fanSide.height / 2, Math.min(share, fanSide.height) * 0.42, 9);
  }
  const foot = new Sheet(body, 'bottom');
  // The edge with its contacts, near the bracket.
  const contacts = Math.min(85, foot.height * 0.55);
  foot.rect(2, Math.max(foot.height * 0.05, foot.height - 50 - contacts), 1.6, contacts, 'gold');
  const sheets = [fanSide, foot];
  const bracket = block('bracket');
  if (bracket) {
    const rear = new Sheet(bracket, 'rear');
    for (let v = 22; v + 20 < Math.min(rear.height - 12, 96); v += 21) rear.rect(rear.width - 14, v, 7, 15.5, 'dark');
    for (let u = 5; u < rear.width - 20; u += 5) rear.line([u, 24], [u, rear.height - 24]);
    sheets.push(rear);
  }
  return sheets;
};

const drive: Look = (_model, block) => {
  const body = block('case')!;
  const top = new Sheet(body, 'top');
  const { width: w, height: h } = top;
  top.rect(w * 0.1, h * 0.16, w * 0.8, h * 0.44, 'pale');
  for (let k = 1; k < 5; k++)
    top.line([w * 0.16, h * (0.2 + 0.08 * k)], [w * (k % 2 ? 0.6 : 0.78), h * (0.2 + 0.08 * k)]);
  if (h > 120) top.ring(w / 2, h * 0.78, w * 0.17).ring(w / 2, h * 0.78, w * 0.06, 'metal');
  // A module has its contacts along the edge.
  if (w < 40) return [top.rect(w * 0.08, 0, w * 0.84, 3, 'gold')];
  const front = new Sheet(body, 'front');
  const v = Math.min(3, front.height * 0.25);
  const size = Math.min(5, front.height * 0.5);
  // Power is the longer of the two.
  front.rect(front.width * 0.14, v, 11, size, 'dark').rect(front.width * 0.14 + 15, v, 22, size, 'dark');
  return [top, front];
};

const brick: Look = (_model, block) => {
  const body = block('case')!;
  const front = new Sheet(body, 'front');
  for (let u = 4; u + 3 < front.width; u += 5) front.rect(u, 2, 3, 3, 'dark');
  return [front];
};

/** An own part: its connectors as dark fields on the side their plug comes from, its picture where it looks. */
const own: Look = (model) => {
  const sheets: Sheet[] = [];
  for (const face of model.faces)
    for (const cut of face.cuts) {
      if (cut.kind !== 'cut' || cut.shape.kind !== 'rectangle') continue;
      const bodies = model.blocks.filter((b) => b.role === 'body');
      const widest = bodies.reduce((a, b) => (extent(b) > extent(a) ? b : a));
      const sheet = new Sheet(widest, face.direction);
      const [a, b] = cut.shape.size;
      sheet.rect((sheet.width - a) / 2, (sheet.height - b) / 2, a, b, 'dark');
      sheets.push(sheet);
    }
  return sheets;
};
const extent = ({ low, high }: Block) => low.reduce((product, l, i) => product * (high[i]!.value - l.value), 1);

const jack: Look = (_model, block) => {
  const flange = new Sheet(block('flange')!, 'rear');
  const r = flange.width / 2;
  flange.ring(r, r, r * 0.55);
  flange.ring(r, r, r * 0.18);
  return [flange];
};

const LOOKS = { board, supply, brick, jack, card, drive, fan, radiator } as const;

const cache = new WeakMap<Part, Mark[]>();

/** What a part is recognised by without its label, drawn on its sides in its own axes. Pure. */
export function looksOf(id: string, part: Part): Mark[] {
  const known = cache.get(part);
  if (known) return known;
  const model = partModel(id, part);
  const kind = kindOf(part);
  const look = part.own || !kind ? own : LOOKS[kind];
  const marks = look(model, (name) => model.blocks.find((b) => b.id === name)).flatMap((sheet) => sheet.marks);
  cache.set(part, marks);
  return marks;
}
