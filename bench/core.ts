import {
  assess,
  assessLayers,
  monthlyBalance,
  resolveWall,
  verdictsOf,
  withBrief,
} from '@eldrun/core';
import { DEMO_PROJECTS } from '../server/src/demo/projects.ts';

/** Calls a function for about so many milliseconds. Returns calls a second. */
function rate(work: () => void, ms = 1500): number {
  const warm = performance.now();
  while (performance.now() - warm < ms / 3) work();
  const start = performance.now();
  let count = 0;
  while (performance.now() - start < ms) {
    work();
    count++;
  }
  return (count / (performance.now() - start)) * 1000;
}

const { brief, walls } = DEMO_PROJECTS[0]!;
const wall = withBrief(walls[1]!, brief);
const ten = {
  ...wall,
  layers: [
    { id: 'A', kind: 'sheet' as const, material: 'latex-paint', thickness: 0.0001 },
    ...wall.layers.toSpliced(6, 0, { ...wall.layers[5]!, id: 'B' }),
  ],
};
const withTable = {
  ...ten,
  layers: ten.layers.map((layer) =>
    layer.id === 'L6' ? { ...layer, material: 'polyiso-foil-faced' } : layer,
  ),
};

/** One core of this machine: evaluations of a 10-layer wall over twelve months, a second. */
export function coreFigures(): Record<string, number> {
  return {
    'walls a second, 10 layers': rate(() => assessLayers(ten)),
    'walls a second, one layer temperature-dependent': rate(() => assessLayers(withTable)),
    'walls a second, 10 layers, condensation by month': rate(() =>
      monthlyBalance(resolveWall(ten)),
    ),
    'walls a second, 10 layers, section solved': rate(() => assess(ten)),
    'walls a second, verdicts with all fixes': rate(() => verdictsOf(assess(ten))),
  };
}
