import { attachmentOf } from '../attachment/index.ts';
import type { LayerAssessment } from '../assessment/index.ts';
import { STATUS_ORDER, type LayerRule } from './types.ts';

/** What the rule finds first, where the wall says how it is held. */
function worst({ wall }: LayerAssessment) {
  const { furring, cladding } = wall.file.attachment ?? {};
  if (!furring && !cladding) return null;
  return attachmentOf(wall)?.findings[0] ?? null;
}

/** Whether the cladding is held as the wall says: the worst of what the lens Attach shows. */
export const attachment: LayerRule = {
  id: 'attachment',
  reads: 'layers',

  judge(assessment) {
    const found = worst(assessment);
    return found && { status: found.status, title: found.title, reason: found.reason };
  },

  fixes({ assessment, attempt }) {
    const { id, status, changes } = worst(assessment)!;
    const better = (after: LayerAssessment): boolean => {
      const found = attachmentOf(after.wall)?.findings.find((one) => one.id === id);
      return STATUS_ORDER.indexOf(found?.status ?? 'pass') > STATUS_ORDER.indexOf(status);
    };
    return changes.flatMap(({ label, commands }) => {
      const fix = attempt(label, commands, { layers: better });
      return fix ? [fix] : [];
    });
  },
};
