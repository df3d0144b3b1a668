import { assess, type Assessment } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import {
  besideJudgment,
  judge,
  judgeWithRuns,
  madeUpWeather,
  noWorseThan,
  planRuns,
  runPlan,
  runsWanted,
  type Judgment,
} from '@eldrun/core/judgment';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import { verdictsOf } from '@eldrun/core/verdicts';
import { LIBRARY, type Material, type Materials } from '@eldrun/core/materials';
import type { WallFile } from '@eldrun/core/build-up';
import type { WeatherYear } from '@eldrun/core/climate';
import type { Finding } from './types.ts';

/** A wall with all that a paper says of it. */
export interface LookedAt {
  assessment: Assessment;
  judgment: Judgment;
  findings: Finding[];
  find: (id: string) => Material | undefined;
}

/** A wall that there is something of. @throws InputError */
export function withLayers(file: WallFile): WallFile {
  if (file.layers.length > 0) return file;
  throw new InputError(`wall “${file.name}”`, 'has no layer yet', 'a wall with layers');
}

export interface LookOptions {
  /** Materials beyond the library and the file's own: a project's, at the prices of its book. */
  materials?: Materials;
  /** Whether the standard exposure is run, hour by hour: a second or more. */
  hourly: boolean;
  /** Hours of the wall's own weather file, where it has one. */
  weather?: WeatherYear | null;
  units: UnitSystem;
}

/**
 * Assesses and judges a wall.
 *
 * @param file a validated wall file that stands alone
 * @throws InputError where a number cannot be computed
 */
export function lookAt(
  file: WallFile,
  { materials = {}, hourly, weather = null, units }: LookOptions,
): LookedAt {
  const assessment = assess(withLayers(file), materials);
  const judgment =
    hourly && runsWanted(assessment)
      ? simulated(assessment, weather, materials)
      : judge(assessment);
  return {
    assessment,
    judgment,
    findings: besideJudgment(
      verdictsOf(assessment, materials, noWorseThan(assessment)),
      judgment,
    ).map(({ status, title, reason, fixes }) => ({
      status,
      title: messageText(title, units),
      reason: messageText(reason, units),
      fix: fixes[0] ? messageText(fixes[0].label, units) : null,
    })),
    find: (id) => file.materials?.[id] ?? materials[id] ?? LIBRARY[id],
  };
}

function simulated(
  assessment: Assessment,
  weather: WeatherYear | null,
  materials: Materials,
): Judgment {
  const hours = weather ?? madeUpWeather(assessment.wall);
  const plan = planRuns(assessment, hours);
  return judgeWithRuns(assessment, plan && runPlan(plan, hours, materials));
}
