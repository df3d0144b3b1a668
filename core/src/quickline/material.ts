import {
  conductivityAt,
  withBasis,
  type Material,
  type MaterialHit,
  type MaterialSearch,
  type Role,
} from '../materials/index.ts';
import type { Numbers, Typed } from './numbers.ts';

/** Labels state R at this mean temperature, °C. */
const LABEL_TEMPERATURE = 24;

/** A size as sold may miss the stated R by this share. */
const R_SLACK = 0.03;

/** Numbers that a material carries in its own name: R-13, no. 30, class 032. */
function namedBy({ name }: Material, { weight, resistance, lengths }: Numbers): Typed[] {
  const has = (pattern: string): boolean => new RegExp(pattern, 'i').test(name);
  return [
    ...(resistance && has(`\\br-${resistance.text.replace(/^r[\s-]?/, '')}\\b`)
      ? [resistance]
      : []),
    ...(weight && has(`\\bno\\. ${weight.value}\\b`) ? [weight] : []),
    ...lengths.filter(({ text }) => /^\d+$/.test(text) && has(`\\bclass ${text}\\b`)),
  ];
}

/** A number of the line in a material's name weighs so much. */
const NAMED = 3;

/** The materials that answer words best, those first whose names carry the numbers of the line. */
export function findNamed(
  words: string,
  numbers: Numbers,
  search: MaterialSearch,
  roles?: readonly Role[],
): (MaterialHit & { named: Typed[] })[] {
  return search
    .find(words, roles, MAX_FOUND)
    .map((hit) => ({ ...hit, named: namedBy(hit.material, numbers) }))
    .map((hit) => ({ ...hit, score: hit.score * NAMED ** hit.named.length }))
    .toSorted((a, b) => b.score - a.score)
    .slice(0, MAX_SUGGESTIONS);
}

/** So many are looked at, and so many offered. */
const MAX_FOUND = 40;
const MAX_SUGGESTIONS = 8;

/** The smallest thickness as sold that has a stated R, m; else the thickness itself. */
export function thicknessFor(material: Material, resistance: number): number {
  const stated = material.labeledRPerInch ? withBasis(material, 'label') : material;
  const needed = resistance * conductivityAt(stated, LABEL_TEMPERATURE);
  const sold = (material.thicknesses ?? []).toSorted((a, b) => a - b);
  return sold.find((size) => size >= needed * (1 - R_SLACK)) ?? needed;
}

/** The thickness a material is usually sold in, m. */
export function usualThickness({ cost, thicknesses }: MaterialHit['material']): number {
  return cost?.thickness ?? thicknesses?.[0] ?? 0.0127;
}
