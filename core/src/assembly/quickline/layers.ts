import type { Material, MaterialSearch } from '../../physics/materials/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { agrees, findNamed, thicknessFor, usualThickness } from './material.ts';
import { unusedNumbers, type Numbers, type Typed } from './numbers.ts';
import type { Reading } from './reading.ts';
import { suggestion } from './suggestion.ts';
import type { NewLayer } from './types.ts';
import type { Keyword } from './words.ts';

const DEFAULT_GAP = 0.019;

/** Boards are thinner, m: lumber up to this may be one. */
const THICKEST_BOARD = 0.03;

/** Sheets come so, in feet: no lumber where a panel is named. */
const SHEET_SIZES = /^(?:4\s*x\s*(?:8|9|10|12))$/;

/**
 * Readings of a line as one material, or as several layers of it.
 *
 * @param faced whether kraft paper comes on it, indoors
 * @param outside whether the line says that it goes outside
 */
export function sheets(
  numbers: Numbers,
  words: string[],
  search: MaterialSearch,
  { faced, outside }: { faced: boolean; outside: boolean },
): Reading[] {
  const hits = findNamed(words.join(' '), numbers, search);
  const boards = hits.filter(
    ({ material: { roles }, missed }) =>
      missed.length === 0 && roles?.includes('continuous-insulation'),
  );
  const inCavity = hits[0]?.material.roles?.[0] === 'cavity-insulation';
  // Insulation that the line puts outside is a board.
  return (outside && inCavity && boards.length > 0 ? boards : hits).map(
    ({ id, material, missed, answered, named }) => {
      const used = new Set<unknown>([...named, numbers.count]);
      const { thickness, stated } = sheetThickness(material, numbers, used);
      const layer: NewLayer = { kind: 'sheet', material: id, thickness };
      const count = numbers.count?.value ?? 1;
      const label = say`${count > 1 ? `${count} × ` : ''}${material.name}, ${measured('length', thickness)}`;
      const layers: NewLayer[] = Array.from({ length: Math.min(count, MAX_COUNT) }, () => layer);
      return {
        ...suggestion(
          faced
            ? [{ kind: 'sheet', material: 'kraft-facing', thickness: KRAFT }, ...layers]
            : layers,
          faced ? say`${label}, with kraft facing` : label,
          {
            numbers: unusedNumbers(numbers, used),
            words: missed,
            material,
            answered,
            all: words,
            isMaterialWord: (word) => search.knows(word),
            problem: count > MAX_COUNT ? say`${count} layers are more than a wall has` : null,
          },
        ),
        ...(material.roles?.[0] === 'cavity-insulation' && count === 1
          ? {
              filler: { material: id, thickness: stated ? thickness : null, words, numbers, faced },
            }
          : {}),
      };
    },
  );
}

/** No wall has more layers of one material. */
const MAX_COUNT = 8;

/** Thickness of kraft facing, m. */
export const KRAFT = 0.0003;

/** The thickness a line asks for, m, and whether it says one; what it takes it from is added to `used`. */
function sheetThickness(
  material: Material,
  numbers: Numbers,
  used: Set<unknown>,
): { thickness: number; stated: boolean } {
  const { resistance, lumber, steelThickness } = numbers;
  const [typed] = numbers.lengths;
  // A composite's figures hold for its own thickness only.
  if (!material.composition) {
    if (typed && typed.value > 0) {
      used.add(typed);
      // A thickness and the R that it has are said of the same board.
      if (resistance && agrees(material, typed.value, resistance.value)) used.add(resistance);
      if (lumber && isSheetSize(lumber)) used.add(lumber);
      return { thickness: typed.value, stated: true };
    }
    // A batt that is called by its R has no other.
    if (resistance && !used.has(resistance) && !/\bR-\d/.test(material.name)) {
      used.add(resistance);
      return { thickness: thicknessFor(material, resistance.value), stated: true };
    }
    if (lumber && isBoard(lumber)) {
      used.add(lumber);
      return { thickness: lumber.value[0], stated: true };
    }
    if (steelThickness && /metal|cladding/.test(material.category ?? '')) {
      used.add(steelThickness);
      return { thickness: steelThickness.value, stated: true };
    }
  }
  if (lumber && isSheetSize(lumber)) used.add(lumber);
  return { thickness: usualThickness(material), stated: false };
}

/** Whether lumber is thin enough to be a board. */
export const isBoard = ({ value: [thickness] }: Typed<[number, number]>): boolean =>
  thickness < THICKEST_BOARD;

/** Whether what reads as lumber is the size of a panel, in feet. */
export const isSheetSize = ({ text }: Typed<[number, number]>): boolean => SHEET_SIZES.test(text);

/** Readings of a line as an air space. */
export function air(numbers: Numbers, keywords: Set<Keyword>, words: string[]): Reading[] {
  const [typed] = numbers.lengths;
  const thickness = typed?.value || DEFAULT_GAP;
  const ventilation = keywords.has('slight')
    ? 'slight'
    : keywords.has('still') || !(keywords.has('gap') || keywords.has('open'))
      ? 'still'
      : 'open';
  const name = { open: 'Open gap', slight: 'Slightly ventilated gap', still: 'Still air space' };
  return [
    suggestion(
      [{ kind: 'air', thickness, ventilation }],
      say`${name[ventilation]}, ${measured('length', thickness)}`,
      { numbers: unusedNumbers(numbers, new Set([typed])), words },
    ),
  ];
}
