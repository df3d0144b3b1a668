import { LIBRARY, rolesOf } from '../../physics/materials/index.ts';
import { say } from '../../common/units/index.ts';
import { smoothContact } from '../../physics/build-up/index.ts';
import { freeLayerId } from '../wall/index.ts';
import type { LayerRule } from './types.ts';
import { layerName, lower } from './words.ts';

/** A textured wrap that drains behind flat foam. */
const TEXTURED = 'wrap-drainable';

/** Whether water that gets behind outside insulation can run down. Fibers and joints drain; flat foam on a smooth barrier holds it. */
export const insulationDrainage: LayerRule = {
  id: 'insulation-drainage',
  reads: 'layers',

  judge(assessment) {
    const found = smoothContact(assessment.wall);
    return (
      found && {
        status: 'caution',
        title: say`Water behind ${lower(layerName(assessment, found.foam))} has no way down`,
        reason: say`Flat foam lies on ${lower(layerName(assessment, found.barrier))}, which is smooth: what gets in at a window or a joint stays. A textured wrap, dabs or a mat let it drain; some builders leave it to the joints between the boards.`,
      }
    );
  },

  fixes({ assessment, attempt }) {
    const { barrier, foam } = smoothContact(assessment.wall)!;
    const thickness = LIBRARY[TEXTURED]!.thicknesses![0]!;
    const membrane = rolesOf(barrier.fillId!, barrier.fill!)[0] === 'wrb';
    const fix = attempt(
      membrane
        ? say`Textured, drainable wrap instead of ${lower(layerName(assessment, barrier))}`
        : say`Textured, drainable wrap behind ${lower(layerName(assessment, foam))}`,
      membrane
        ? [
            { type: 'setFill', id: barrier.id, fill: TEXTURED },
            { type: 'setThickness', id: barrier.id, thickness },
          ]
        : [
            {
              type: 'insertLayer',
              index: foam.index,
              layer: {
                id: freeLayerId(assessment.wall.file.layers),
                kind: 'sheet',
                material: TEXTURED,
                thickness,
              },
            },
          ],
      { layers: (after) => smoothContact(after.wall) === null },
    );
    return fix ? [fix] : [];
  },
};
