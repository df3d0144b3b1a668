export { checkConnection, worstUse } from './connection.ts';
export { leastPenetration } from './limits.ts';
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
