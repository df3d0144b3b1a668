export { resistanceBounds } from './bounds.ts';
export { streamFunction } from './stream.ts';
export {
  crossingsOn,
  faceTemperature,
  surfaceAt,
  temperatureAt,
  temperaturesOn,
  type SurfacePart,
} from './probe.ts';
export { planeSteps, solveOn, solvePlane } from './solve.ts';
export { evenGrid, firstGrid } from './grid.ts';
export { boundariesOf, networkOf, sourcesOf, type Network } from './network.ts';
export { eliminate } from './elimination.ts';
export type {
  AirBox,
  PlaneSection,
  PlaneSolution,
  Rectangle,
  RefinedSolution,
  Side,
  SideName,
} from './types.ts';
