import { LIBRARY, rolesOf } from '../../physics/materials/index.ts';
import { say } from '../../common/units/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

/** A textured wrap that drains behind flat foam. */
const TEXTURED = 'wrap-drainable';

/** A smooth water barrier with flat foam right outside it, or null. */
function smoothBehindFoam({
  wall,
}: LayerAssessment): { barrier: ResolvedLayer; foam: ResolvedLayer } | null {
  for (const foam of wall.layers.slice(1, wall.counted)) {
    if (foam.source.kind !== 'sheet' || foam.fill?.category !== 'rigid-foam') continue;
    const barrier = wall.layers[foam.index - 1]!;
    if (!barrier.fill || barrier.source.kind !== 'sheet') continue;
    const roles = rolesOf(barrier.fillId!, barrier.fill);
    if (roles[0] === 'wrb' && !roles.includes('drainage')) return { barrier, foam };
  }
  return null;
}

/** Whether water that gets behind outside insulation can run down. Fibers and joints drain; flat foam on a smooth barrier holds it. */
export const insulationDrainage: LayerRule = {
  id: 'insulation-drainage',
  reads: 'layers',

  judge(assessment) {
    const found = smoothBehindFoam(assessment);
    return (
      found && {
        status: 'caution',
        title: say`Water behind ${lower(layerName(assessment, found.foam))} has no way down`,
        reason: say`Flat foam lies on ${lower(layerName(assessment, found.barrier))}, which is smooth: what gets in at a window or a joint stays. A textured wrap, dabs or a mat let it drain; some builders leave it to the joints between the boards.`,
      }
    );
  },

  fixes({ assessment, attempt }) {
    const { barrier } = smoothBehindFoam(assessment)!;
    const fix = attempt(
      say`Textured, drainable wrap instead of ${lower(layerName(assessment, barrier))}`,
      [
        { type: 'setFill', id: barrier.id, fill: TEXTURED },
        {
          type: 'setThickness',
          id: barrier.id,
          thickness: LIBRARY[TEXTURED]!.thicknesses?.[0] ?? barrier.thickness,
        },
      ],
      { layers: (after) => smoothBehindFoam(after) === null },
    );
    return fix ? [fix] : [];
  },
};
