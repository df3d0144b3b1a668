import type { Assessment, LayerAssessment } from '../assessment/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import {
  humidAir,
  ifVaporWereSaid,
  leaksIn,
  retarderRow,
  unsaidNames,
  vaporTrap,
  vaporUnsaid,
} from '../verdicts/index.ts';
import {
  isAdhered,
  vaporUnsaidIn,
  waterLine,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import {
  ANSWERED_BY_RUNS,
  decidesAlone,
  findingOf,
  surfaceDecides,
  type Found,
} from './decisive.ts';
import { moistureOf } from './in-parts.ts';
import { driesShutIn, judgeRuns } from './hourly.ts';
import type { RunsDone } from './runs.ts';
import { sampledOf, sureVerdict } from './sure.ts';
import { airBarrierRelied, judgeStatically, lowered } from './static.ts';
import {
  MOISTURE_ORDER,
  type CodeBadge,
  type Decision,
  type Judgment,
  type MoistureStatus,
} from './types.ts';

/** The code's badge: what its rows for retarders say. */
function codeBadge(assessment: LayerAssessment): CodeBadge {
  const row = retarderRow(assessment);
  return row
    ? { status: row.status, row: row.title }
    : { status: 'unknown', row: say`No code is compared with.` };
}

/**
 * A decision with what samples said of the wall: how many fail stands in its line; where between a tenth and nine tenths do,
 * nothing is decided, and where more do, it fails.
 */
function withSamples(wall: ResolvedWall, decision: Decision, alone: boolean): Decision {
  const sampled = sampledOf(wall);
  if (!sampled || alone) return decision;
  const { samples, failing } = sampled;
  const count = say`${String(failing)} of ${String(samples)} samples fail`;
  const { id, text } = decision.decides;
  const verdict = sureVerdict(failing / samples);
  if (verdict === 'not decided')
    return {
      ...decision,
      moisture: 'caution',
      decides: { id: 'not-decided', text: say`Not decided: ${count}. By itself: ${text}` },
    };
  if (verdict === 'fails' && decision.moisture !== 'fail')
    return {
      ...decision,
      moisture: 'fail',
      decides: { id: 'samples', text: say`${count}. By itself: ${text}` },
    };
  return { ...decision, decides: { id, text: say`${text} ${count}.` } };
}

/** What every judgment relies on for the wall it is of: its gap, and its water barrier by how a hole in it leaks. */
function reliesOn(wall: ResolvedWall): Message[] {
  const line = wall.mainFrame === null ? null : waterLine(wall);
  const membrane = line?.fill?.category === 'membrane';
  return [
    ...(wall.counted < wall.layers.length
      ? [say`the gap behind the cladding staying open at top and bottom`]
      : []),
    ...(membrane
      ? [
          isAdhered(line)
            ? say`a water barrier without holes, each of which would wet its own place`
            : say`a water barrier without holes, behind which water would run on: it hangs loose`,
        ]
      : []),
  ];
}

function judgmentOf(
  assessment: Assessment,
  decision: Decision,
  basis: Judgment['basis'],
  alone = false,
): Judgment {
  const said = withSamples(assessment.wall, decision, alone);
  return {
    ...said,
    relies: said.moisture === 'fail' ? [] : [...said.relies, ...reliesOn(assessment.wall)],
    basis,
    alone,
    code: codeBadge(assessment),
  };
}

/**
 * The judgment of a wall's moisture without a simulation: what decides alone, else the judged face, the retarder and
 * what dries, else the rows of the code.
 */
export function judge(assessment: Assessment): Judgment {
  return vaporUnsaidIn(assessment.wall).length > 0
    ? judgeUnsaid(assessment)
    : judgeSaid(assessment);
}

function judgeSaid(assessment: Assessment): Judgment {
  const found: Found = new Map();
  const alone = decidesAlone(assessment, [], found) ?? surfaceDecides(assessment);
  const decision = alone ?? judgeStatically(assessment, found);
  return judgmentOf(assessment, decision, 'static', alone !== null);
}

/** The status that `judge` gives a wall on whose inner surface no mold can grow: for that, no section is needed. */
export function statusOfLayers(layers: LayerAssessment): MoistureStatus {
  const statuses = new Set(ifVaporWereSaid(layers).map(statusOfSaid));
  return statuses.size === 1 ? [...statuses][0]! : 'unknown';
}

function statusOfSaid(layers: LayerAssessment): MoistureStatus {
  const found: Found = new Map();
  return (decidesAlone(layers, [], found) ?? judgeStatically(layers, found)).moisture;
}

/**
 * The judgment of a wall with vapor figures that nobody has said: the same whatever they are, or unknown, with what is
 * missing.
 */
function judgeUnsaid(assessment: Assessment): Judgment {
  const judged = ifVaporWereSaid(assessment).map(judgeSaid);
  const open = judged[0]!;
  const names = unsaidNames(assessment);
  const code = judged.every((one) => one.code.status === open.code.status)
    ? open.code
    : { status: 'unknown' as const, row: say`The vapor figure of ${names} is missing.` };
  const same = judged.every(({ moisture }) => moisture === open.moisture);
  if (same)
    return {
      ...open,
      code,
      decides: {
        ...open.decides,
        text: say`${open.decides.text} So it is whatever vapor figure ${names} has.`,
      },
    };
  const found = MOISTURE_ORDER.filter((one) => judged.some(({ moisture }) => moisture === one));
  return {
    moisture: 'unknown',
    basis: 'static',
    alone: false,
    decides: {
      id: vaporUnsaid.id,
      text: say`Nobody has said how much vapor ${names} lets through, and it decides: by that figure the wall is a ${found.join(', a ')}.`,
    },
    relies: [],
    code,
  };
}

/** Whether the judgment of a changed wall is no worse than that of the wall before, both without a simulation. */
export function noWorseThan(assessment: Assessment): (after: Assessment) => boolean {
  const before = MOISTURE_ORDER.indexOf(judge(assessment).moisture);
  return (after) => MOISTURE_ORDER.indexOf(judge(after).moisture) >= before;
}

/**
 * The judgment with the runs of a plan behind it. The hourly run outranks every static check of what happens inside the
 * wall; what decides alone still does, but for wood between two tight layers that dries in its run.
 *
 * @returns the static judgment where the runs do not count
 */
export function judgeWithRuns(assessment: Assessment, runs: RunsDone | null): Judgment {
  if (!runs) return judge(assessment);
  const alone = decidesAlone(assessment, ANSWERED_BY_RUNS) ?? surfaceDecides(assessment);
  if (alone) return judgmentOf(assessment, alone, 'static', true);
  const inside = moistureOf(assessment);
  const decision = judgeRuns(inside, runs.standard);
  if (!decision) return judge(assessment);
  const trap = findingOf(vaporTrap, assessment);
  if (trap?.status === 'fail') {
    if (!runs.shutIn || runs.shutIn.problem !== null) return judge(assessment);
    const dries = driesShutIn(inside, runs.shutIn);
    if (!dries || decision.moisture !== 'fail')
      return judgmentOf(
        assessment,
        {
          moisture: dries ? 'caution' : 'fail',
          decides: {
            id: vaporTrap.id,
            text: dries
              ? say`${trap.title}; shut in wet, it dries within a year all the same.`
              : say`${trap.title}; shut in wet, it does not dry.`,
          },
          relies: [airBarrierRelied],
        },
        'hourly',
        !dries,
      );
  }
  const relying = { ...decision, relies: [airBarrierRelied] };
  // A run spreads the leak over the whole wall: where it enters, there is more of it.
  const leaks = decision.moisture === 'pass' && leaksIn(assessment);
  return judgmentOf(
    assessment,
    leaks ? lowered(assessment, relying, [humidAir]) : relying,
    'hourly',
  );
}
