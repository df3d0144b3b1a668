import {
  conductivityAt,
  permeance,
  withBasis,
  saysVapor,
  type Material,
  type MaterialHit,
  type MaterialSearch,
  type Role,
} from '../../physics/materials/index.ts';
import { POUND_PER_CUBIC_FOOT, type UnitSystem } from '../../common/units/index.ts';
import { PANEL_RATING, type Numbers, type Typed } from './numbers.ts';

/** Labels state R at this mean temperature, °C. */
const LABEL_TEMPERATURE = 24;

/** A size as sold may miss the stated R by this share. */
const R_SLACK = 0.03;

/** A stated density may differ from a material's by this share. */
const DENSITY_SLACK = 0.3;

/** A stated permeance may differ from a material's by this factor. */
const PERMEANCE_SLACK = 2;

/** A fill's R over its depth may miss the stated one by this share. */
const FILL_R_SLACK = 0.05;

/** How much it weighs that a material carries a number of the line in its name, and that its figures agree with one. */
const IN_NAME = 25;
const BY_FIGURES = 1.5;

/** Numbers of the line that a material answers to, with their weight: R-13, no. 30, class 032, 24/16, 2 lb foam. */
function answersOf(
  material: Material,
  numbers: Numbers,
  depth: number | null,
): [Typed<unknown>, number][] {
  const { name, category, density } = material;
  const { weight, resistance, permeance: perms, density: dense, grades, lengths } = numbers;
  const answers: [Typed<unknown>, number][] = [];
  const answer = (typed: Typed<unknown> | null, inName: boolean, byFigures = false): void => {
    if (typed && (inName || byFigures)) answers.push([typed, inName ? IN_NAME : BY_FIGURES]);
  };
  const has = (text: string): boolean => new RegExp(`\\b${text}\\b`, 'i').test(name);
  const weighs = (value: number): boolean =>
    density !== undefined && Math.abs(value / density - 1) <= DENSITY_SLACK;
  if (resistance) {
    const named = has(`r-${resistance.text.replace(/^r[\s-]?/, '')}`);
    const agrees =
      depth !== null && Math.abs(labelR(material, depth) / resistance.value - 1) <= FILL_R_SLACK;
    // A batt is called by its R; a panel's class comes second to what it is made of.
    answer(resistance, named && category === 'batt', named || agrees);
  }
  if (weight)
    answer(
      weight,
      has(`no\\. ${weight.value}`) ||
        (category === 'spray-foam' && weighs(weight.value * POUND_PER_CUBIC_FOOT)),
      /foam|board/.test(category ?? '') && weighs(weight.value * POUND_PER_CUBIC_FOOT),
    );
  if (dense) answer(dense, false, weighs(dense.value));
  if (perms && saysVapor(material)) {
    const ratio = permeance(material, usualThickness(material), 0.5) / perms.value;
    answer(perms, false, Math.abs(Math.log(ratio)) <= Math.log(PERMEANCE_SLACK));
  }
  for (const grade of grades)
    answer(grade, grade.value === PANEL_RATING ? category === 'wood-panel' : has(grade.value));
  for (const length of lengths) if (/mil/.test(length.text)) answer(length, has(length.text));
  return answers;
}

/** Labels are rounded, and grades differ: a stated R may miss that of a stated thickness by this share. */
const SAME_R = 0.12;

/** Whether a thickness, m, has about the R that is stated with it, m²K/W. */
export function agrees(material: Material, thickness: number, resistance: number): boolean {
  return Math.abs(labelR(material, thickness) / resistance - 1) <= SAME_R;
}

/** R of a thickness by the label, m²K/W. */
function labelR(material: Material, thickness: number): number {
  const stated = material.labeledRPerInch ? withBasis(material, 'label') : material;
  return thickness / conductivityAt(stated, LABEL_TEMPERATURE);
}

/** A material that answers to a line, and the numbers of the line that speak for it. */
export interface Named extends MaterialHit {
  named: Typed<unknown>[];
}

/**
 * The materials that answer words best, those first whose names carry the numbers of the line.
 *
 * @param depth of the frame that it fills, m, or null
 */
export function findNamed(
  words: string,
  numbers: Numbers,
  search: MaterialSearch,
  { roles, depth = null }: { roles?: readonly Role[]; depth?: number | null } = {},
): Named[] {
  return search
    .find(words, roles, MAX_FOUND)
    .map((hit) => {
      const answers = answersOf(hit.material, numbers, depth);
      return {
        ...hit,
        named: answers.map(([typed]) => typed),
        score: answers.reduce((score, [, weight]) => score * weight, hit.score),
      };
    })
    .map((hit) => ({ ...hit, score: hit.score * suits(hit, numbers.system) }))
    .toSorted((a, b) => b.score - a.score)
    .slice(0, MAX_SUGGESTIONS);
}

/** What is sold in metric sizes ranks low where lengths are inches, unless the line asks for it. */
function suits({ material, answered }: MaterialHit, system: UnitSystem): number {
  const foreign =
    system === 'imperial' && /\bmetric\b/i.test(material.name) && !answered.includes('metric');
  return foreign ? FOREIGN : 1;
}
const FOREIGN = 0.1;

/** So many are looked at, and so many offered. */
const MAX_FOUND = 40;
const MAX_SUGGESTIONS = 8;

/** The smallest thickness as sold that has a stated R, m; else the thickness itself. */
export function thicknessFor(material: Material, resistance: number): number {
  const needed = resistance / labelR(material, 1);
  const sold = (material.thicknesses ?? []).toSorted((a, b) => a - b);
  return sold.find((size) => size >= needed * (1 - R_SLACK)) ?? needed;
}

/** A skin of metal, where the material is known by the studs that are made of it, m. */
const SKIN = { category: 'metal', studs: 0.01, thickness: 0.002 };

/** The thickness a material is usually sold in, m. */
export function usualThickness({ category, cost, thicknesses }: MaterialHit['material']): number {
  if (category === SKIN.category && (thicknesses?.[0] ?? 0) > SKIN.studs) return SKIN.thickness;
  return cost?.thickness ?? thicknesses?.[0] ?? 0.0127;
}
