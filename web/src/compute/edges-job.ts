import { InputError } from '@eldrun/core/errors';
import { solveEdgeSteps, type EdgeHeat, type EdgeSection } from '@eldrun/core/edges';
import { temperaturesOn } from '@eldrun/core/conduction';

/** What the page asks of a worker about edges: sections to solve, each by a name of the page's. */
export interface EdgesQuestion {
  edges: (Pick<EdgeSection, 'thermal' | 'pieces' | 'frame'> & { key: string })[];
}

export type EdgesRequest = EdgesQuestion & { job: number };

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

/** Told edge by edge. */
export interface EdgesPart {
  job: number;
  found: EdgeFound;
}

export interface EdgesAnswer {
  job: number;
  all: true;
}

/** Points of the raster along the longer side of what is drawn. */
const POINTS = 180;

/** Messages are let in so often, ms. */
const TURN = 40;

/**
 * Solves edges one after the other.
 *
 * @param pause lets messages in between two steps
 * @param isStale whether a newer job has come in
 * @param tell tells the page of each edge that is solved
 * @returns null when the job was dropped for a newer one
 */
export async function answer(
  { job, edges }: EdgesRequest,
  pause: () => Promise<void>,
  isStale: () => boolean,
  tell: (part: Omit<EdgesPart, 'job'>) => void,
): Promise<EdgesAnswer | null> {
  let turn = performance.now();
  for (const edge of edges) {
    const steps = solveEdgeSteps(edge);
    const { key } = edge;
    try {
      let step = steps.next();
      while (!step.done) {
        if (performance.now() - turn >= TURN) {
          await pause();
          if (isStale()) return null;
          turn = performance.now();
        }
        step = steps.next();
      }
      const { value } = step;
      tell({
        found: {
          key,
          heat: value?.heat ?? null,
          raster: value && rasterOf(value.field, edge.frame),
          problem: '',
        },
      });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      tell({ found: { key, heat: null, raster: null, problem: error.message } });
    }
  }
  return { job, all: true };
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
