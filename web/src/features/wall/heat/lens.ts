import { formatText } from '@eldrun/core/units';
import { degrees, temperatureScale } from '../../../charts/temperature-scale.ts';
import { useBench } from '../bench.ts';
import { useHeat } from './heat.ts';
import { useProject } from '../../../project/project.ts';
import type { Lens, RunStep } from '../lens.ts';
import HeatField from './HeatField.vue';
import HeatMarks from './HeatMarks.vue';
import HeatReading from './HeatReading.vue';
import HeatTools from './HeatTools.vue';
import LossBar from './LossBar.vue';
import SectionTrace from './SectionTrace.vue';

/** The solved section: temperatures, isotherms and flow lines, any point read, and what the frame takes. */
export function heatLens(run: RunStep): Lens {
  const project = useProject();
  const bench = useBench();
  const heat = useHeat();

  const scale = () =>
    heat.air && temperatureScale(heat.air.indoor, heat.air.outdoor, project.units);
  /** What is drawn of the solved section, where there is one. */
  const field = () => {
    const { section, air } = heat;
    const of = scale();
    return section && air && of ? { section, air, scale: of } : null;
  };

  return {
    under: {
      component: HeatField,
      props: (frame) => {
        const now = field();
        return now && { ...now, frame, computing: heat.computing };
      },
    },
    marks: {
      component: HeatMarks,
      props: (frame) => {
        const now = field();
        return now && { ...now, frame, isotherms: heat.isothermsShown, flow: heat.flowShown };
      },
    },
    overlay: {
      component: HeatReading,
      props: ({ width, units }) =>
        heat.at && heat.reading !== null
          ? { at: heat.at, width, text: degrees(heat.reading, units) }
          : null,
      reading: {
        label: 'Temperature field, read with the arrow keys.',
        read: (at, { axis }) => heat.read(at, axis),
        spoken: ({ units }) =>
          heat.reading !== null && heat.point
            ? `${degrees(heat.reading, units)}, ${formatText('length', heat.point.depth, units)} from the inner face`
            : '',
        follows: () => heat.section,
      },
    },
    tools: {
      component: HeatTools,
      props: () => {
        const of = scale();
        return of && { scale: of, onRun: run };
      },
    },
    traces: () =>
      bench.path === 'section'
        ? {
            component: SectionTrace,
            props: (frame) => {
              const of = scale();
              const { section, air, point } = heat;
              return (
                of && {
                  frame,
                  scale: of,
                  section,
                  air,
                  point,
                  moment: bench.moment,
                  paths: bench.paths,
                  onPath: bench.follow,
                }
              );
            },
          }
        : null,
    panel: { component: LossBar, props: () => (heat.air ? {} : null) },
    bare: () => heat.section !== null,
    room: { above: 24, below: 38, noSpacing: true },
    enter() {
      heat.shown = true;
      bench.paths = ['cavity', 'member', 'section'];
    },
    leave() {
      // What only this lens has goes with it.
      heat.shown = false;
      bench.chosen = {};
      bench.paths = ['cavity', 'member'];
      if (bench.path === 'section') bench.path = 'cavity';
    },
  };
}
