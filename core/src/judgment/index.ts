import type { Assessment } from '../assess.ts';
import { say } from '../units/index.ts';
import { retarderRow } from '../verdicts/index.ts';
import type { ResolvedWall } from '../wall/index.ts';
import type { LayerAssessment } from '../assess.ts';
import { decidesAlone, surfaceDecides } from './decisive.ts';
import { judgeStatically } from './static.ts';
import type { CodeBadge, Judgment } from './types.ts';

export * from './judged-face.ts';
export { judgedFaceOf, type JudgedFace } from './static.ts';
export * from './types.ts';

/** The code's badge: what its rows for retarders say. */
export function codeBadge(assessment: LayerAssessment): CodeBadge {
  const row = retarderRow(assessment);
  return row
    ? { status: row.status, row: row.title }
    : { status: 'unknown', row: say`No code is compared with.` };
}

/** What every judgment relies on for the wall it is of. */
function reliesOn({ counted, layers }: ResolvedWall) {
  return counted < layers.length
    ? [say`the gap behind the cladding staying open at top and bottom`]
    : [];
}

/**
 * The judgment of a wall's moisture without a simulation: what decides alone, else the judged face, the retarder and
 * what dries, else the rows of the code.
 */
export function judge(assessment: Assessment): Judgment {
  const decision =
    decidesAlone(assessment) ?? surfaceDecides(assessment) ?? judgeStatically(assessment);
  return {
    ...decision,
    relies: decision.moisture === 'fail' ? [] : [...decision.relies, ...reliesOn(assessment.wall)],
    basis: 'static',
    code: codeBadge(assessment),
  };
}
