import { assess, type Assessment, type LayerAssessment } from '../assessment/index.ts';
import { judge, type MoistureStatus } from '../judgment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import type { WallFile } from '../../physics/build-up/index.ts';

/** What options are compared by. Each equals what `check` gives for the wall, without hours. */
export interface Measures {
  /** Effective, W/(m²·K), and its inverse. */
  u: number;
  r: number;
  /** USD/m²; null where a price is missing. */
  cost: number | null;
  /** kg CO₂e/m²; null where a figure is missing. */
  carbon: number | null;
  /** m */
  thickness: number;
  /** Lowest margin of the year at the condensing plane, K; null without one. */
  margin: number | null;
  /** The static judgment. */
  moisture: MoistureStatus;
}

/** The measures that the layers give, without the section. */
export type LayerMeasures = Pick<Measures, 'cost' | 'carbon' | 'thickness' | 'margin'>;

/** What of the measures needs no section. */
export function layerMeasures({ quantities, moisture }: LayerAssessment): LayerMeasures {
  const { cost, carbon, thickness, layers } = quantities;
  const { condensingPlane } = moisture;
  return {
    cost: layers.some((layer) => layer.cost === null) ? null : cost,
    carbon: layers.some((layer) => layer.carbon === null) ? null : carbon,
    thickness,
    margin: condensingPlane && Math.min(...condensingPlane.margin),
  };
}

/** Measures of an assessed wall. */
export function measuresOf(assessment: Assessment): Measures {
  const { u, r } = assessment.thermal.effective;
  return { u, r, ...layerMeasures(assessment), moisture: judge(assessment).moisture };
}

/**
 * Measures of a wall file.
 *
 * @param materials beyond the library and the file's own
 * @throws InputError where a number cannot be computed
 */
export function measure(file: WallFile, materials: Materials = {}): Measures {
  return measuresOf(assess(file, materials));
}
