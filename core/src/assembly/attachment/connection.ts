import { lateralLoad } from './dowel.ts';
import type { ConnectionInput, ConnectionResult, Substance } from './types.ts';
import { pullThroughLoad, withdrawalLoad } from './withdrawal.ts';

/** Load duration factors C_D: weight is permanent, wind lasts ten minutes (NDS 2018, Table 2.3.2). */
const PERMANENT = 0.9;
const WIND = 1.6;

/** Steel bears no more for a short while (NDS 2018, 11.3.2). */
const duration = (of: Substance): number => ('tensile' in of ? 1 : WIND);

/**
 * What a connection carries and what the wall asks of it: weight by load duration 0.9, wind by 1.6, and both at once by
 * 1.6 (NDS 2018, 12.4: lag screws by W′Z′/(W′ cos² α + Z′ sin² α), nails and wood screws with cos α and sin α unsquared).
 * Preliminary sizing: a licensed engineer decides.
 *
 * @param input a connection, SI; numbers that `connectionSchema` lets through
 * @returns loads in N, bearing strengths in Pa, uses as shares: above 1 is too much
 */
export function checkConnection(input: ConnectionInput): ConnectionResult {
  const { fastener, spacing, load, side, main } = input;
  const lateral = lateralLoad(input);
  const withdrawal = withdrawalLoad(input);
  const pullThrough = pullThroughLoad(input);
  const area = spacing.along * spacing.across;
  const shearDemand = load.weight * area;
  const suctionDemand = load.suction * area;
  const shearUse = shearDemand / (lateral.lateral * PERMANENT);
  const along = Math.min(withdrawal * duration(main), pullThrough * duration(side));
  const suctionUse = suctionDemand / along;

  const across = lateral.lateral * WIND;
  const both = Math.hypot(shearDemand, suctionDemand);
  const power = fastener.kind === 'lag-screw' ? 2 : 1;
  const combinedUse =
    both === 0
      ? 0
      : both * ((shearDemand / both) ** power / across + (suctionDemand / both) ** power / along);
  return {
    ...lateral,
    withdrawal,
    pullThrough,
    shearDemand,
    suctionDemand,
    shearUse,
    suctionUse,
    combinedUse,
    governing: suctionUse > shearUse ? 'suction' : 'shear',
  };
}

/** The largest of the uses of a connection: above 1 it carries too little. */
export const worstUse = ({ shearUse, suctionUse, combinedUse }: ConnectionResult): number =>
  Math.max(shearUse, suctionUse, combinedUse);
