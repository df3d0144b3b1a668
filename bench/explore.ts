import { evaluate } from '@eldrun/core/evaluation';
import {
  explore,
  numbersOf,
  Sections,
  sweep,
  variantsOf,
  type Exploration,
} from '@eldrun/core/exploration';
import { withBrief } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';

const { brief, walls } = DEMO_PROJECTS[0]!;

/** The demo's wall with a board outside, by fill, spacing, board and its thickness: 120 combinations. */
const hundredTwenty: Exploration = {
  format: 'eldrun-exploration',
  version: 1,
  wall: withBrief(walls[1]!, brief),
  vary: [
    { layer: 'L3', fill: ['mineral-wool-batt', 'cellulose-dense-pack', 'fiberglass-batt-r21'] },
    { layer: 'L3', spacing: [0.4064, 0.6096] },
    {
      layer: 'L6',
      material: ['mineral-wool-board-rigid', 'polyiso-foil-faced', 'xps', 'wood-fiber-board-rigid'],
    },
    { layer: 'L6', thickness: [0.0254, 0.0381, 0.0508, 0.0762, 0.1016] },
  ],
  limits: { thickness: 0.3, moisture: 'caution' },
  objectives: ['cost', 'u'],
};

/** The same with more to vary: 11,520 combinations, and what is sold of the board. */
const thousands: Exploration = {
  ...hundredTwenty,
  vary: [
    ...hundredTwenty.vary.slice(0, 2),
    { layer: 'L1', thickness: [0.0127, 0.0159] },
    { layer: 'L2', absent: [false, true] },
    { layer: 'L8', thickness: [0.0079, 0.0095] },
    { layer: 'L7', thickness: [0.0095, 0.019, 0.038] },
    { layer: 'L4', thickness: [0.0111, 0.0127] },
    hundredTwenty.vary[2]!,
    {
      layer: 'L6',
      thickness: [0.0127, 0.0254, 0.0318, 0.0381, 0.0508, 0.0635, 0.0762, 0.0889, 0.1016, 0.127],
    },
  ],
};

function milliseconds(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** The least of some runs, ms: what else the machine does only ever adds. */
const least = (work: () => unknown, times: number): number =>
  Math.min(...Array.from({ length: times }, () => milliseconds(work)));

/** Variants a second on one core. */
function rate(judged: boolean): number {
  const variants = variantsOf(thousands);
  const ms = milliseconds(() => {
    const steps = sweep(variants, numbersOf(variants.count), {
      materials: {},
      sections: new Sections(),
      judged,
    });
    let step = steps.next();
    while (!step.done) step = steps.next();
  });
  return (variants.count / ms) * 1000;
}

/** Explorations: how much faster than checking each wall, and variants a second. */
export function exploreFigures(): Record<string, number> {
  const variants = variantsOf(hundredTwenty);
  explore(hundredTwenty);
  const exploring = least(() => explore(hundredTwenty), 5);
  const checking = least(() => {
    for (let number = 0; number < variants.count; number++) evaluate(variants.wallAt(number));
  }, 2);
  return {
    'explore: 120 combinations, times as fast as 120 checks': checking / exploring,
    'explore: variants a second and core, one-dimensional and sections': rate(false),
    'explore: variants a second and core, judged': rate(true),
  };
}
