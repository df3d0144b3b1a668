import { dewPoint } from '../climate/index.ts';
import { cavityFaceTemperature } from '../steady-heat/index.ts';
import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { classOfPermeance, type VaporClass } from '../materials/index.ts';
import { frameStart, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';
import { dampVaporThickness } from './drying.ts';

/** The plane that outdoor air and vapor meet from outside where the house is cooled: the outer face of the retarder inside. */
export interface InnerPlane {
  layer: ResolvedLayer;
  /** Of the layer while it is damp. */
  class: VaporClass;
  /** °C, January first. */
  temperature: number[];
  /** K above the outdoor dew point; negative is at risk. */
  margin: number[];
}

/** Monthly means closer than this to the outdoor dew point leave nothing for a humid day, K. */
export const HUMID_DAY = 1;

/**
 * The tightest layer inside the frame, as tight as it stays while damp, and its outer face against the outdoor dew point.
 *
 * @returns null where nothing inside the frame is a retarder of class I or II while damp
 */
export function innerPlaneOf(wall: ResolvedWall): InnerPlane | null {
  let layer: ResolvedLayer | null = null;
  for (const other of wall.layers.slice(0, frameStart(wall)))
    if (!layer || dampVaporThickness(other) >= dampVaporThickness(layer)) layer = other;
  if (!layer) return null;
  const tightness = classOfPermeance(AIR_PERMEABILITY / dampVaporThickness(layer));
  if (tightness !== 'I' && tightness !== 'II') return null;
  const face = layer.index + 1;
  const temperature = wall.months.map((month) => cavityFaceTemperature(wall, face, month));
  return {
    layer,
    class: tightness,
    temperature,
    margin: temperature.map((t, m) => t - dewPoint(wall.months[m]!.outdoorVaporPressure)),
  };
}
