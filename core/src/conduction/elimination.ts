import type { Network } from './network.ts';

/** Cells that are eliminated together at the bottom of the dissection, at the most. */
const LEAF = 20;

/** Nodes eliminated together: `spreadPanel` is written out for this many. */
const PANEL = 4;

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
 * @param network with at least one coupling to an environment
 * @returns scaled temperature by node, 0 to 1
 */
export function eliminate(network: Network): Float64Array {
  const fronts: Front[] = [];
  const local = new Int32Array(network.columns * network.rows).fill(-1);
  dissect(network, 0, network.columns, 0, network.rows, fronts, local);
  const temperature = new Float64Array(network.columns * network.rows);
  for (let f = fronts.length - 1; f >= 0; f--) readBack(fronts[f]!, temperature);
  return temperature;
}

/** One separator, eliminated: its nodes, those around its region, and what reading back needs. */
interface Front {
  /** Node indices: the `own` first, then the boundary of the region. */
  nodes: Int32Array;
  own: number;
  /**
   * Row k, from column k + 1: share of node k's conductance that goes to each later node. In the rows of the boundary:
   * conductances among them, for the front above.
   */
  mesh: Float64Array;
  toOutside: Float64Array;
  /** Of an own node: its source over its conductance. */
  source: Float64Array;
}

function dissect(
  network: Network,
  left: number,
  right: number,
  top: number,
  bottom: number,
  fronts: Front[],
  local: Int32Array,
): Front {
  const { columns } = network;
  const width = right - left;
  const height = bottom - top;
  const children: Front[] = [];
  const own: number[] = [];
  if (width * height <= LEAF || (width <= 2 && height <= 2)) {
    for (let j = top; j < bottom; j++) for (let i = left; i < right; i++) own.push(j * columns + i);
  } else if (width >= height) {
    const middle = (left + right) >> 1;
    children.push(
      dissect(network, left, middle, top, bottom, fronts, local),
      dissect(network, middle + 1, right, top, bottom, fronts, local),
    );
    for (let j = top; j < bottom; j++) own.push(j * columns + middle);
  } else {
    const middle = (top + bottom) >> 1;
    children.push(
      dissect(network, left, right, top, middle, fronts, local),
      dissect(network, left, right, middle + 1, bottom, fronts, local),
    );
    for (let i = left; i < right; i++) own.push(middle * columns + i);
  }
  const front = assemble(network, own, left, right, top, bottom, children, local);
  eliminateOwn(front);
  fronts.push(front);
  return front;
}

function assemble(
  { columns, rows, toRight, toNext, toOutside, source }: Network,
  own: number[],
  left: number,
  right: number,
  top: number,
  bottom: number,
  children: Front[],
  local: Int32Array,
): Front {
  const around: number[] = [];
  for (let i = left; i < right; i++) {
    if (top > 0) around.push((top - 1) * columns + i);
    if (bottom < rows) around.push(bottom * columns + i);
  }
  for (let j = top; j < bottom; j++) {
    if (left > 0) around.push(j * columns + left - 1);
    if (right < columns) around.push(j * columns + right);
  }
  const nodes = Int32Array.from([...own, ...around]);
  const size = nodes.length;
  const front: Front = {
    nodes,
    own: own.length,
    mesh: new Float64Array(size * size),
    toOutside: new Float64Array(size),
    source: new Float64Array(size),
  };
  for (let n = 0; n < size; n++) local[nodes[n]!] = n;

  const couple = (a: number, node: number, conductance: number): void => {
    const b = local[node]!;
    // The other end was eliminated below, or is an own node that has seen this pair already.
    if (b <= a) return;
    front.mesh[a * size + b]! += conductance;
  };
  for (let a = 0; a < own.length; a++) {
    const node = nodes[a]!;
    const column = node % columns;
    front.toOutside[a] = toOutside[node]!;
    front.source[a] = source[node]!;
    if (column > 0) couple(a, node - 1, toRight[node - 1]!);
    if (column + 1 < columns) couple(a, node + 1, toRight[node]!);
    if (node >= columns) couple(a, node - columns, toNext[node - columns]!);
    if (node + columns < columns * rows) couple(a, node + columns, toNext[node]!);
  }
  for (const child of children) extend(front, child, local);
  for (let n = 0; n < size; n++) local[nodes[n]!] = -1;
  return front;
}

/** Adds what a child left among its boundary to the front above it. */
function extend(front: Front, child: Front, local: Int32Array): void {
  const size = front.nodes.length;
  const childSize = child.nodes.length;
  for (let a = child.own; a < childSize; a++) {
    const to = local[child.nodes[a]!]!;
    front.toOutside[to]! += child.toOutside[a]!;
    front.source[to]! += child.source[a]!;
    const row = a * childSize;
    for (let b = a + 1; b < childSize; b++) {
      const other = local[child.nodes[b]!]!;
      if (other > to) front.mesh[to * size + other]! += child.mesh[row + b]!;
      else front.mesh[other * size + to]! += child.mesh[row + b]!;
    }
  }
  // Only the own rows are needed again, for reading back.
  child.mesh = child.mesh.slice(0, child.own * childSize);
}

/** Star-mesh elimination of the own nodes, four at a time: rows further down are then updated once for the four. */
function eliminateOwn(front: Front): void {
  const { nodes, own, mesh, toOutside, source } = front;
  const size = nodes.length;
  const totals = new Float64Array(PANEL);
  for (let first = 0; first < own; first += PANEL) {
    const end = Math.min(first + PANEL, own);
    for (let k = first; k < end; k++) {
      const row = k * size;
      let total = toOutside[k]!;
      for (let j = k + 1; j < size; j++) total += mesh[row + j]!;
      totals[k - first] = total;
      source[k] = source[k]! / total;
      for (let i = k + 1; i < end; i++) spread(front, k, total, i);
    }
    if (end - first === PANEL)
      for (let i = end; i < size; i++) spreadPanel(front, first, totals, i);
    else
      for (let k = first; k < end; k++)
        for (let i = end; i < size; i++) spread(front, k, totals[k - first]!, i);
    for (let k = first; k < end; k++)
      for (let j = k + 1; j < size; j++) mesh[k * size + j]! /= totals[k - first]!;
  }
}

/** Node i's share of what the eliminated node k was coupled to. */
function spread(
  { nodes, mesh, toOutside, source }: Front,
  k: number,
  total: number,
  i: number,
): void {
  const size = nodes.length;
  const row = k * size;
  const c = mesh[row + i]!;
  if (c === 0) return;
  const share = c / total;
  toOutside[i]! += share * toOutside[k]!;
  source[i]! += c * source[k]!;
  const target = i * size;
  for (let j = i + 1; j < size; j++) mesh[target + j]! += share * mesh[row + j]!;
}

/** `spread` for a full panel of eliminated nodes at once. */
function spreadPanel(
  { nodes, mesh, toOutside, source }: Front,
  first: number,
  totals: Float64Array,
  i: number,
): void {
  const size = nodes.length;
  const row0 = first * size;
  const row1 = row0 + size;
  const row2 = row1 + size;
  const row3 = row2 + size;
  const c0 = mesh[row0 + i]!;
  const c1 = mesh[row1 + i]!;
  const c2 = mesh[row2 + i]!;
  const c3 = mesh[row3 + i]!;
  if (c0 + c1 + c2 + c3 === 0) return;
  const share0 = c0 / totals[0]!;
  const share1 = c1 / totals[1]!;
  const share2 = c2 / totals[2]!;
  const share3 = c3 / totals[3]!;
  toOutside[i]! +=
    share0 * toOutside[first]! +
    share1 * toOutside[first + 1]! +
    share2 * toOutside[first + 2]! +
    share3 * toOutside[first + 3]!;
  source[i]! +=
    c0 * source[first]! +
    c1 * source[first + 1]! +
    c2 * source[first + 2]! +
    c3 * source[first + 3]!;
  const target = i * size;
  for (let j = i + 1; j < size; j++)
    mesh[target + j]! +=
      share0 * mesh[row0 + j]! +
      share1 * mesh[row1 + j]! +
      share2 * mesh[row2 + j]! +
      share3 * mesh[row3 + j]!;
}

function readBack({ nodes, own, mesh, source }: Front, temperature: Float64Array): void {
  const size = nodes.length;
  for (let k = own - 1; k >= 0; k--) {
    let sum = source[k]!;
    const row = k * size;
    for (let j = k + 1; j < size; j++) sum += mesh[row + j]! * temperature[nodes[j]!]!;
    temperature[nodes[k]!] = sum;
  }
}
