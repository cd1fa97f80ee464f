// AssemblyScript. Distances from a cell through the free cells of a grid, along its 26 neighbours, by sweeping rows.
//
// A row takes what the rows beside it offer, eight cells at once, then hands it along itself both ways. Layers are swept
// up and down, in each layer rows to the rear and to the front, until nothing gets nearer: what is left then are the
// shortest distances (the fixed point of the relaxation is unique). A row that nothing around it has changed for since
// it last looked is passed over. After fast sweeping (Zhao 2005, from memory); the costs are whole numbers, so there is
// no tolerance.
//
// Cells are 16-bit lanes. Rows are padded to whole vectors; the grid has a border of taken cells. Taken cells and cells
// that nothing leads to are 0xffff, and sums stop there.

/** Cost of a step along one, two and three axes. */
const FACE: i32 = 12;
const EDGE: i32 = 17;
const CORNER: i32 = 21;

/** Of a row: when it last changed, and when it last took from the row before, behind, below and above it. */
const CHANGED: usize = 0;
const FROM_FRONT: usize = 4;
const FROM_REAR: usize = 8;
const FROM_BELOW: usize = 12;
const FROM_ABOVE: usize = 16;
const MARKS: usize = 20;

/** Cells along x (a multiple of 8), y and z, border included. */
let sx: i32 = 0;
let sy: i32 = 0;
let sz: i32 = 0;
/** All ones where a cell is taken. */
let taken: usize = 0;
let distance: usize = 0;
let marks: usize = 0;
/** Bits of the cells as they come in. */
let bits: usize = 0;
/** Bytes of a row. */
let row: usize = 0;
/** Counts changes. */
let tick: u32 = 0;

/** Lays the arrays out for a grid; returns where they end: the memory has to reach so far. */
export function layOut(x: i32, y: i32, z: i32, words: i32): usize {
  sx = x;
  sy = y;
  sz = z;
  row = 2 * usize(x);
  const rows = usize(y) * usize(z);
  // Loads reach one vector before the first cell and behind the last one.
  taken = aligned(__heap_base) + 16;
  distance = taken + row * rows + 16;
  marks = aligned(distance + row * rows + 16);
  bits = aligned(marks + MARKS * rows);
  return bits + 4 * usize(words) * rows;
}

export function bitsAt(): usize {
  return bits;
}

export function distancesAt(): usize {
  return distance;
}

/**
 * Distances to all cells.
 * @param count cells of a row that come in as bits, 1 where taken
 * @param words 32-bit words a row of bits has
 * @param start index of the cell to start from
 */
export function run(count: i32, words: i32, start: i32): void {
  expand(count, words);
  const rows = usize(sy) * usize(sz);
  memory.fill(distance - 16, 0xff, row * rows + 32);
  memory.fill(marks, 0, MARKS * rows);
  const first = start / sx;
  const here = distance + row * usize(first);
  store<u16>(distance + 2 * usize(start), 0);
  along(here, taken + row * usize(first));
  tick = 1;
  store<u32>(marks + MARKS * usize(first) + CHANGED, tick);
  const z0 = first / sy;
  sweepLayer(z0, 0);
  for (let z = z0 + 1; z < sz - 1; z++) sweepLayer(z, 1);
  let changed = true;
  while (changed) {
    changed = false;
    for (let z = sz - 3; z > 0; z--) if (sweepLayer(z, -1)) changed = true;
    for (let z = 2; z < sz - 1; z++) if (sweepLayer(z, 1)) changed = true;
  }
}

function aligned(at: usize): usize {
  return (at + 15) & ~15;
}

/** Bits to lanes; the border is taken. */
function expand(count: i32, words: i32): void {
  memory.fill(taken - 16, 0xff, row * usize(sy) * usize(sz) + 32);
  const weights = i16x8(1, 2, 4, 8, 16, 32, 64, 128);
  for (let z = 1; z < sz - 1; z++)
    for (let y = 1; y < sy - 1; y++) {
      const from = bits + 4 * usize(((z - 1) * (sy - 2) + y - 1) * words);
      const to = taken + row * usize(z * sy + y) + 2;
      for (let x = 0; x < count; x += 8) {
        const eight = i16x8.splat(i16(load<u8>(from + usize(x >> 3))));
        v128.store(to + 2 * usize(x), i16x8.ne(v128.and(eight, weights), i16x8.splat(0)));
      }
      // Vectors may have reached the first cell of the next row, which is border, too.
      for (let x = count; x < sx; x++) store<u16>(to + 2 * usize(x), 0xffff);
    }
}

function plus(a: v128, cost: i32): v128 {
  return i16x8.add_sat_u(a, i16x8.splat(i16(cost)));
}

function nearer(a: v128, b: v128): v128 {
  return i16x8.min_u(a, b);
}

/**
 * Takes what came from below or above (`dz` says from where) and from the row before and behind until the layer rests.
 * @returns whether anything got nearer
 */
function sweepLayer(z: i32, dz: i32): bool {
  let changed = dz !== 0 && takeLayer(z, dz);
  let again = true;
  while (again) {
    again = false;
    for (let y = 1; y < sy - 1; y++) if (takeBeside(z * sy + y, -1, FROM_FRONT)) again = true;
    for (let y = sy - 2; y > 0; y--) if (takeBeside(z * sy + y, 1, FROM_REAR)) again = true;
    if (again) changed = true;
  }
  return changed;
}

function takeLayer(z: i32, dz: i32): bool {
  const since = dz > 0 ? FROM_BELOW : FROM_ABOVE;
  let changed = false;
  for (let y = 1; y < sy - 1; y++) {
    const here = z * sy + y;
    const there = here - dz * sy;
    const mark = marks + MARKS * usize(here);
    const other = marks + MARKS * usize(there) + CHANGED;
    const looked = load<u32>(mark + since);
    if (load<u32>(other) <= looked && load<u32>(other - MARKS) <= looked && load<u32>(other + MARKS) <= looked)
      continue;
    store<u32>(mark + since, tick);
    if (!fromLayer(distance + row * usize(here), taken + row * usize(here), distance + row * usize(there))) continue;
    settle(here);
    changed = true;
  }
  return changed;
}

function takeBeside(here: i32, by: i32, since: usize): bool {
  const there = here + by;
  const mark = marks + MARKS * usize(here);
  if (load<u32>(marks + MARKS * usize(there) + CHANGED) <= load<u32>(mark + since)) return false;
  store<u32>(mark + since, tick);
  if (!fromRow(distance + row * usize(here), taken + row * usize(here), distance + row * usize(there))) return false;
  settle(here);
  return true;
}

function settle(here: i32): void {
  along(distance + row * usize(here), taken + row * usize(here));
  tick++;
  store<u32>(marks + MARKS * usize(here) + CHANGED, tick);
}

/** What the row beside it in its own layer offers to a row. */
function fromRow(d: usize, t: usize, s: usize): bool {
  let any = i16x8.splat(0);
  for (let x: usize = 0; x < row; x += 16) {
    const was = v128.load(d + x);
    let is = nearer(was, plus(v128.load(s + x), FACE));
    is = nearer(is, plus(nearer(v128.load(s + x - 2), v128.load(s + x + 2)), EDGE));
    is = nearer(was, v128.or(is, v128.load(t + x)));
    any = v128.or(any, v128.xor(was, is));
    v128.store(d + x, is);
  }
  return v128.any_true(any);
}

/** What three rows of the layer below or above offer to a row; `s` is the middle one. */
function fromLayer(d: usize, t: usize, s: usize): bool {
  let any = i16x8.splat(0);
  for (let x: usize = 0; x < row; x += 16) {
    const was = v128.load(d + x);
    const a = s + x - row;
    const b = s + x + row;
    let is = nearer(was, plus(v128.load(s + x), FACE));
    const edges = nearer(v128.load(s + x - 2), v128.load(s + x + 2));
    is = nearer(is, plus(nearer(edges, nearer(v128.load(a), v128.load(b))), EDGE));
    const corners = nearer(v128.load(a - 2), v128.load(a + 2));
    is = nearer(is, plus(nearer(corners, nearer(v128.load(b - 2), v128.load(b + 2))), CORNER));
    is = nearer(was, v128.or(is, v128.load(t + x)));
    any = v128.or(any, v128.xor(was, is));
    v128.store(d + x, is);
  }
  return v128.any_true(any);
}

/**
 * Hands distances along a row both ways. Within eight cells by doubling steps of 1, 2 and 4 cells, each only where no
 * cell on the way is taken; then on from the last of the eight cells before.
 */
function along(d: usize, t: usize): void {
  const none = i16x8.splat(0);
  const far = i16x8.splat(-1);
  const right = i16x8(12, 24, 36, 48, 60, 72, 84, 96);
  let last = far;
  for (let x: usize = 0; x < row; x += 16) {
    const t1 = v128.load(t + x);
    const t2 = v128.or(t1, v128.shuffle<u16>(none, t1, 0, 8, 9, 10, 11, 12, 13, 14));
    const t4 = v128.or(t2, v128.shuffle<u16>(none, t2, 0, 0, 8, 9, 10, 11, 12, 13));
    const t8 = v128.or(t4, v128.shuffle<u16>(none, t4, 0, 0, 0, 0, 8, 9, 10, 11));
    let v = v128.load(d + x);
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(far, v, 0, 8, 9, 10, 11, 12, 13, 14), FACE), t1));
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(far, v, 0, 0, 8, 9, 10, 11, 12, 13), 2 * FACE), t2));
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(far, v, 0, 0, 0, 0, 8, 9, 10, 11), 4 * FACE), t4));
    v = nearer(v, v128.or(i16x8.add_sat_u(last, right), t8));
    v128.store(d + x, v);
    last = v128.shuffle<u16>(v, v, 7, 7, 7, 7, 7, 7, 7, 7);
  }
  const left = i16x8(96, 84, 72, 60, 48, 36, 24, 12);
  last = far;
  for (let x = isize(row) - 16; x >= 0; x -= 16) {
    const t1 = v128.load(t + x);
    const t2 = v128.or(t1, v128.shuffle<u16>(t1, none, 1, 2, 3, 4, 5, 6, 7, 8));
    const t4 = v128.or(t2, v128.shuffle<u16>(t2, none, 2, 3, 4, 5, 6, 7, 8, 8));
    const t8 = v128.or(t4, v128.shuffle<u16>(t4, none, 4, 5, 6, 7, 8, 8, 8, 8));
    let v = v128.load(d + x);
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(v, far, 1, 2, 3, 4, 5, 6, 7, 8), FACE), t1));
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(v, far, 2, 3, 4, 5, 6, 7, 8, 8), 2 * FACE), t2));
    v = nearer(v, v128.or(plus(v128.shuffle<u16>(v, far, 4, 5, 6, 7, 8, 8, 8, 8), 4 * FACE), t4));
    v = nearer(v, v128.or(i16x8.add_sat_u(last, left), t8));
    v128.store(d + x, v);
    last = v128.shuffle<u16>(v, v, 0, 0, 0, 0, 0, 0, 0, 0);
  }
}
