export {
  clearFieldU,
  edgesHeat,
  heatedDegreeHours,
  USUAL_OPENING_U,
  yearlyCost,
  type EdgesHeat,
} from './house-heat.ts';
export { applyDetails, type DetailsCommand } from './commands.ts';
export { checkPenetrations, type PenetrationFinding } from './penetrations.ts';
export { continuity, type Chain, type Link } from './continuity.ts';
export { EDGE_FIELDS, EDGE_NAMES, GROUP_OF, Said, type SettingField } from './fields.ts';
export { gapVent, type GapVent } from './vents.ts';
export { openingPlan, type OpeningPlan } from './opening-plan.ts';
export {
  houseEdges,
  saidOf,
  sectionOf,
  type EdgePlace,
  type HouseEdge,
  type HouseEdges,
} from './house-edges.ts';
export { judgeEdgeHeat, solveEdge, solveEdgeSteps, type SolvedEdge } from './solve.ts';
export { breaksOf, traceFindings } from './trace.ts';
export { stackOf, type Stack } from './stack.ts';
export * from './types.ts';
