import { claddingNeeds } from '../../physics/materials/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { dayNumber, dayOf } from './days.ts';
import type { Day } from './types.ts';

/** A coat that cures: on which days it goes on, is kept moist, and bears the next. */
export interface CureCoat {
  name: string;
  on: Day;
  /** The last day that it is kept moist; null where it is not. */
  moistUntil: Day | null;
  /** The first day of the next coat, or of what comes after it. */
  next: Day;
}

const days = (hours: number): number => Math.ceil(hours / 24 - 1e-9);

/**
 * The coats of a plastered cladding, one after the other, and when it may be painted.
 *
 * @param from the day that the first coat goes on
 * @returns null for a cladding that does not cure
 */
export function cureOf(
  layers: readonly ResolvedLayer[],
  from: Day,
  trade: Trade,
): { coats: CureCoat[]; paint: Day; temperature: [number, number]; note: string } | null {
  const cure = layers
    .map(({ fillId }) => (fillId ? claddingNeeds(fillId)?.cure : null))
    .find((one) => one);
  if (!cure) return null;
  let on = dayNumber(from);
  const coats = cure.coats.map(({ name, moistCureHours, waitHours }) => {
    const coat = {
      name,
      on: dayOf(on),
      moistUntil: moistCureHours > 0 ? dayOf(on + days(moistCureHours)) : null,
      next: dayOf(on + Math.max(1, days(Math.max(moistCureHours, waitHours)))),
    };
    on = dayNumber(coat.next);
    return coat;
  });
  const last = coats.at(-1);
  return {
    coats,
    paint: dayOf(dayNumber(last?.on ?? from) + trade('site-stucco-paint')),
    temperature: cure.temperature,
    note: cure.note,
  };
}
