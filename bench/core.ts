import { assess, assessLayers } from '@eldrun/core/assessment';
import { attachmentOf, spacingTable } from '@eldrun/core/attachment';
import { monthlyBalance } from '@eldrun/core/steady-moisture';
import { resolveWall, withBrief } from '@eldrun/core/build-up';
import { verdictsOf } from '@eldrun/core/verdicts';
import { DEMO_PROJECTS } from '@eldrun/demo';

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

/** Twelve layers with a service cavity and a second board; as they are, two depend on humidity. */
const twelveVariable = {
  ...ten,
  layers: [
    ...ten.layers.slice(0, 2),
    { id: 'C', kind: 'air' as const, thickness: 0.038 },
    { id: 'D', kind: 'sheet' as const, material: 'gypsum-board', thickness: 0.0127 },
    ...ten.layers.slice(2),
  ],
};
const FIXED: Record<string, string> = {
  'variable-membrane-high-range': 'vapor-check-membrane',
  osb: 'gypsum-sheathing-glass-mat',
};
const twelve = {
  ...twelveVariable,
  layers: twelveVariable.layers.map((layer) =>
    layer.kind === 'sheet' && FIXED[layer.material]
      ? { ...layer, material: FIXED[layer.material]! }
      : layer,
  ),
};

/** Both connections of a wall, what there is to say of them, and their table of spacings. */
function held(): void {
  const { design } = attachmentOf(resolveWall(wall))!;
  spacingTable(design, design.connections[1]!);
}

/** One core of this machine: evaluations of a 10-layer wall over twelve months, a second. */
export function coreFigures(): Record<string, number> {
  return {
    'walls a second, 10 layers': rate(() => assessLayers(ten)),
    'walls a second, one layer temperature-dependent': rate(() => assessLayers(withTable)),
    'walls a second, 12 layers, condensation by month': rate(() =>
      monthlyBalance(resolveWall(twelve)),
    ),
    'walls a second, 12 layers, two of them variable': rate(() =>
      monthlyBalance(resolveWall(twelveVariable)),
    ),
    'walls a second, 10 layers, section solved': rate(() => assess(ten)),
    'walls a second, how the cladding is held, with its table': rate(held),
    'walls a second, verdicts with all fixes': rate(() => verdictsOf(assess(ten))),
  };
}
