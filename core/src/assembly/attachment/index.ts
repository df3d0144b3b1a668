export { checkConnection, worstUse } from './connection.ts';
export {
  attachmentDesign,
  fastenersFor,
  FASTENER_STEPS,
  type AttachmentLoads,
  type Connection,
  type ConnectionPlace,
  type Design,
} from './design.ts';
export {
  BRACKETS,
  FASTENERS,
  fastenerOf,
  fastenerPrice,
  goodsOfFastener,
  nextLength,
  type Bracket,
} from './fasteners.ts';
export { choose, setAttachment } from './choices.ts';
export type { AttachmentFinding } from './finding.ts';
export { engineerReasons } from './findings.ts';
export { connectionName, MODE_WORDS } from './words.ts';
export type { HeldBy } from './hung.ts';
export { reductionTerm } from './dowel.ts';
export { leastPenetration } from './limits.ts';
export { attachmentOf, type AttachmentOf } from './attachment-of.ts';
export { publishedRows, ROWS_NOTE, type PublishedRow } from './rows.ts';
export { spacingTable, TABLE_WEIGHTS, type SpacingRow } from './spacing.ts';
export { attachmentSteps } from './steps.ts';
export {
  FASTENER_RULES,
  YIELD_MODES,
  type ConnectionInput,
  type ConnectionResult,
  type Dowel,
  type FastenerRule,
  type Substance,
  type YieldMode,
} from './types.ts';
export { suctionOf, USUAL_WIND, velocityPressure, windSuction } from './wind.ts';
