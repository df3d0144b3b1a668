import { assess, type Assessment } from '../assessment/index.ts';
import {
  dynamicOf,
  yearlyHeatLoss,
  type DynamicThermal,
  type Thermal,
} from '../../physics/steady-heat/index.ts';
import {
  besideJudgment,
  judgeWithRuns,
  judgmentFixes,
  madeUpWeather,
  missingForRuns,
  noWorseThan,
  planRuns,
  runPlan,
  type Judgment,
  type JudgmentFixes,
} from '../judgment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import {
  monthlyBalance,
  type CondensingPlane,
  type DryingPermeance,
  type MonthlyWater,
} from '../../physics/steady-moisture/index.ts';
import { messageText, type Message, type UnitSystem } from '../../common/units/index.ts';
import { verdictsOf, type Status } from '../verdicts/index.ts';
import type { Command, Effect } from '../wall/index.ts';
import { vaporUnsaidIn, type WallFile } from '../../physics/build-up/index.ts';

/** A result file: what Eldrun finds about a wall file. SI, unrounded; sentences in SI units. */
export interface ResultFile {
  format: 'eldrun-result';
  version: 1;
  wall: string;
  thermal: Thermal & { dynamic: DynamicThermal | null };
  moisture: {
    indoorDewPoint: number[];
    condensingPlane: CondensingPlane | null;
    /** Null where nobody has said a vapor figure that it goes by. */
    monthly: MonthlyWater | null;
    vapor: DryingPermeance | null;
  };
  /** Heat lost through a square metre in a year, by degree-days, kWh/(m²·a). */
  energy: number;
  judgment: {
    moisture: Judgment['moisture'];
    basis: Judgment['basis'];
    decides: { id: string; text: string };
    relies: string[];
    code: { status: Judgment['code']['status']; row: string };
    /** Changes after which it is better, the least first, each judged again. */
    fixes: {
      label: string;
      commands: Command[];
      effect: Effect;
      after: Judgment['moisture'];
      gives: string;
    }[];
    /** Where only more insulation outside than should be hung on a wall would do. */
    refused?: string;
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

export interface EvaluateOptions {
  /** Materials beyond the library and the file's own. */
  materials?: Materials;
  /** The units in which sentences are written; the numbers are always SI. */
  sentences?: UnitSystem;
  /** Whether the standard exposure is run, hour by hour, so that the judgment stands on it. */
  hourly?: boolean;
}

/**
 * The front door: from a validated wall file to its result file.
 *
 * @param file a wall file that `validateWall` has passed
 * @throws InputError where a number cannot be computed
 */
export function evaluate(
  file: WallFile,
  { materials = {}, sentences = 'metric', hourly = false }: EvaluateOptions = {},
): ResultFile {
  const assessment = assess(file, materials);
  const { thickness, cost, carbon, incomplete } = assessment.quantities;
  const { monthly, vapor } =
    vaporUnsaidIn(assessment.wall).length > 0
      ? { monthly: null, vapor: null }
      : monthlyBalance(assessment.wall);
  const text = (message: Message): string => messageText(message, sentences);
  const judged = judgedFile(assessment, materials, hourly);
  const { moisture, basis, decides, relies, code } = judged.judgment;
  return {
    format: 'eldrun-result',
    version: 1,
    wall: file.name,
    thermal: { ...assessment.thermal, dynamic: dynamicOf(assessment.wall) },
    moisture: { ...assessment.moisture, monthly, vapor },
    energy: yearlyHeatLoss(assessment.wall, assessment.thermal.effective.u),
    judgment: {
      moisture,
      basis,
      decides: { id: decides.id, text: text(decides.text) },
      relies: relies.map(text),
      code: { status: code.status, row: text(code.row) },
      fixes: judged.fixes.fixes.map((fix) => ({
        ...fix,
        label: text(fix.label),
        gives: text(fix.gives),
      })),
      ...(judged.fixes.refused ? { refused: text(judged.fixes.refused) } : {}),
    },
    quantities: { thickness, cost, carbon, incomplete },
    verdicts: besideJudgment(
      verdictsOf(assessment, materials, noWorseThan(assessment)),
      judged.judgment,
      judged.fixes,
    ).map((verdict) => ({
      id: verdict.id,
      status: verdict.status,
      title: text(verdict.title),
      reason: text(verdict.reason),
      fixes: verdict.fixes.map((fix) => ({ ...fix, label: text(fix.label) })),
    })),
    problems: [
      ...incomplete.map(
        (id) => `layer “${id}” has no price or no carbon figure: the sums leave it out`,
      ),
      ...(judged.problem ? [judged.problem] : []),
    ],
  };
}

/** The judgment, on the standard exposure where hours are run; its fixes; and why it stays static where it does. */
function judgedFile(
  assessment: Assessment,
  materials: Materials,
  hourly: boolean,
): { judgment: Judgment; fixes: JudgmentFixes; problem: string | null } {
  const missing = hourly ? missingForRuns(assessment.wall) : null;
  const weather = hourly && !missing ? madeUpWeather(assessment.wall) : null;
  const plan = weather && planRuns(assessment, weather);
  const runs = plan && runPlan(plan, weather, materials);
  const failed = runs?.standard.find(({ problem }) => problem !== null)?.problem ?? null;
  const judgment = judgeWithRuns(assessment, runs);
  const why = missing ?? failed;
  return {
    judgment,
    fixes: judgmentFixes(assessment, judgment, materials, failed ? null : weather),
    problem: why && `no hourly run, the judgment is static: ${why}`,
  };
}
