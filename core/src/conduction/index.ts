export { resistanceBounds, type ResistanceBounds } from './bounds.ts';
export { streamFunction } from './stream.ts';
export { crossingsOn, faceTemperature, temperatureAt, temperaturesOn } from './probe.ts';
export { planeSteps, solveOn, solvePlane, type SolveOptions } from './solve.ts';
export { evenGrid, firstGrid } from './grid.ts';
export { networkOf, type Network } from './network.ts';
export { eliminate } from './elimination.ts';
export type {
  Grid,
  PlaneSection,
  PlaneSolution,
  Rectangle,
  RefinedSolution,
  Side,
  SideName,
} from './types.ts';
