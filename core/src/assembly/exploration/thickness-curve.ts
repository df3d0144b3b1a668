import { assessLayers } from '../assessment/index.ts';
import { STANDARD, LIBRARY, type Materials } from '../../physics/materials/index.ts';
import type { Measures } from '../options/index.ts';
import { applyCommands, insertSheet, type Command } from '../wall/index.ts';
import {
  findMaterial,
  outsideBoards,
  resolveWall,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { Sections } from './sections.ts';
import { solvedMeasures } from './sweep.ts';

/** A wall with so much insulation outside. */
interface CurvePoint {
  /** Of all boards outside together, m. */
  outside: number;
  measures: Measures;
  /** R gained over the point before, m²K/W; 0 at the first. */
  gain: number;
  /** Cost added over the point before, USD/m²; null where it is not known. */
  cost: number | null;
}

export interface ThicknessCurve {
  /** Id of the board's material. */
  material: string;
  points: CurvePoint[];
  /** The first point whose step gains less than half of what the first step did, by index; null where none does. */
  halved: number | null;
}

/**
 * What each further step of outside insulation gives: of the board that the wall has, in one thickness in place of all its
 * boards; of mineral wool where it has none.
 *
 * @param step m
 * @param steps how many, from none on
 * @throws InputError where the wall cannot be computed
 */
export function thicknessCurve(
  file: WallFile,
  step: number,
  steps: number,
  materials: Materials = {},
): ThicknessCurve {
  const boards = outsideBoards(resolveWall(file, materials));
  const outer = boards.at(-1);
  const material = outer?.fillId ?? STANDARD.fiberBoard;
  const sections = new Sections();
  const points: CurvePoint[] = [];
  for (let n = 0; n <= steps; n++) {
    const wall = withOutside(
      file,
      boards.map(({ id }) => id),
      material,
      n * step,
      materials,
    );
    const layers = assessLayers(wall, materials);
    const measures = solvedMeasures(layers, sections.exact(layers));
    const before = points.at(-1)?.measures;
    points.push({
      outside: n * step,
      measures,
      gain: before ? measures.r - before.r : 0,
      cost:
        before && measures.cost !== null && before.cost !== null
          ? measures.cost - before.cost
          : null,
    });
  }
  const first = points[1]?.gain ?? 0;
  const halved = points.findIndex(({ gain }, i) => i > 1 && gain < first / 2);
  return { material, points, halved: halved < 0 ? null : halved };
}

/** The wall with one board of a thickness in place of those it has; without one where that is 0. */
function withOutside(
  file: WallFile,
  boards: readonly string[],
  material: string,
  thickness: number,
  materials: Materials,
): WallFile {
  const [kept, ...others] = boards.toReversed();
  const commands: Command[] = others.map((id) => ({ type: 'removeLayer', id }));
  if (kept !== undefined)
    commands.push(
      thickness > 0
        ? { type: 'setThickness', id: kept, thickness }
        : { type: 'removeLayer', id: kept },
    );
  else if (thickness > 0)
    commands.push(
      insertSheet(
        file.layers,
        material,
        thickness,
        (id) => findMaterial(id, file, materials) ?? LIBRARY[id],
      ),
    );
  return applyCommands(file, commands);
}
