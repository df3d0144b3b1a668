import { defineAsyncComponent, ref } from 'vue';
import { attachmentOf } from '@eldrun/core/attachment';
import { useWall } from '../../../project/wall.ts';
import type { Lens, RunStep } from '../lens.ts';
import AttachMarks from './AttachMarks.vue';
import AttachTrace from './AttachTrace.vue';
import type { AttachPart } from './parts.ts';

/** What is below the drawing comes when it is looked at. */
const AttachPanel = defineAsyncComponent(() => import('./AttachPanel.vue'));

/** What holds the cladding: screws and nails in the section, what they carry, and what makes a system whole. */
export function attachLens(run: RunStep): Lens {
  const wall = useWall();
  const part = ref<AttachPart>('screws');
  return {
    marks: {
      component: AttachMarks,
      props: (frame) => {
        const held = attachmentOf(frame.assessment.wall);
        return held && { frame, held };
      },
    },
    traces: () => {
      const held = wall.assessment && attachmentOf(wall.assessment.wall);
      return held && held.design.connections.length > 0
        ? { component: AttachTrace, props: (frame) => ({ frame, held }) }
        : null;
    },
    panel: {
      component: AttachPanel,
      props: () =>
        wall.assessment && wall.assessment.wall.layers.length > 0
          ? {
              wall: wall.assessment.wall,
              part: part.value,
              onPart: (to: AttachPart) => (part.value = to),
              onRun: run,
            }
          : null,
    },
  };
}
