import { INCH, PSI } from '../../common/units/index.ts';
import type { ConnectionInput, Dowel, Substance, YieldMode } from './types.ts';
import { YIELD_MODES } from './types.ts';

/** Diameters are compared with so much of slack, m: figures in inches are not exact in metres. */
const SLACK = 1e-9;

/** From this nominal diameter on wood bears by its grain, and the reduction goes with the angle, m. */
const BY_GRAIN = INCH / 4;

const isLarge = ({ nominal }: Dowel): boolean => nominal >= BY_GRAIN - SLACK;

/**
 * Dowel bearing strength F_e of what a fastener goes through, Pa. Wood under 1/4 in.: 16600 G^1.84 psi; else along the
 * grain 11200 G, across it 6100 G^1.45/√D, between them by Hankinson (NDS 2018, Table 12.3.3, 12.3.4). Cold-formed
 * steel: 1.375 F_u (NDS 2018, I.2).
 *
 * @param angle of the load to the grain, degrees
 */
function bearingStrength(of: Substance, fastener: Dowel, angle: number): number {
  if ('tensile' in of) return 1.375 * of.tensile;
  const { specificGravity: g } = of;
  if (!isLarge(fastener)) return 16600 * g ** 1.84 * PSI;
  const along = 11200 * g * PSI;
  const across = ((6100 * g ** 1.45) / Math.sqrt(fastener.nominal / INCH)) * PSI;
  const sine = Math.sin((angle * Math.PI) / 180) ** 2;
  return (along * across) / (along * sine + across * (1 - sine));
}

/**
 * Loads at which a dowel in single shear yields through a gap, by the general dowel equations for solid members
 * (AWC Technical Report 12, Table 1-1): the positive root of A·P² + B·P + C = 0.
 *
 * @param q bearing resistance, N/m: F_e times the diameter
 * @param lengths of bearing, m
 * @param moment of the dowel, N·m: F_yb·D³/6, the same in both members
 * @param gap m
 * @returns N by mode
 */
function yieldLoads(
  q: { side: number; main: number },
  lengths: { side: number; main: number },
  moment: number,
  gap: number,
): Record<YieldMode, number> {
  const { side: qs, main: qm } = q;
  const { side: ls, main: lm } = lengths;
  const root = (a: number, b: number, c: number): number =>
    // The same as (−B + √(B² − 4AC))/2A, without the loss of digits where B² is far larger.
    (-2 * c) / (b + Math.sqrt(b * b - 4 * a * c));
  const bearsSide = (qs * ls * ls) / 4;
  const bearsMain = (qm * lm * lm) / 4;
  return {
    Im: qm * lm,
    Is: qs * ls,
    II: root(1 / (4 * qs) + 1 / (4 * qm), ls / 2 + gap + lm / 2, -bearsSide - bearsMain),
    IIIm: root(1 / (2 * qs) + 1 / (4 * qm), gap + lm / 2, -moment - bearsMain),
    IIIs: root(1 / (4 * qs) + 1 / (2 * qm), ls / 2 + gap, -bearsSide - moment),
    IV: root(1 / (2 * qs) + 1 / (2 * qm), gap, -2 * moment),
  };
}

/**
 * Reduction term R_d (NDS 2018, Table 12.3.1B). Root diameter under 1/4 in.: K_D = 2.2 up to 0.17 in., then 10 D + 0.5,
 * times K_θ where the nominal diameter is 1/4 in. or more; else 4, 3.6 and 3.2 K_θ by mode. K_θ = 1 + 0.25 θ/90.
 */
export function reductionTerm(mode: YieldMode, fastener: Dowel, angle: number): number {
  const byAngle = 1 + 0.25 * (angle / 90);
  if (fastener.diameter < BY_GRAIN - SLACK) {
    const inches = fastener.diameter / INCH;
    const byDiameter = inches <= 0.17 + SLACK ? 2.2 : 10 * inches + 0.5;
    return isLarge(fastener) ? byDiameter * byAngle : byDiameter;
  }
  return (mode === 'Im' || mode === 'Is' ? 4 : mode === 'II' ? 3.6 : 3.2) * byAngle;
}

/**
 * What one fastener carries across its axis, N, without load duration: the least yield load over its reduction term.
 * The equations leave out friction between the layers and the strut that a compressed layer makes with the fastener.
 */
export function lateralLoad({ fastener, side, main, gap, angle }: ConnectionInput) {
  const bearingSide = bearingStrength(side, fastener, angle);
  const bearingMain = bearingStrength(main, fastener, angle);
  const { diameter, bendingYield } = fastener;
  const loads = yieldLoads(
    { side: bearingSide * diameter, main: bearingMain * diameter },
    { side: side.thickness, main: main.penetration },
    (bendingYield * diameter ** 3) / 6,
    gap,
  );
  const allowable = (mode: YieldMode): number => loads[mode] / reductionTerm(mode, fastener, angle);
  const mode = YIELD_MODES.reduce((least, one) =>
    allowable(one) < allowable(least) ? one : least,
  );
  return { bearingSide, bearingMain, yield: loads, lateral: allowable(mode), mode };
}
