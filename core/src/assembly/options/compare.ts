import { assess } from '../assessment/index.ts';
import { judge, type Judgment } from '../judgment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { wallDifferences, type WallDifferences } from '../wall/index.ts';
import type { WallFile } from '../../physics/build-up/index.ts';
import { measuresOf, type Measures } from './measures.ts';

/** The measures that are numbers. */
export const FIGURES = ['u', 'r', 'cost', 'carbon', 'thickness', 'margin'] as const;

export type Figure = (typeof FIGURES)[number];

/** One of several walls. */
export interface Option {
  name: string;
  measures: Measures;
  /** Without hours. */
  judgment: Judgment;
}

/** How an option differs from the first. */
export interface OptionDifference extends WallDifferences {
  name: string;
  /** This less the first; null where either is missing. */
  measures: Record<Figure, number | null>;
}

/** Measures and judgment of a wall. @throws InputError where a number cannot be computed */
export function optionOf(file: WallFile, materials: Materials = {}): Option {
  const assessment = assess(file, materials);
  return { name: file.name, measures: measuresOf(assessment), judgment: judge(assessment) };
}

/** This less that, figure by figure. */
export function measuresLess(measures: Measures, from: Measures): Record<Figure, number | null> {
  const less = (figure: Figure): number | null => {
    const [a, b] = [measures[figure], from[figure]];
    return a === null || b === null ? null : a - b;
  };
  return {
    u: less('u'),
    r: less('r'),
    cost: less('cost'),
    carbon: less('carbon'),
    thickness: less('thickness'),
    margin: less('margin'),
  };
}

/** Differences of each wall but the first against it: measures, layers and other fields. */
export function differencesFrom(
  first: { file: WallFile; option: Option },
  others: readonly { file: WallFile; option: Option }[],
): OptionDifference[] {
  return others.map(({ file, option }) => ({
    name: option.name,
    measures: measuresLess(option.measures, first.option.measures),
    ...wallDifferences(first.file, file),
  }));
}
