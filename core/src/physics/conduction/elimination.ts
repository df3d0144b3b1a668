import type { Network } from './network.ts';

/** Cells that are eliminated together at the bottom of the dissection, at the most. */
const LEAF = 12;

/** Nodes eliminated together: `spreadPanel` is written out for this many, and for two rows. */
const PANEL = 4;

/** Numbers that small fronts share one array of: thousands of little arrays would cost more than the arithmetic. */
const CHUNK = 1 << 16;

/**
 * Solves a network for its node temperatures, directly: node after node is eliminated by the star-mesh transformation
 * (its star of conductances becomes a mesh between its neighbors), then the temperatures are read back in reverse.
 *
 * Conductances only ever add up and temperatures are weighted means, so nothing cancels: the result keeps its accuracy
 * whatever the conductivities side by side, and lies between the environments' temperatures. Order and bookkeeping:
 * nested dissection of the grid (George, SIAM J. Numer. Anal. 10, 1973), one dense front for each separator (Duff and
 * Reid, ACM TOMS 9, 1983): work grows with n^1.5, memory with n·log n. Why no cancellation: Alfa, Xue and Ye, Math.
 * Comp. 71, 2002, on diagonally dominant M-matrices.
 *
 * @param network each part of which is coupled to an environment
 * @param sources what flows into each cell where it is at 0 (`sourcesOf`); several share one elimination
 * @returns temperature by cell for each of the sources, 0 where a cell is no node
 */
export function eliminate(network: Network, sources: readonly Float64Array[]): Float64Array[] {
  const { columns, rows } = network;
  const work: Work = {
    network,
    sources,
    fronts: [],
    local: new Int32Array(columns * rows).fill(-1),
    chunk: new Float64Array(0),
    used: 0,
  };
  dissect(work, { left: 0, right: columns, top: 0, bottom: rows });
  return sources.map((_, source) => {
    const temperature = new Float64Array(columns * rows);
    for (let f = work.fronts.length - 1; f >= 0; f--)
      readBack(work.fronts[f]!, source, sources.length, temperature);
    return temperature;
  });
}

/** One line of cells between two halves, or a small block, and what its elimination leaves. */
interface Front {
  /** Node indices: the `own` first, then those around its block. */
  nodes: Int32Array;
  own: number;
  /**
   * Holds a row for each node, from `at` on: the conductances to the nodes after it, to the environments, and its sources.
   * Of an eliminated node they are divided by the sum of the conductances.
   */
  mesh: Float64Array;
  at: number;
}

interface Work {
  network: Network;
  sources: readonly Float64Array[];
  fronts: Front[];
  /** Place of a node in the front that is being put together, else -1. */
  local: Int32Array;
  chunk: Float64Array;
  used: number;
}

/** A block of cells: columns from `left` to before `right`, rows from `top` to before `bottom`. */
interface Block {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** Eliminates a block: first its two halves, then the line of cells between them. */
function dissect(work: Work, block: Block): Front {
  const { left, right, top, bottom } = block;
  const width = right - left;
  const height = bottom - top;
  let front: Front;
  if (width * height <= LEAF || (width <= 2 && height <= 2)) {
    front = assemble(work, block, block);
  } else if (width >= height) {
    const middle = (left + right) >> 1;
    const first = dissect(work, { left, right: middle, top, bottom });
    const second = dissect(work, { left: middle + 1, right, top, bottom });
    front = assemble(work, { left: middle, right: middle + 1, top, bottom }, block, first, second);
  } else {
    const middle = (top + bottom) >> 1;
    const first = dissect(work, { left, right, top, bottom: middle });
    const second = dissect(work, { left, right, top: middle + 1, bottom });
    front = assemble(work, { left, right, top: middle, bottom: middle + 1 }, block, first, second);
  }
  eliminateOwn(front, 1 + work.sources.length);
  work.fronts.push(front);
  return front;
}

/** Puts a front together: its own cells, those around the block, their couplings, and what the halves left. */
function assemble(work: Work, own: Block, block: Block, ...halves: Front[]): Front {
  const { local, sources } = work;
  const { columns, rows, toRight, toNext, toOutside, air } = work.network;
  const { left, right, top, bottom } = block;
  const nodes = new Int32Array(
    (own.right - own.left) * (own.bottom - own.top) + 2 * (right - left + bottom - top),
  );
  let size = 0;
  const solid = (node: number): boolean => air === null || air[node]! < 0;
  for (let j = own.top; j < own.bottom; j++)
    for (let i = own.left; i < own.right; i++) {
      const node = j * columns + i;
      if (solid(node)) nodes[size++] = node;
    }
  const count = size;
  // Around the block: what is coupled to something in it.
  const around = (node: number, inside: number): void => {
    if (solid(node) && solid(inside)) nodes[size++] = node;
  };
  for (let i = left; i < right; i++) {
    const [first, last] = [top * columns + i, (bottom - 1) * columns + i];
    if (top > 0) around(first - columns, first);
    if (bottom < rows) around(last + columns, last);
  }
  for (let j = top; j < bottom; j++) {
    const [first, last] = [j * columns + left, j * columns + right - 1];
    if (left > 0) around(first - 1, first);
    if (right < columns) around(last + 1, last);
  }
  let n = 0;
  for (; n < size; n++) local[nodes[n]!] = n;

  const stride = size + 1 + sources.length;
  const at = take(work, size * stride);
  const mesh = work.chunk;
  for (let a = 0; a < count; a++) {
    const node = nodes[a]!;
    const column = node % columns;
    const row = at + a * stride;
    mesh[row + size] = toOutside[node]!;
    for (let s = 0; s < sources.length; s++) mesh[row + size + 1 + s] = sources[s]![node]!;
    // A neighbor that is not marked was eliminated below; one that comes earlier has seen the pair already.
    if (column > 0 && local[node - 1]! > a) mesh[row + local[node - 1]!] = toRight[node - 1]!;
    if (column + 1 < columns && local[node + 1]! > a) mesh[row + local[node + 1]!] = toRight[node]!;
    const before = node - columns;
    if (before >= 0 && local[before]! > a) mesh[row + local[before]!] = toNext[before]!;
    const after = node + columns;
    if (after < local.length && local[after]! > a) mesh[row + local[after]!] = toNext[node]!;
  }
  const front = { nodes: nodes.subarray(0, size), own: count, mesh, at };
  for (const half of halves) extend(front, half, local, stride - size);
  for (n = 0; n < size; n++) local[nodes[n]!] = -1;
  return front;
}

/** Room for numbers, all zero, in `work.chunk`. @returns where it begins */
function take(work: Work, numbers: number): number {
  if (work.used + numbers > work.chunk.length) {
    work.chunk = new Float64Array(Math.max(CHUNK, numbers));
    work.used = 0;
  }
  work.used += numbers;
  return work.used - numbers;
}

/** Adds what a half left among the nodes around it to the front between the halves; `rest`: how long a row is beyond its nodes. */
function extend(front: Front, half: Front, local: Int32Array, rest: number): void {
  const size = front.nodes.length;
  const stride = size + rest;
  const halfSize = half.nodes.length;
  const { mesh } = front;
  for (let a = half.own; a < halfSize; a++) {
    const to = local[half.nodes[a]!]!;
    const row = half.at + a * (halfSize + rest);
    const target = front.at + to * stride;
    for (let b = a + 1; b < halfSize; b++) {
      const other = local[half.nodes[b]!]!;
      const place = other > to ? target + other : front.at + other * stride + to;
      mesh[place] = mesh[place]! + half.mesh[row + b]!;
    }
    for (let s = 0; s < rest; s++)
      mesh[target + size + s] = mesh[target + size + s]! + half.mesh[row + halfSize + s]!;
  }
  // Of a large front only the own rows are kept: they are all that reading back needs.
  const kept = half.own * (halfSize + rest);
  if (half.mesh.length > CHUNK) {
    half.mesh = half.mesh.slice(half.at, half.at + kept);
    half.at = 0;
  }
}

/** Star-mesh elimination of the own nodes, four at a time: rows further down are then updated once for the four, by twos. */
function eliminateOwn({ nodes, own, mesh, at }: Front, rest: number): void {
  const size = nodes.length;
  const stride = size + rest;
  const totals = [0, 0, 0, 0];
  for (let first = 0; first < own; first += PANEL) {
    const end = Math.min(first + PANEL, own);
    for (let k = first; k < end; k++) {
      const row = at + k * stride;
      let total = 0;
      for (let j = k + 1; j <= size; j++) total += mesh[row + j]!;
      totals[k - first] = total;
      for (let i = k + 1; i < end; i++) spread(mesh, row, total, at + i * stride, i, stride);
    }
    let i = end;
    if (end - first === PANEL)
      for (; i + 1 < size; i += 2)
        spreadPanel(mesh, at + first * stride, totals, at + i * stride, i, stride);
    for (; i < size; i++)
      for (let k = first; k < end; k++)
        spread(mesh, at + k * stride, totals[k - first]!, at + i * stride, i, stride);
    for (let k = first; k < end; k++) {
      const total = totals[k - first]!;
      const row = at + k * stride;
      for (let j = k + 1; j < stride; j++) mesh[row + j] = mesh[row + j]! / total;
    }
  }
}

/** Node i's share of what the eliminated node of `row` was coupled to; `target` is i's own row. */
function spread(
  mesh: Float64Array,
  row: number,
  total: number,
  target: number,
  i: number,
  stride: number,
): void {
  const share = mesh[row + i]! / total;
  if (share === 0) return;
  for (let j = i + 1; j < stride; j++)
    mesh[target + j] = mesh[target + j]! + share * mesh[row + j]!;
}

/** `spread` for a full panel of eliminated nodes, whose rows follow one another, onto two nodes: i and the next. */
function spreadPanel(
  mesh: Float64Array,
  row: number,
  totals: readonly number[],
  target: number,
  i: number,
  stride: number,
): void {
  const row1 = row + stride;
  const row2 = row1 + stride;
  const row3 = row2 + stride;
  const share0 = mesh[row + i]! / totals[0]!;
  const share1 = mesh[row1 + i]! / totals[1]!;
  const share2 = mesh[row2 + i]! / totals[2]!;
  const share3 = mesh[row3 + i]! / totals[3]!;
  const next0 = mesh[row + i + 1]! / totals[0]!;
  const next1 = mesh[row1 + i + 1]! / totals[1]!;
  const next2 = mesh[row2 + i + 1]! / totals[2]!;
  const next3 = mesh[row3 + i + 1]! / totals[3]!;
  if (share0 + share1 + share2 + share3 + next0 + next1 + next2 + next3 === 0) return;
  const pair = target + i + 1;
  mesh[pair] =
    mesh[pair]! +
    share0 * mesh[row + i + 1]! +
    share1 * mesh[row1 + i + 1]! +
    share2 * mesh[row2 + i + 1]! +
    share3 * mesh[row3 + i + 1]!;
  const after = target + stride;
  for (let j = i + 2; j < stride; j++) {
    const m0 = mesh[row + j]!;
    const m1 = mesh[row1 + j]!;
    const m2 = mesh[row2 + j]!;
    const m3 = mesh[row3 + j]!;
    mesh[target + j] = mesh[target + j]! + share0 * m0 + share1 * m1 + share2 * m2 + share3 * m3;
    mesh[after + j] = mesh[after + j]! + next0 * m0 + next1 * m1 + next2 * m2 + next3 * m3;
  }
}

function readBack(
  { nodes, own, mesh, at }: Front,
  source: number,
  sources: number,
  temperature: Float64Array,
): void {
  const size = nodes.length;
  const stride = size + 1 + sources;
  for (let k = own - 1; k >= 0; k--) {
    const row = at + k * stride;
    let sum = mesh[row + size + 1 + source]!;
    for (let j = k + 1; j < size; j++) sum += mesh[row + j]! * temperature[nodes[j]!]!;
    temperature[nodes[k]!] = sum;
  }
}
