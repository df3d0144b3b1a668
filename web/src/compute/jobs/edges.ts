import { InputError } from '@eldrun/core/errors';
import { solveEdgeSteps, type EdgeHeat, type EdgeSection } from '@eldrun/core/edges';
import { temperaturesOn } from '@eldrun/core/conduction';
import { through, type Turn } from '../turn.ts';

/** What the page asks of a worker about edges: sections to solve, each by a name of the page's. */
export interface EdgesQuestion {
  edges: (Pick<EdgeSection, 'thermal' | 'pieces' | 'frame'> & { key: string })[];
}

/** Temperatures over the drawn part of an edge, °C, row after row. */
export interface EdgeRaster {
  columns: number;
  rows: number;
  values: Float32Array;
}

/** One edge that is solved, or why it is not. */
export interface EdgeFound {
  key: string;
  heat: EdgeHeat | null;
  raster: EdgeRaster | null;
  problem: string;
}

/** Points of the raster along the longer side of what is drawn. */
const POINTS = 180;

/** Messages are let in so often, ms. */
const TURN = 40;

/**
 * Solves edges one after the other, and tells each.
 *
 * @returns null when it was dropped
 */
export async function answer(
  { edges }: EdgesQuestion,
  turn: Turn<{ found: EdgeFound }>,
): Promise<{ all: true } | null> {
  for (const edge of edges) {
    const { key } = edge;
    try {
      const solved = await through(solveEdgeSteps(edge), turn, TURN);
      if (turn.isStale()) return null;
      turn.tell({
        found: {
          key,
          heat: solved?.heat ?? null,
          raster: solved && rasterOf(solved.field, edge.frame),
          problem: '',
        },
      });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      turn.tell({ found: { key, heat: null, raster: null, problem: error.message } });
    }
  }
  return { all: true };
}

function rasterOf(
  field: Parameters<typeof temperaturesOn>[0],
  { x0, x1, y0, y1 }: EdgeSection['frame'],
): EdgeRaster {
  const step = Math.max(x1 - x0, y1 - y0) / POINTS;
  const columns = Math.max(2, Math.round((x1 - x0) / step));
  const rows = Math.max(2, Math.round((y1 - y0) / step));
  const places = (from: number, to: number, count: number): Float64Array =>
    Float64Array.from({ length: count }, (_, n) => from + ((n + 0.5) * (to - from)) / count);
  return {
    columns,
    rows,
    values: temperaturesOn(field, places(x0, x1, columns), places(y0, y1, rows)),
  };
}
