import { isInsulation } from '../../physics/materials/index.ts';
import { resistancesAt } from '../../physics/steady-heat/index.ts';
import { measured, say } from '../../common/units/index.ts';
import { massMasonry, rainStore, type ResolvedWall } from '../../physics/build-up/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower, monthName } from './words.ts';

/** Insulation inside masonry from which its outer part is colder and wetter than it was, m²K/W. */
const NOTABLE = 0.5;

/** R of the insulation inside a layer, m²K/W. */
function insulationInside(wall: ResolvedWall, index: number): number {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const { fill: resistances } = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  return wall.layers
    .slice(0, index)
    .reduce(
      (sum, { fill, fillId }, i) =>
        fill && isInsulation(fillId!, fill) ? sum + resistances[i]! : sum,
      0,
    );
}

/** Masonry that keeps rain out by its mass, insulated inside: frost at its face, ends of beams in it. */
export const massMasonryRule: LayerRule = {
  id: 'mass-masonry',
  reads: 'layers',

  judge(assessment) {
    const { wall } = assessment;
    const masonry = massMasonry(wall);
    if (!masonry) return null;
    const inside = insulationInside(wall, masonry.index);
    if (inside < NOTABLE) return null;
    const name = layerName(assessment, masonry);
    const coldest = wall.months[wall.coldestMonth]!.outdoorTemperature;
    const { drivingRain } = wall.site;
    const wet = drivingRain === 'moderate' || drivingRain === 'severe';
    const beams =
      'Ends of beams that rest in it stay colder and damper than they were: look at them before it is closed, and keep air from them.';
    if (wet && coldest < 0 && rainStore(wall))
      return {
        status: 'caution',
        title: say`Frost may reach wet ${lower(name)}: it is insulated inside`,
        reason: say`With ${measured('resistance', inside)} inside it dries slowly, rain wets it, and ${monthName(wall.coldestMonth)} has ${measured('temperature', coldest)} outdoors. A test of its critical saturation, sound pointing and a coat that sheds but lets vapor out settle it (Fagerlund 1977). ${beams}`,
      };
    return {
      status: 'pass',
      title: say`${name} insulated inside: ${wet ? (coldest < 0 ? 'its face sheds rain' : 'no frost') : 'little rain'} here`,
      reason: say`With ${measured('resistance', inside)} inside it is colder than it was. ${beams}`,
    };
  },
};
