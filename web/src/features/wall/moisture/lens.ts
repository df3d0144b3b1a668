import { useBench } from '../bench.ts';
import { useMoisture } from './moisture.ts';
import type { Lens, RunStep } from '../lens.ts';
import MoistureMarks from './MoistureMarks.vue';
import MoisturePanel from './MoisturePanel.vue';
import MoistureTraces from './MoistureTraces.vue';
import MonthStrip from './MonthStrip.vue';

/** The year's balance: wet planes, the condensing plane, the ways in which wood dries, month by month. */
export function moistureLens(run: RunStep): Lens {
  const bench = useBench();
  const moisture = useMoisture();
  /** What is drawn of the balance, where there is one. */
  const balance = () => {
    const { balance: now, month } = moisture;
    return now && { balance: now, month };
  };
  const withBalance = (props: object) => () => (moisture.balance ? props : null);

  return {
    marks: {
      component: MoistureMarks,
      props: (frame) => {
        const now = balance();
        return now && { ...now, frame, selected: bench.selected };
      },
    },
    tools: { component: MonthStrip, props: withBalance({}) },
    traces: () =>
      moisture.balance
        ? { component: MoistureTraces, props: (frame) => ({ ...balance(), frame }) }
        : null,
    panel: { component: MoisturePanel, props: withBalance({ onRun: run }) },
    room: { indoorsLeft: true },
    keys: { p: () => moisture[moisture.playing ? 'stop' : 'play']() },
    enter() {
      moisture.shown = true;
    },
    leave() {
      moisture.shown = false;
      moisture.stop();
    },
  };
}
