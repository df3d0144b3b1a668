import { isInsulation } from '../materials/index.ts';
import { INCH, R_VALUE } from '../../common/units/index.ts';
import type { ResolvedLayer, ResolvedWall } from '../build-up/index.ts';
import { framedR, type Thermal } from './thermal.ts';

export type LossCause = 'values' | 'members' | 'framing' | 'fasteners' | 'pointBridges' | 'voids';

/** One step from the label to what works: R that is lost to it, m²K/W; negative where it gains. */
interface Loss {
  cause: LossCause;
  r: number;
}

/** The way from the sum of labels to the effective R, m²K/W. */
export interface LossLadder {
  /** Label R of the insulation alone, as builders add it up. */
  label: number;
  /** Films and every layer that is not insulation. */
  rest: number;
  /** In the order in which they are taken off `label + rest`. */
  losses: Loss[];
  effective: number;
}

/**
 * Where the label R goes: to design values (temperature, aging), to the members of the clear field, to plates, headers
 * and corners, to fasteners, to point bridges and to voids.
 *
 * @param wall a resolved wall
 * @param thermal its thermal figures
 */
export function lossLadder(wall: ResolvedWall, thermal: Thermal): LossLadder {
  let label = 0;
  let insulation = 0;
  thermal.layers.forEach(({ resistance }, i) => {
    const layer = wall.layers[i]!;
    if (!layer.fillId || !layer.fill || !isInsulation(layer.fillId, layer.fill)) return;
    label += labelResistance(layer) ?? resistance;
    insulation += resistance;
  });
  const { cavityPath, section, effective, corrections } = thermal;
  const framed = framedR(thermal);
  const fastened = 1 / (1 / framed + corrections.fasteners);
  const bridged = 1 / (1 / fastened + corrections.pointBridges);
  const steps: Loss[] = [
    { cause: 'values', r: label - insulation },
    { cause: 'members', r: cavityPath.r - section.r },
    { cause: 'framing', r: section.r - framed },
    { cause: 'fasteners', r: framed - fastened },
    { cause: 'pointBridges', r: fastened - bridged },
    { cause: 'voids', r: bridged - effective.r },
  ];
  const rest = cavityPath.r - insulation;
  return {
    label,
    rest,
    losses: steps.filter(({ r }) => Math.abs(r) > 1e-9),
    effective: effective.r,
  };
}

/** R that the label of a layer's insulation promises for its thickness, m²K/W, or null without a label. */
function labelResistance({ fill, thickness }: ResolvedLayer): number | null {
  const perInch = fill?.labeledRPerInch;
  return perInch ? (thickness / INCH) * perInch * R_VALUE : null;
}
