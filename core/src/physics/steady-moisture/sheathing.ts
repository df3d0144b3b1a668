import { interpolate, isWood } from '../materials/index.ts';
import { onceForCounted, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';
import { monthlyBalance } from './monthly.ts';

/** Moisture contents of wood panels, kg/kg: above the first mold is likely, above the second decay can begin. */
export const DAMP_WOOD = 0.2;
export const WET_WOOD = 0.26;

/** The moisture of a wood panel by month. */
export interface SheathingMoisture {
  layer: ResolvedLayer;
  /** Mean RH of its two faces, 0 to 1, January first. */
  humidity: number[];
  /** Moisture content: in balance with that, and what condensed at its faces taken up, kg/kg. */
  content: number[];
}

/**
 * Moisture content of each wooden sheet by month: the sorption curve at the mean RH of its faces in the monthly balance,
 * and the water that is held at its faces at the month's end, as if it took that up. In balance with each month, without
 * storage: the slow swing of real sheathing is smaller, its wet spells are not in it.
 *
 * @returns indoors first; sheets without a sorption curve or a density are left out
 */
export function sheathingMoisture(wall: ResolvedWall): SheathingMoisture[] {
  return onceForCounted(wall, compute);
}

function compute(wall: ResolvedWall): SheathingMoisture[] {
  const { parts, year, monthly } = monthlyBalance(wall);
  const { faces, pressures, saturation } = year;
  return wall.layers.slice(0, wall.counted).flatMap((layer) => {
    const { fill, fillId, source, index } = layer;
    if (source.kind !== 'sheet' || !fill || !isWood(fillId!, fill)) return [];
    const { sorption, density } = fill;
    if (!sorption || !density) return [];
    const from = parts.findIndex((part) => part.layer === index);
    const to = parts.findLastIndex((part) => part.layer === index) + 1;
    const humidity = wall.months.map((_, m) => {
      const at = (face: number): number =>
        Math.min(1, pressures[m * faces + face]! / saturation[m * faces + face]!);
      return (at(from) + at(to)) / 2;
    });
    const outside = wall.layers[index + 1]?.id;
    const touching = monthly.planes.filter(
      (plane) => plane.layer === layer.id || (plane.layer === outside && plane.face === 'inner'),
    );
    const content = humidity.map((rh, m) => {
      const held = touching.reduce((sum, plane) => sum + plane.held[m]!, 0);
      return (interpolate(sorption, rh) + held / layer.thickness) / density;
    });
    return [{ layer, humidity, content }];
  });
}
