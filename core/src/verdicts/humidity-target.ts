import type { LayerAssessment } from '../assess.ts';
import { saturationPressure } from '../climate/index.ts';
import { safeHumidities } from '../moisture/index.ts';
import { measured, say } from '../units/index.ts';
import type { Indoor } from '../wall/index.ts';
import { staysAbove } from './sheathing-dew-point.ts';
import type { Fix, FixContext, LayerRule } from './types.ts';
import { monthName } from './words.ts';

/** Drier than this people do not live, 0 to 1. */
const LIVABLE = 0.2;

/** Whole percent, down. */
const floored = (share: number): number => Math.floor(share * 100 + 1e-9) / 100;

interface Tightest {
  month: number;
  humidity: number;
  safe: number;
}

/** The month whose humidity lies furthest above what is safe, or closest below it. */
function tightestMonth({ wall }: LayerAssessment): Tightest | null {
  const safe = safeHumidities(wall);
  if (!safe) return null;
  const humidities = wall.months.map(
    ({ indoorVaporPressure, indoorTemperature }) =>
      indoorVaporPressure / saturationPressure(indoorTemperature),
  );
  const spare = humidities.map((humidity, m) => safe[m]! - humidity);
  const month = spare.indexOf(Math.min(...spare));
  return { month, humidity: humidities[month]!, safe: safe[month]! };
}

/** The indoor humidity that is asked for, against what the wall bears. */
export const humidityTarget: LayerRule = {
  id: 'indoor-humidity',
  reads: 'layers',

  judge(assessment) {
    const tightest = tightestMonth(assessment);
    if (!tightest) return null;
    const { month, humidity, safe } = tightest;
    const now = measured('relativeHumidity', humidity);
    const most = measured('relativeHumidity', floored(safe));
    const how = `The month that decides is ${monthName(month)}; p_sat at the condensing plane over p_sat indoors, monthly means. A safe humidity does not mend a leak from outside.`;
    if (humidity <= safe)
      return {
        status: 'pass',
        title: say`The wall bears the indoor humidity: ${now}, safe up to ${most}`,
        reason: say`${how}`,
      };
    return {
      status: 'caution',
      title: say`Indoor humidity of ${now} is too high for this wall: ${most} is safe`,
      reason: say`${safe < LIVABLE ? 'That is drier than people live: change the wall instead. ' : ''}${how}`,
    };
  },

  fixes: (context) => lowered(context),
};

function lowered({ assessment, attempt }: FixContext): Fix[] {
  const { indoor } = assessment.wall.file;
  const { humidity } = indoor;
  const safe = safeHumidities(assessment.wall)!.map(floored);
  const lowest = Math.min(...safe);
  const change = (changed: Indoor['humidity'], label: ReturnType<typeof say>): Fix[] => {
    const fix = attempt(label, [{ type: 'setIndoor', indoor: { ...indoor, humidity: changed } }], {
      layers: staysAbove,
    });
    return fix ? [fix] : [];
  };
  if (humidity.kind === 'class') {
    for (let lower = humidity.class - 1; lower >= 1; lower--) {
      const fixes = change(
        { kind: 'class', class: lower },
        say`Keep indoors at humidity class ${lower}`,
      );
      if (fixes.length > 0) return fixes;
    }
    return [];
  }
  if (lowest < LIVABLE) return [];
  if (humidity.kind === 'fixed')
    return change(
      { kind: 'fixed', relativeHumidity: lowest },
      say`Keep indoors at ${measured('relativeHumidity', lowest)}`,
    );
  return change(
    {
      kind: 'monthly',
      relativeHumidity: humidity.relativeHumidity.map((share, m) => Math.min(share, safe[m]!)),
    },
    say`Keep indoors at most at ${measured('relativeHumidity', lowest)} in the coldest month`,
  );
}
