import { deepEqual } from 'fast-equals';
import { FIGURES, type Measures } from '../options/index.ts';
import { BRIEF_FIELDS, type Brief, type ProjectWall } from '../../physics/build-up/index.ts';
import { wallDifferences, type WallDifferences } from '../wall/index.ts';
import type { Decision } from './types.ts';

/** A wall of a decision: as it was decided on, and now. */
export interface OptionThen {
  wall: string;
  /** The saved state that was decided on; null where it cannot be read any more. */
  then: ProjectWall | null;
  /** Null where the wall is deleted or in the bin. */
  now: ProjectWall | null;
  /** Its measures now; null where they cannot be computed. */
  measures: Measures | null;
}

/** What changed after a decision. */
export type DecisionChange =
  | { what: 'brief'; fields: (keyof Brief)[] }
  | { what: 'gone'; wall: string }
  | { what: 'wall'; wall: string; differences: WallDifferences }
  /** Nothing about the wall or the brief: prices, materials, or how it is computed. */
  | { what: 'figures'; wall: string; then: Measures; now: Measures };

/** A name, and documents that come in, change nothing that was decided. */
const NO_CHANGE = new Set(['name', 'proof']);

/** Measures apart by less than this are the same, share of them: rounding. */
const SAME = 1e-6;

/**
 * What changed of the walls, the brief and the figures since a decision was made. A changed name or a document that came in is no change.
 *
 * @param brief the brief now
 * @param walls each option, then and now
 */
export function changesSince(
  decision: Decision,
  brief: Brief,
  walls: readonly OptionThen[],
): DecisionChange[] {
  const changes: DecisionChange[] = [];
  const fields = BRIEF_FIELDS.filter((field) => !deepEqual(decision.brief[field], brief[field]));
  if (fields.length > 0) changes.push({ what: 'brief', fields });
  for (const option of decision.options) {
    const { wall } = option;
    const found = walls.find((one) => one.wall === wall);
    if (!found) continue;
    if (!found.now) {
      changes.push({ what: 'gone', wall });
      continue;
    }
    if (found.then) {
      const { layers, fields: others } = wallDifferences(found.then, found.now);
      const besides = others.filter((field) => !NO_CHANGE.has(field));
      if (layers.length > 0 || besides.length > 0) {
        changes.push({ what: 'wall', wall, differences: { layers, fields: besides } });
        continue;
      }
    }
    if (fields.length === 0 && found.measures && !sameMeasures(option.measures, found.measures))
      changes.push({ what: 'figures', wall, then: option.measures, now: found.measures });
  }
  return changes;
}

function sameMeasures(a: Measures, b: Measures): boolean {
  return (
    a.moisture === b.moisture &&
    FIGURES.every((figure) => {
      const [was, is] = [a[figure], b[figure]];
      if (was === null || is === null) return was === is;
      return Math.abs(is - was) <= SAME * Math.max(1, Math.abs(was));
    })
  );
}
