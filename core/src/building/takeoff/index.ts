export { GOODS } from './goods.ts';
export { furringBothWays } from './needs.ts';
export * from './stock.ts';
export * from './takeoff.ts';
export type { SoldBy, TakeoffLine } from './types.ts';
export { amountIn, amountText, whatText } from './words.ts';
