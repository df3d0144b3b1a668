export { resistanceBounds, type ResistanceBounds } from './bounds.ts';
export { streamFunction } from './stream.ts';
export {
  crossingsOn,
  faceTemperature,
  surfaceAt,
  temperatureAt,
  temperaturesOn,
  type SurfacePart,
} from './probe.ts';
export { planeSteps, solveOn, solvePlane, type SolveOptions } from './solve.ts';
export { evenGrid, firstGrid } from './grid.ts';
export { boundariesOf, networkOf, sourcesOf, type Boundary, type Network } from './network.ts';
export { eliminate } from './elimination.ts';
export { SIDES } from './types.ts';
export type {
  AirBox,
  Couplings,
  Grid,
  PlaneSection,
  PlaneSolution,
  Rectangle,
  RefinedSolution,
  Side,
  SideName,
  Surroundings,
} from './types.ts';
