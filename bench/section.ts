import { all, create } from 'mathjs';
import { assessLayers } from '@eldrun/core/assessment';
import {
  eliminate,
  evenGrid,
  networkOf,
  solvePlane,
  sourcesOf,
  type Network,
  type PlaneSection,
} from '@eldrun/core/conduction';
import { planSectionOf, resistancesAt } from '@eldrun/core/steady-heat';
import { withBrief } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';

/** What of mathjs this needs; its own types leave the class out. */
interface GeneralSolver {
  SparseMatrix: new (data: object) => unknown;
  slu: (matrix: unknown, order: number, threshold: number) => unknown;
  lusolve: (factors: unknown, right: number[]) => { valueOf: () => number[][] };
}
const general = create(all!) as unknown as GeneralSolver;

/** The steel demo wall held to 406 by 250 mm: C-stud, fill and a board, at one spacing. */
function steelSection(): PlaneSection {
  const { brief, walls } = DEMO_PROJECTS.find(({ name }) => name === 'Quarry Row infill')!;
  const wall = withBrief(walls[0]!, brief);
  const { wall: resolved } = assessLayers({
    ...wall,
    layers: [
      ...wall.layers.slice(0, 3),
      { id: 'board', kind: 'sheet', material: 'mineral-wool-board-rigid', thickness: 0.069 },
    ],
  });
  return planSectionOf(resolved, resistancesAt(resolved, 21, -10));
}

/** Of the sections' two sides: indoors and outdoors. */
const TEMPERATURES = [1, 0];

function milliseconds(work: () => unknown, times: number): number {
  const all = Array.from({ length: times }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return all.sort((a, b) => a - b)[times >> 1]!;
}

/** The network as the sparse matrix of its heat balances, compressed by columns. */
function matrixOf({ columns, rows, toRight, toNext, toOutside }: Network): unknown {
  const size = columns * rows;
  const values: number[] = [];
  const index: number[] = [];
  const ptr: number[] = [];
  for (let k = 0; k < size; k++) {
    ptr.push(values.length);
    const column = k % columns;
    const couplings: [number, number][] = [
      [k - columns, k >= columns ? toNext[k - columns]! : 0],
      [k - 1, column > 0 ? toRight[k - 1]! : 0],
      [k, 0],
      [k + 1, toRight[k]!],
      [k + columns, toNext[k]!],
    ];
    const total = couplings.reduce((sum, [, g]) => sum + g, toOutside[k]!);
    for (const [node, g] of couplings) {
      if (g === 0 && node !== k) continue;
      index.push(node);
      values.push(node === k ? total : -g);
    }
  }
  ptr.push(values.length);
  return new general.SparseMatrix({ values, index, ptr, size: [size, size], datatype: 'number' });
}

/** Time and memory of the section solver, and the same matrices through a general sparse LU with approximate minimum degree. */
export function sectionFigures(): Record<string, number> {
  const section = steelSection();
  // The largest first: peak memory only ever grows.
  const sizes = [
    ['1 mm', 0.001, 3],
    ['2 mm', 0.002, 5],
    ['4 mm', 0.004, 9],
  ] as const;
  const measured = sizes.map(([name, size, times]) => {
    const peak = process.resourceUsage().maxRSS;
    const network = networkOf(evenGrid(section, size), section);
    const sources = [sourcesOf(network, TEMPERATURES)];
    eliminate(network, sources);
    const grown = (process.resourceUsage().maxRSS - peak) / 1000;
    const ms = milliseconds(() => eliminate(network, sources), times);
    return { name, network, grown, ms, cells: network.columns * network.rows };
  });
  const graded = solvePlane(section);
  const figures: Record<string, number> = {
    'steel section, graded, ms for the whole refinement': milliseconds(
      () => solvePlane(section),
      40,
    ),
    'steel section, graded, cells of the last grid': graded.conductivity.length,
    'steel section, graded, last change, %': 100 * graded.change,
  };
  for (const { name, cells, ms, grown } of measured) {
    figures[`steel section, even ${name}, cells`] = cells;
    figures[`steel section, even ${name}, ms`] = ms;
    if (name === '1 mm') figures['steel section, even 1 mm, peak memory grows by MB'] = grown;
  }
  const [fine, middle, coarse] = [measured[0]!, measured[1]!, measured[2]!];
  figures['time grows with cells to the power of, 4 to 1 mm'] =
    Math.log(fine.ms / coarse.ms) / Math.log(fine.cells / coarse.cells);
  // The general solver takes minutes at 1 mm.
  for (const { name, network, ms } of [coarse, middle])
    figures[`general sparse LU (mathjs) over ours, even ${name}`] = ratio(network, ms);
  const last = networkOf(graded, section);
  figures['general sparse LU (mathjs) over ours, graded'] = ratio(
    last,
    milliseconds(() => eliminate(last, [sourcesOf(last, TEMPERATURES)]), 20),
  );
  return figures;
}

/** How much longer the general solver takes for the same temperatures. @throws Error when it finds others */
function ratio(network: Network, ours: number): number {
  const matrix = matrixOf(network);
  const source = sourcesOf(network, TEMPERATURES);
  const start = performance.now();
  const theirs = general.lusolve(general.slu(matrix, 1, 0.001), Array.from(source)).valueOf();
  const ms = performance.now() - start;
  const [temperatures] = eliminate(network, [source]);
  const apart = Math.max(...theirs.flat().map((t, i) => Math.abs(t - temperatures![i]!)));
  if (!(apart < 1e-9)) throw new Error(`the two solvers differ by ${apart}`);
  return ms / ours;
}
