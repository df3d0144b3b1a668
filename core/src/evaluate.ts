import { assess } from './assess.ts';
import type { Thermal } from './heat/index.ts';
import type { Materials } from './materials/index.ts';
import {
  monthlyBalance,
  type CondensingPlane,
  type DryingPermeance,
  type MonthlyWater,
} from './moisture/index.ts';
import { messageText, type UnitSystem } from './units/index.ts';
import { verdictsOf, type Effect, type Status } from './verdicts/index.ts';
import type { Command, WallFile } from './wall/index.ts';

/** A result file: what Eldrun finds about a wall file. SI, unrounded; sentences in SI units. */
export interface ResultFile {
  format: 'eldrun-result';
  version: 1;
  wall: string;
  thermal: Thermal;
  moisture: {
    indoorDewPoint: number[];
    condensingPlane: CondensingPlane | null;
    monthly: MonthlyWater;
    vapor: DryingPermeance | null;
  };
  quantities: { thickness: number; cost: number; carbon: number; incomplete: string[] };
  verdicts: {
    id: string;
    status: Status;
    title: string;
    reason: string;
    fixes: { label: string; commands: Command[]; effect: Effect }[];
  }[];
  problems: string[];
}

/**
 * The front door: from a validated wall file to its result file.
 *
 * @param file a wall file that `validateWall` has passed
 * @param projectMaterials materials beyond the library and the file's own
 * @param sentences the units in which titles and reasons are written; the numbers are always SI
 * @throws InputError where a number cannot be computed
 */
export function evaluate(
  file: WallFile,
  projectMaterials: Materials = {},
  sentences: UnitSystem = 'metric',
): ResultFile {
  const assessment = assess(file, projectMaterials);
  const { thickness, cost, carbon, incomplete } = assessment.quantities;
  const { monthly, vapor } = monthlyBalance(assessment.wall);
  return {
    format: 'eldrun-result',
    version: 1,
    wall: file.name,
    thermal: assessment.thermal,
    moisture: { ...assessment.moisture, monthly, vapor },
    quantities: { thickness, cost, carbon, incomplete },
    verdicts: verdictsOf(assessment, projectMaterials).map((verdict) => ({
      id: verdict.id,
      status: verdict.status,
      title: messageText(verdict.title, sentences),
      reason: messageText(verdict.reason, sentences),
      fixes: verdict.fixes.map((fix) => ({ ...fix, label: messageText(fix.label, sentences) })),
    })),
    problems: incomplete.map(
      (id) => `layer “${id}” has no price or no carbon figure: the sums leave it out`,
    ),
  };
}
