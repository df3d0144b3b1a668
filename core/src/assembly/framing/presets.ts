import { clearFieldShare, type FramedLayer } from '../../physics/build-up/index.ts';
import data from '../../../data/framing.json' with { type: 'json' };

/** A usual way to frame: sizes in m, `fraction` the area share of the framing with plates, headers and openings. */
export interface FramingPreset {
  id: string;
  name: string;
  kind: 'wood' | 'steel';
  material: string;
  section: 'solid' | 'c';
  spacing: number;
  memberWidth?: number;
  web?: number;
  flange?: number;
  lip?: number;
  memberDepths: number[];
  fraction: number;
  fractionRange: [number, number];
  clearFieldFraction: number;
  note: string;
}

export interface Lumber {
  nominal: string;
  system: string;
  /** Thickness and depth as planed, m. */
  actual: [number, number];
}

export const FRAMING_PRESETS = data.presets as unknown as readonly FramingPreset[];
/** Cold-formed steel by mil and design thickness, m. */
export interface SteelSheet {
  mil: number;
  gauge: number;
  design: number;
  use: string;
}

export const STEEL_SHEETS = data.steelGauges as unknown as readonly SteelSheet[];
/** Usual depths of C-studs, m. */
export const STEEL_DEPTHS = data.steelStuds as unknown as readonly { depth: number }[];
/** Usual flanges with their lips, m. */
export const STEEL_FLANGES = data.steelFlanges as unknown as readonly {
  flange: number;
  lip: number;
}[];
export const LUMBER = data.lumber as unknown as readonly Lumber[];

/** Usual spacings on center, m: 12, 16, 19.2 and 24 in., 300 to 625 mm. */
export const SPACINGS = {
  imperial: [0.3048, 0.4064, 0.48768, 0.6096],
  metric: [0.3, 0.4, 0.45, 0.6, 0.625],
} as const;

/** The planed size of a nominal lumber size such as `2x6` or `45x145`, m, or null. */
export function lumberSize(nominal: string): [number, number] | null {
  return LUMBER.find((lumber) => lumber.nominal === nominal)?.actual ?? null;
}

/** How far two spacings may lie apart and still be the same layout, m. */
const SAME_SPACING = 0.002;

/** Whether two spacings are the same layout, m: 16 in. typed as 0.406 m is; 400 mm is another. */
export const sameSpacing = (a: number, b: number): boolean => Math.abs(a - b) < SAME_SPACING;

/** The presets for members of a kind at a spacing. */
export function presetsAt(section: 'solid' | 'c', spacing: number): readonly FramingPreset[] {
  return FRAMING_PRESETS.filter(
    (preset) =>
      preset.section === section &&
      sameSpacing(preset.spacing, spacing) &&
      !/service|double/.test(preset.id),
  );
}

/**
 * The next wider usual spacing, in the system of the present one.
 *
 * @param spacing m
 * @returns m, or null when it is the widest
 */
export function widerSpacing(spacing: number): number | null {
  const metric = SPACINGS.metric.some((s) => sameSpacing(s, spacing));
  const steps = metric ? [0.4, 0.6] : [0.4064, 0.6096];
  return steps.find((step) => step > spacing + SAME_SPACING) ?? null;
}

/**
 * The framing factor of a layer after its members are set to another spacing: the preset of that spacing where the present
 * one is a preset's, else the same framing beyond the clear field (with C-studs the same multiple of it).
 *
 * @param spacing m
 * @returns an area share, or null where the layer states none
 */
export function fractionAtSpacing(layer: FramedLayer, spacing: number): number | null {
  const { fraction, member } = layer;
  if (fraction === undefined) return null;
  const isPreset = presetsAt(member.section, member.spacing).some(
    (preset) => preset.fraction === fraction,
  );
  const preset = isPreset ? presetsAt(member.section, spacing)[0] : undefined;
  if (preset) return preset.fraction;
  const before = clearFieldShare(member);
  const after = clearFieldShare({ ...member, spacing });
  return Math.min(
    1,
    member.section === 'c' ? (fraction / before) * after : fraction - before + after,
  );
}
