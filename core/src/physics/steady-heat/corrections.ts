import { type ResolvedWall, inMainFrame } from '../build-up/index.ts';
import type { Resistances } from './resistances.ts';

/**
 * Correction for mechanical fasteners: ΔU = 0.8·λ_f·A_f·n_f/d₀·(R₁/R_T)², summed over the kinds of fastener
 * (EN ISO 6946:2017, F.3.2; wall-file rule 6). d₀ is the thickness bridged and R₁ the resistance of those layers,
 * through the fill; layers left out do not count.
 *
 * @param wall a resolved wall
 * @param resistances of its layers, m²K/W
 * @param total R_T without corrections, m²K/W
 * @returns ΔU, W/(m²K)
 */
export function fastenerCorrection(
  wall: ResolvedWall,
  { fill }: Resistances,
  total: number,
): number {
  let correction = 0;
  for (const fastener of wall.file.fasteners ?? []) {
    const from = wall.file.layers.findIndex((layer) => layer.id === fastener.from);
    const to = wall.file.layers.findIndex((layer) => layer.id === fastener.to);
    let bridged = 0;
    let resistance = 0;
    for (let i = from; i <= to && i < wall.counted; i++) {
      bridged += wall.layers[i]!.thickness;
      resistance += fill[i]!;
    }
    if (bridged === 0) continue;
    const section = (Math.PI / 4) * fastener.diameter ** 2;
    correction +=
      ((0.8 * fastener.conductivity * section * fastener.perArea) / bridged) *
      (resistance / total) ** 2;
  }
  return correction;
}

/**
 * Correction for point bridges: ΔU = Σ χ·n, W/(m²K) (EN ISO 14683:2017, formula 2: Σ U·A + Σ ψ·l + Σ χ). χ is of the
 * whole wall, so nothing is left out where they stand in an open gap.
 */
export function pointBridgeCorrection({ file }: ResolvedWall): number {
  return (file.pointBridges ?? []).reduce((sum, { chi, perArea }) => sum + chi * perArea, 0);
}

/** ΔU″ by void level, W/(m²K): none; voids that bridge but do not let air pass behind; voids that do (EN ISO 6946:2017, Table F.1). */
const VOID_TRANSMITTANCE = [0, 0.01, 0.04] as const;

/**
 * Correction for air voids: ΔU = ΔU″·(R₁/R_T)², R₁ the resistance of the main framed layers through the fill
 * (EN ISO 6946:2017, F.2; wall-file rule 6).
 *
 * @param total R_T without corrections, m²K/W
 * @returns ΔU, W/(m²K)
 */
export function voidCorrection(wall: ResolvedWall, { fill }: Resistances, total: number): number {
  const transmittance = VOID_TRANSMITTANCE[wall.file.installation?.voidLevel ?? 0];
  if (transmittance === 0) return 0;
  let resistance = 0;
  for (let i = 0; i < wall.counted; i++)
    if (inMainFrame(wall, wall.layers[i]!)) resistance += fill[i]!;
  return transmittance * (resistance / total) ** 2;
}

/** A usual fastener through outside insulation: conductivity λ_f, W/(m·K), and diameter, m. */
export interface FastenerKind {
  id: string;
  name: string;
  conductivity: number;
  diameter: number;
}

/**
 * Usual fasteners. The head of a plastic-washered one sits deep in a plastic sleeve: EN ISO 6946, F.3.2 takes the steel's
 * share of the depth, about a third here, which its conductivity stands for.
 */
export const FASTENER_KINDS: readonly FastenerKind[] = [
  { id: 'steel', name: 'Steel screw', conductivity: 50, diameter: 0.006 },
  { id: 'stainless', name: 'Stainless screw', conductivity: 17, diameter: 0.006 },
  { id: 'washered', name: 'Plastic-washered steel screw', conductivity: 16, diameter: 0.006 },
];

/** What each level of voids means on site (EN ISO 6946:2017, Table F.1). */
export const VOID_LEVELS = [
  'No voids: the fill meets all six sides of its cavity, cut around boxes and pipes',
  'Some gaps across the fill, at studs or between batts, but no air can pass behind it',
  'Gaps, and air can move around the fill to its warm side: rounded corners, cavities half filled',
] as const;
