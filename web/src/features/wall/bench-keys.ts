import { useEventListener } from '@vueuse/core';
import { placementProblem, type Command } from '@eldrun/core/wall';
import { layerTitle } from '@eldrun/core/explain';
import { useNotices } from '../../persistence/notices.ts';
import { useBaseline } from './baseline.ts';
import { useBench } from './bench.ts';
import { useProject } from '../../project/project.ts';
import { useWall } from '../../project/wall.ts';
import { isTyping } from '../../persistence/typing.ts';
import { LENSES } from './lenses.ts';

export interface BenchKeys {
  run: (name: string, commands: Command[]) => boolean;
  focusQuickLine: () => void;
  showKeys: () => void;
  switchLens: (to: string) => void;
  /** What the lens adds. */
  ofLens: () => Record<string, () => void>;
  enabled: () => boolean;
}

/** What the keys of the bench do, for the list that `?` shows. */
export const KEYS: readonly [string, string][] = [
  ['/', 'type a layer in the quick line'],
  ['↑ ↓', 'walk the layers'],
  ['Alt+↑ Alt+↓', 'move the layer outward or inward'],
  ['+ −', 'step through the thicknesses as sold'],
  ['Enter', 'open the layer'],
  ['d', 'duplicate the layer'],
  ['Delete', 'take the layer out'],
  ['Ctrl+Z', 'undo the last step'],
  ['Shift+Ctrl+Z', 'redo it'],
  ['[ ]', 'one month back or on'],
  ['m', 'trace through the cavity or the member'],
  [
    LENSES.flatMap(({ key }) => key ?? []).join(' '),
    `the lenses ${LENSES.flatMap(({ key, label }) => (key ? label : [])).join(', ')}, and back to ${LENSES[0]!.label}`,
  ],
  ['p', 'play the year, in the lens Moisture'],
  ['b', 'hold it to lay the baseline over'],
  ['u', 'switch units'],
  ['n', 'take a newer state that another page saved'],
  ['Esc', 'let go'],
  ['?', 'these keys'],
];

/**
 * The bench by keyboard. Keys typed into a field stay there.
 *
 * @returns undoes or does again the last step, and says which
 */
export function useBenchKeys(keys: BenchKeys): (direction: 'undo' | 'redo') => void {
  const baseline = useBaseline();
  const bench = useBench();
  const wall = useWall();
  const project = useProject();
  const notices = useNotices();

  const layers = () => wall.document?.layers ?? [];
  const selectedIndex = () => layers().findIndex(({ id }) => id === bench.selected);
  const title = (index: number) => layerTitle(layers()[index]!, wall.material, project.units);

  function select(index: number): void {
    const layer = layers()[index];
    if (!layer) return;
    bench.selected = layer.id;
    document.getElementById(`row-${layer.id}`)?.focus();
  }

  /** Up is outdoors, as on the drawing. */
  function walk(by: 1 | -1): void {
    const index = selectedIndex();
    select(index < 0 ? (by > 0 ? 0 : layers().length - 1) : index + by);
  }

  function move(by: 1 | -1): void {
    const from = selectedIndex();
    const to = from + by;
    if (from < 0 || to < 0 || to >= layers().length) return;
    const layer = layers()[from]!;
    const moved = layers().toSpliced(from, 1).toSpliced(to, 0, layer);
    const reason = placementProblem(moved, to, wall.material);
    if (reason) notices.wrong('Not moved', reason);
    else keys.run(`Move ${title(from)}`, [{ type: 'moveLayer', id: layer.id, index: to }]);
  }

  function stepThickness(by: 1 | -1): void {
    const index = selectedIndex();
    const layer = layers()[index];
    if (!layer) return;
    const next = nextThickness(layer.thickness, soldThicknesses(index), by);
    if (next === null) notices.wrong('No further size', 'It is not sold in another size that way.');
    else
      keys.run(`Thickness of ${title(index)}`, [
        { type: 'setThickness', id: layer.id, thickness: next },
      ]);
  }

  function soldThicknesses(index: number): readonly number[] {
    const layer = layers()[index]!;
    const id =
      layer.kind === 'sheet'
        ? layer.material
        : layer.kind === 'framed'
          ? layer.member.material
          : null;
    return (id && wall.material(id)?.thicknesses) || [0.006, 0.01, 0.019, 0.025, 0.038, 0.05];
  }

  function remove(): void {
    const index = selectedIndex();
    if (index < 0) return;
    const id = layers()[index]!.id;
    if (keys.run(`Take out ${title(index)}`, [{ type: 'removeLayer', id }]))
      select(Math.min(index, layers().length - 1));
  }

  function travel(direction: 'undo' | 'redo'): void {
    const name = wall[direction]();
    if (name) notices.done(direction === 'undo' ? `Undone: ${name}` : `Redone: ${name}`);
  }

  const plain: Record<string, () => void> = {
    '/': keys.focusQuickLine,
    ArrowUp: () => walk(1),
    ArrowDown: () => walk(-1),
    '+': () => stepThickness(1),
    '=': () => stepThickness(1),
    '-': () => stepThickness(-1),
    Enter: () => (bench.editing = bench.selected),
    d: () => {
      const index = selectedIndex();
      if (index >= 0)
        keys.run(`Duplicate ${title(index)}`, [
          { type: 'duplicateLayer', id: layers()[index]!.id },
        ]);
    },
    Delete: remove,
    Backspace: remove,
    '[': () => bench.stepMonth(-1),
    ']': () => bench.stepMonth(1),
    m: () => (bench.path = bench.path === 'cavity' ? 'member' : 'cavity'),
    ...Object.fromEntries(
      LENSES.flatMap(({ key, name }) => (key ? [[key, () => keys.switchLens(name)]] : [])),
    ),
    b: baseline.hold,
    u: () => project.setUnits(project.units === 'imperial' ? 'metric' : 'imperial'),
    Escape: () => {
      bench.selected = null;
      bench.editing = null;
    },
    '?': keys.showKeys,
  };

  useEventListener(window, 'keyup', ({ key }: KeyboardEvent) => {
    if (key === 'b') baseline.letGo();
  });
  useEventListener(window, 'blur', baseline.letGo);
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (!keys.enabled() || event.defaultPrevented) return;
    const target = event.target as HTMLElement;
    if (isTyping(target) || document.querySelector('.p-dialog-mask')) return;
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      travel(event.shiftKey ? 'redo' : 'undo');
      return;
    }
    if (event.ctrlKey || event.metaKey) return;
    if (event.altKey) {
      if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
      event.preventDefault();
      move(event.key === 'ArrowUp' ? 1 : -1);
      return;
    }
    const action = plain[event.key] ?? keys.ofLens()[event.key];
    if (!action) return;
    // Enter and the arrows belong to the control that has the focus, unless it is a layer's row.
    const control = target.closest(
      'button, a, [role="application"], [role="slider"], [role="combobox"], summary',
    );
    if (control && !target.id.startsWith('row-') && /^(Enter|Arrow)/.test(event.key)) return;
    if (event.key === 'Enter' && !bench.selected) return;
    event.preventDefault();
    action();
  });
  return travel;
}

/** How far two thicknesses may lie apart and still be the same size, m. */
const SAME_SIZE = 0.0004;

/** The next size as sold, or null at the end of the range. */
export function nextThickness(
  thickness: number,
  sold: readonly number[],
  by: 1 | -1,
): number | null {
  const sizes = [...sold].sort((a, b) => a - b);
  return (
    (by > 0
      ? sizes.find((size) => size > thickness + SAME_SIZE)
      : sizes.findLast((size) => size < thickness - SAME_SIZE)) ?? null
  );
}
