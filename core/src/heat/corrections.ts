import type { ResolvedWall } from '../wall/index.ts';
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
    if (wall.layers[i]!.member && wall.layers[i]!.member!.frame === wall.mainFrame)
      resistance += fill[i]!;
  return transmittance * (resistance / total) ** 2;
}
