import { defineAsyncComponent } from 'vue';
import { useWall } from '../../../project/wall.ts';
import { useSimulation } from './simulation.ts';
import type { Lens, RunStep } from '../lens.ts';
import DayStrip from './DayStrip.vue';
import DayTrace from './DayTrace.vue';
import YearsMarks from './YearsMarks.vue';

/** The charts come with their library only where they are looked at. */
const YearsPanel = defineAsyncComponent(() => import('./YearsPanel.vue'));

/** The wall run hour by hour: how damp each depth is on the day shown, the courses, what they say. */
export function yearsLens(run: RunStep): Lens {
  const wall = useWall();
  const simulation = useSimulation();

  return {
    marks: {
      component: YearsMarks,
      props: (frame) => simulation.state && { frame, state: simulation.state },
    },
    tools: { component: DayStrip, props: () => ({}) },
    traces: () =>
      simulation.state
        ? {
            component: DayTrace,
            props: (frame) => ({
              frame,
              run: simulation.current,
              state: simulation.state,
              face: simulation.face,
            }),
          }
        : null,
    panel: {
      component: YearsPanel,
      props: () =>
        wall.assessment && wall.assessment.wall.layers.length > 0
          ? { key: wall.id, onRun: run }
          : null,
    },
  };
}
