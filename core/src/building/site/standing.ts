import type { Day, PlannedStep } from './types.ts';

/**
 * What of a wall is up at the end of a day: its layers, and framed ones whose fill is in.
 *
 * @param steps of its elevation
 */
export function standingOn(
  steps: readonly PlannedStep[],
  day: Day,
): { up: Set<string>; filled: Set<string> } {
  const done = steps.filter(({ finish }) => finish !== null && finish <= day);
  const layersOf = (fill: boolean): Set<string> =>
    new Set(
      done
        .filter(({ family }) => (family === 'cavity-fill') === fill)
        .flatMap(({ layers }) => layers),
    );
  return { up: layersOf(false), filled: layersOf(true) };
}
