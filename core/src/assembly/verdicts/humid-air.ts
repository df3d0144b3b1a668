import {
  ASSUMED_LEAK,
  componentLeak,
  inwardHumidityOf,
  leakAtFifty,
  moldHumidity,
} from '../../physics/steady-moisture/index.ts';
import { CLASS_EXCESS } from '../../physics/climate/index.ts';
import { measured, PERM, say } from '../../common/units/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { Fix } from '../wall/index.ts';
import type { FixContext, LayerRule } from './types.ts';
import { layerName, lower, monthName, pressureText } from './words.ts';

/** Outdoor air that a cooled wall bears where it gets in: what 1.5 Pa drive through a house of usual tightness, m³/(m²·s). */
const BORNE = componentLeak(ASSUMED_LEAK, 1.5);

/**
 * Excess of outdoor vapor at the face above which a room is cold for its climate, and too cold to be without a retarder
 * outside, Pa: those by which rooms of humidity classes 3 and 4 exceed frosty air (EN ISO 13788:2012, Annex A), turned around.
 */
const COLD = CLASS_EXCESS[2];
const TOO_COLD = CLASS_EXCESS[3];
/** What holds vapor back outside, kg/(s·m²·Pa). */
const HELD = 1 * PERM;

/** Margins over the outdoor dew point above which nobody asks, K. */
const FAR = 3;

/** Whether more outdoor air leaks in to a face below its dew point than such a wall bears. */
export function leaksIn({ wall }: LayerAssessment): boolean {
  const found = inwardHumidityOf(wall);
  return found !== null && found.margin < 0 && found.leak > BORNE;
}

/** Vapor and air from outdoors on the first cold face that they meet inward, where the room is cooler and drier. */
export const humidAir: LayerRule = {
  id: 'humid-air',
  reads: 'layers',

  judge(assessment) {
    const { wall } = assessment;
    const found = inwardHumidityOf(wall);
    if (!found || found.margin >= FAR) return null;
    const { layer, month, temperature, margin, humidity, excess, outside } = found;
    const name = layerName(assessment, layer);
    const conditions = wall.months[month]!;
    const limit = moldHumidity(conditions, temperature);
    const where = say`In ${monthName(month)} the outer face of ${lower(name)} is at ${measured('temperature', temperature)}; outdoor air condenses below ${measured('temperature', temperature - margin)}. Steady state of monthly means, through the cavity as it is while damp, with the leak inward.`;
    const bare = outside > HELD;
    if (humidity >= 1 || (bare && excess > TOO_COLD))
      return {
        status: 'fail',
        title:
          humidity >= 1
            ? say`Vapor from outdoors condenses behind ${lower(name)}`
            : say`The room is far colder than the outdoor dew point, and nothing outside holds vapor back`,
        reason: say`${where} The retarder and the air barrier of a cold room belong outside.`,
      };
    if (leaksIn(assessment))
      return {
        status: 'caution',
        title: say`Humid outdoor air leaks in behind ${lower(name)}, which is below its dew point`,
        reason: say`${where} ${measured('leakAtFifty', leakAtFifty(wall.file.airtightness))} at 50 Pa${wall.file.pressure ? say` and fans of ${pressureText(wall.file.pressure)}` : ''} bring more air than such a wall bears; mold follows where it enters, though the mean of the wall stays dry.`,
      };
    if (bare && excess > COLD)
      return {
        status: 'caution',
        title: say`The room is cold for this climate, and nothing outside holds vapor back`,
        reason: say`${where} What comes in goes on to the room as it should, as long as finish and paint inside stay open; a retarder and the air barrier outside are safer.`,
      };
    if (humidity >= limit)
      return {
        status: 'caution',
        title: say`${name} gets damp from outdoors: ${measured('share', humidity)} behind it in ${monthName(month)}`,
        reason: say`${where} Mold can grow from ${measured('share', limit)} on.`,
      };
    return {
      status: 'pass',
      title: say`Vapor from outdoors goes on to the room: ${measured('share', humidity)} behind ${lower(name)} in ${monthName(month)}`,
      reason: where,
    };
  },

  fixes: tighten,
};

/** q50 to which a leaky house is tested, m³/(h·m²). */
function tighten({ assessment, attempt }: FixContext): Fix[] {
  if (leakAtFifty(assessment.wall.file.airtightness) <= ASSUMED_LEAK) return [];
  const fix = attempt(
    say`Seal the air barrier and test it to ${measured('leakAtFifty', ASSUMED_LEAK)}`,
    [
      {
        type: 'setAirtightness',
        airtightness: { flow: ASSUMED_LEAK / 3600, pressure: 50 },
      },
    ],
    { layers: (after) => !leaksIn(after) },
  );
  return fix ? [fix] : [];
}
