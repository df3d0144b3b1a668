import { MONTHS } from '../../physics/climate/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import { nameOf } from '../wall/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';

export { lower } from '../../physics/build-up/index.ts';

/** What a person calls a layer of an assessed wall. */
export function layerName(assessment: LayerAssessment, layer: ResolvedLayer): string {
  const { layers } = assessment.wall;
  return nameOf(
    layer.source,
    (id) => layers.find(({ fillId }) => fillId === id)?.fill ?? undefined,
  );
}

/** `1 month`, `3 months`. */
export function count(n: number, noun: string): string {
  return `${n} ${noun}${n === 1 ? '' : 's'}`;
}

/** A pressure that fans keep up, `−2 Pa`. */
export function pressureText(pressure: number): string {
  return `${pressure < 0 ? '−' : '+'}${Math.abs(pressure)} Pa`;
}

/** The English name of a month, 0 to 11. */
export function monthName(month: number): string {
  return MONTHS[month]!;
}
