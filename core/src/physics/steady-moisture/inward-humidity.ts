import { dewPoint, saturationPressure } from '../climate/index.ts';
import { cavityFaceTemperature } from '../steady-heat/index.ts';
import { AIR_PERMEABILITY } from '../../common/units/index.ts';
import { onceForCounted, type ResolvedLayer, type ResolvedWall } from '../build-up/index.ts';
import { componentLeak, leakAtFifty, vaporByAir, wallPressure } from './air-leak.ts';
import { dampVaporThickness } from './drying.ts';
import { inwardLayer } from './judged-layer.ts';

/** Pressure inward that wind adds as a mean over its directions, Pa (of 4 m/s, by `windPressure`). */
const MEAN_WIND = 0.5;

/** The outer face of what stands inside the fill, where the vapor outdoors is more than that of the room. */
export interface InwardHumidity {
  layer: ResolvedLayer;
  /** The month in which it is dampest, 0 to 11. */
  month: number;
  /** Its temperature, °C, and how far it lies above the outdoor dew point, K. */
  temperature: number;
  margin: number;
  /** Relative humidity there, 1 and more where water condenses. */
  humidity: number;
  /** By how much the vapor outdoors exceeds what the face can hold, Pa. */
  excess: number;
  /** Permeance of all outside it while damp, kg/(s·m²·Pa). */
  outside: number;
  /** Outdoor air that leaks in behind it, m³/(m²·s). */
  leak: number;
}

/**
 * How damp the first face that outdoor air and vapor meet gets where the room is drier than outdoors, in the worst month:
 * p = (K_i·p_i + (K_e + V/(R_v·T))·p_e)/(K_i + K_e + V/(R_v·T)) over saturation at its temperature, K the permeances to
 * both sides while damp and V the leak inward by stack, wind and fans. Steady state on monthly means.
 *
 * @returns null without a frame, or where the room is never drier than outdoors
 */
export function inwardHumidityOf(wall: ResolvedWall): InwardHumidity | null {
  return onceForCounted(wall, compute).found;
}

function compute(wall: ResolvedWall): { found: InwardHumidity | null } {
  const layer = inwardLayer(wall);
  if (!layer) return { found: null };
  const way = (layers: readonly ResolvedLayer[]): number =>
    AIR_PERMEABILITY / layers.reduce((sum, one) => sum + dampVaporThickness(one), 1e-9);
  const inward = way(wall.layers.slice(0, layer.index + 1));
  const outward = way(wall.layers.slice(layer.index + 1, wall.counted));
  const q50 = leakAtFifty(wall.file.airtightness);
  let found: InwardHumidity | null = null;
  wall.months.forEach((conditions, month) => {
    const { indoorTemperature, outdoorTemperature, indoorVaporPressure, outdoorVaporPressure } =
      conditions;
    if (outdoorVaporPressure <= indoorVaporPressure) return;
    const temperature = cavityFaceTemperature(wall, layer.index + 1, conditions);
    const pressure = wallPressure(indoorTemperature, outdoorTemperature, wall.file.pressure);
    const leak = Math.max(0, componentLeak(q50, MEAN_WIND - pressure));
    const out = outward + vaporByAir(leak, temperature);
    const vapor = (inward * indoorVaporPressure + out * outdoorVaporPressure) / (inward + out);
    const humidity = vapor / saturationPressure(temperature);
    if (!found || humidity > found.humidity)
      found = {
        layer,
        month,
        temperature,
        margin: temperature - dewPoint(outdoorVaporPressure),
        humidity,
        excess: outdoorVaporPressure - saturationPressure(temperature),
        outside: outward,
        leak,
      };
  });
  return { found };
}
