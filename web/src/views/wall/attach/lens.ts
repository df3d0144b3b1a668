import { defineAsyncComponent } from 'vue';
import { attachmentOf } from '@eldrun/core';
import { useWall } from '../../../stores/wall.ts';
import type { Lens, RunStep } from '../lens.ts';
import AttachMarks from './AttachMarks.vue';

/** What is below the drawing comes when it is looked at. */
const AttachPanel = defineAsyncComponent(() => import('./AttachPanel.vue'));

/** What holds the cladding: screws and nails in the section, what they carry, and what makes a system whole. */
export function attachLens(run: RunStep): Lens {
  const wall = useWall();
  return {
    marks: {
      component: AttachMarks,
      props: (frame) => {
        const held = attachmentOf(frame.assessment.wall);
        return held && { frame, held };
      },
    },
    panel: {
      component: AttachPanel,
      props: () =>
        wall.assessment && wall.assessment.wall.layers.length > 0
          ? { key: wall.id, wall: wall.assessment.wall, onRun: run }
          : null,
    },
  };
}
