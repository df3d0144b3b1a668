import type { LayerAssessment } from '../assessment/index.ts';
import {
  DAMP_WOOD,
  sheathingMoisture,
  WET_WOOD,
  type SheathingMoisture,
} from '../../physics/steady-moisture/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { smallestOutsideInsulation } from './outside-insulation.ts';
import { addRetarder } from './monthly-condensation.ts';
import type { LayerRule } from './types.ts';
import { count, layerName, monthName } from './words.ts';

interface Dampest {
  sheet: SheathingMoisture;
  month: number;
  content: number;
}

function dampest({ wall }: LayerAssessment): Dampest | null {
  let worst: Dampest | null = null;
  for (const sheet of sheathingMoisture(wall)) {
    const content = Math.max(...sheet.content);
    if (!worst || content > worst.content)
      worst = { sheet, content, month: sheet.content.indexOf(content) };
  }
  return worst;
}

const staysDry = (assessment: LayerAssessment): boolean =>
  (dampest(assessment)?.content ?? 0) <= DAMP_WOOD;

/** Moisture content of wood panels by month. */
export const sheathingMoistureRule: LayerRule = {
  id: 'sheathing-moisture',
  reads: 'layers',

  judge(assessment) {
    const worst = dampest(assessment);
    if (!worst) return null;
    const { sheet, month, content } = worst;
    const name = layerName(assessment, sheet.layer);
    const method = say`In balance with the mean humidity of its faces by the monthly method, and what condenses there taken up; above ${measured('share', DAMP_WOOD)} mold is likely, above ${measured('share', WET_WOOD)} decay can begin. Storage, leaks and rain are left out; real sheathing follows more slowly.`;
    if (content <= DAMP_WOOD)
      return {
        status: 'pass',
        title: say`${name} stays at ${measured('share', content)} moisture or less`,
        reason: say`${measured('share', content)} in ${monthName(month)}. ${method}`,
      };
    const months = sheet.content.filter((c) => c > DAMP_WOOD).length;
    return {
      // A method without storage says too much rather than too little: it never fails a wall.
      status: 'caution',
      title: say`${name} is damper than ${measured('share', DAMP_WOOD)} for ${count(months, 'month')}`,
      reason: say`${measured('share', content)} moisture in ${monthName(month)}, with ${measured('relativeHumidity', sheet.humidity[month]!)} RH at its faces. ${method}`,
    };
  },

  fixes: (context) => [
    ...addRetarder(context, staysDry),
    ...smallestOutsideInsulation(context, { layers: staysDry }),
  ],
};
