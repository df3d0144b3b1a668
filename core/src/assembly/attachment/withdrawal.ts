import { INCH, POUND_FORCE, PSI } from '../../common/units/index.ts';
import type { ConnectionInput } from './types.ts';

/** Safety factor of screws in cold-formed steel, allowable strength (AISI S100-16, J4). */
const STEEL_SAFETY = 3;

/**
 * What one fastener resists along its axis in what holds it, N, without load duration. Wood, lb for each inch of
 * penetration: nails 1380 G^2.5 D, wood screws 2850 G² D, lag screws 1800 G^1.5 D^0.75, by the nominal diameter (NDS
 * 2018, 12.2). Steel: pull-out 0.85 t D F_u over 3 (AISI S100-16, J4.4.1).
 */
export function withdrawalLoad({ fastener, main }: ConnectionInput): number {
  const { kind, nominal } = fastener;
  if ('tensile' in main) return (0.85 * main.penetration * nominal * main.tensile) / STEEL_SAFETY;
  const g = main.specificGravity;
  const inches = nominal / INCH;
  const perInch =
    kind === 'nail'
      ? 1380 * g ** 2.5 * inches
      : kind === 'wood-screw'
        ? 2850 * g ** 2 * inches
        : 1800 * g ** 1.5 * inches ** 0.75;
  return perInch * POUND_FORCE * (main.penetration / INCH);
}

/**
 * What the head bears before it is pulled through what it holds, N, without load duration. Wood: 690 π D_H G² t up to
 * t = 2.5 D_H, then 1725 π D_H² G² (NDS 2018, 12.2.5). Steel: pull-over 1.5 t D_H F_u over 3 (AISI S100-16, J4.4.2).
 */
export function pullThroughLoad({ fastener, side }: ConnectionInput): number {
  const { head } = fastener;
  if ('tensile' in side) return (1.5 * side.thickness * head * side.tensile) / STEEL_SAFETY;
  const deep = Math.min(side.thickness, 2.5 * head);
  return 690 * Math.PI * head * side.specificGravity ** 2 * deep * PSI;
}
