import { sunDrivenOf } from '../../physics/steady-moisture/index.ts';
import { INCH, measured, say } from '../../common/units/index.ts';
import { freeLayerId, type Command, type Fix } from '../wall/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { FixContext, LayerRule } from './types.ts';
import { layerName, lower, monthName } from './words.ts';

/**
 * Less than this a day is no matter, kg/(m²·d): in a fortnight of wet sunny days it comes to 0.2 kg/m², with which a film
 * begins to drip (EN ISO 13788:2012, 6.4).
 */
const NOTABLE = 0.2 / 14;

/** Depth of a gap behind a cladding that stores water, m. */
const GAP = INCH;

const keepsOut = ({ wall }: LayerAssessment): boolean => {
  const driven = sunDrivenOf(wall);
  return !driven || driven.vented || driven.daily < NOTABLE;
};

/** Vapor that the sun drives inward out of a rain-wet cladding. */
export const sunDriven: LayerRule = {
  id: 'sun-driven',
  reads: 'layers',

  judge(assessment) {
    const driven = sunDrivenOf(assessment.wall);
    if (!driven) return null;
    const name = layerName(assessment, driven.cladding);
    if (driven.vented)
      return {
        status: 'pass',
        title: say`${name} stores rain, and the open gap behind it carries the vapor off`,
        reason: say`Sun on a wet cladding drives vapor inward; an open gap lets outdoor air take it up.`,
      };
    const how = say`The wall behind a cladding that is wet and at ${measured('temperature', driven.claddingTemperature)}, the mean of sunlit hours in ${monthName(driven.month)}. An estimate for wet sunny days, storage left out.`;
    if (driven.daily < NOTABLE)
      return {
        status: 'pass',
        title: say`Sun on wet ${lower(name)} drives little vapor inward`,
        reason: say`${measured('waterPerArea', driven.daily)} a day would condense inside. ${how}`,
      };
    return {
      status: 'caution',
      title: say`Sun drives vapor inward out of wet ${lower(name)}`,
      reason: say`${measured('waterPerArea', driven.daily)} a day would condense at ${lower(layerName(assessment, driven.at!))}. ${how}`,
    };
  },

  fixes: (context) => openGap(context),
};

function openGap({ assessment, attempt }: FixContext): Fix[] {
  const { cladding } = sunDrivenOf(assessment.wall)!;
  const behind = assessment.wall.layers[cladding.index - 1]!;
  const change: Command =
    behind.fill === null
      ? { type: 'setAir', id: behind.id, air: { ventilation: 'open' } }
      : {
          type: 'insertLayer',
          index: cladding.index,
          layer: {
            id: freeLayerId(assessment.wall.file.layers),
            kind: 'air',
            thickness: GAP,
            ventilation: 'open',
          },
        };
  const label =
    behind.fill === null
      ? say`Open the gap behind ${lower(layerName(assessment, cladding))} at top and bottom`
      : say`Gap of ${measured('length', GAP)} behind ${lower(layerName(assessment, cladding))}, open at top and bottom`;
  const fix = attempt(label, [change], { layers: keepsOut });
  return fix ? [fix] : [];
}
