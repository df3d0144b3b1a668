import { MONTHS } from '../climate/index.ts';
import type { LayerAssessment } from '../assess.ts';
import { nameOf, type ResolvedLayer } from '../wall/index.ts';

/** What a person calls a layer of an assessed wall. */
export function layerName(assessment: LayerAssessment, layer: ResolvedLayer): string {
  const byId = new Map(
    assessment.wall.layers
      .filter((other) => other.fillId !== null)
      .map((other) => [other.fillId!, other.fill!]),
  );
  return nameOf(layer.source, (id) => byId.get(id));
}

/** `1 month`, `3 months`. */
export function count(n: number, noun: string): string {
  return `${n} ${noun}${n === 1 ? '' : 's'}`;
}

/** The English name of a month, 0 to 11. */
export function monthName(month: number): string {
  return MONTHS[month]!;
}

/** First letter small, for a name inside a sentence. Abbreviations stay as they are. */
export function lower(name: string): string {
  return /^[A-Z][A-Z]/.test(name) ? name : name.charAt(0).toLowerCase() + name.slice(1);
}
