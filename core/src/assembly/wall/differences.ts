import { deepEqual } from 'fast-equals';
import type { Layer, ProjectWall } from '../../physics/build-up/index.ts';

/** How a layer differs between two states of a wall. */
interface LayerDifference {
  id: string;
  /** `added` is only in the second, `removed` only in the first; `moved` stands in another order. */
  change: 'added' | 'removed' | 'changed' | 'moved';
  /** As it is in the first; null where it is not there. */
  first: Layer | null;
  second: Layer | null;
}

export interface WallDifferences {
  /** Indoors first, as in the second; those that are only in the first come last. */
  layers: LayerDifference[];
  /** Names of the other fields that differ, such as `name` or `fasteners`. */
  fields: string[];
}

/** Ids that stand in the same order in both: a longest common subsequence. */
function inOrder(first: readonly string[], second: readonly string[]): Set<string> {
  const places = new Map(first.map((id, i) => [id, i]));
  const common = second.filter((id) => places.has(id));
  // The longest rising subsequence of their places in the first.
  const longest: { length: number; before: number }[] = [];
  common.forEach((id, i) => {
    let best = { length: 1, before: -1 };
    for (let j = 0; j < i; j++)
      if (places.get(common[j]!)! < places.get(id)! && longest[j]!.length >= best.length)
        best = { length: longest[j]!.length + 1, before: j };
    longest.push(best);
  });
  const kept = new Set<string>();
  const end = longest.reduce(
    (at, one, i) => (one.length > (longest[at]?.length ?? 0) ? i : at),
    -1,
  );
  for (let i = end; i >= 0; i = longest[i]!.before) kept.add(common[i]!);
  return kept;
}

/** What is found of a wall and kept with it is no part of what it is. */
const FOUND = 'sampled';

/** What differs between two states of a wall; layers are the same where their ids are. */
export function wallDifferences(first: ProjectWall, second: ProjectWall): WallDifferences {
  const before = new Map(first.layers.map((layer) => [layer.id, layer]));
  const after = new Map(second.layers.map((layer) => [layer.id, layer]));
  const stayed = inOrder([...before.keys()], [...after.keys()]);
  const layers: LayerDifference[] = [];
  for (const [id, layer] of after) {
    const was = before.get(id) ?? null;
    if (!was) layers.push({ id, change: 'added', first: null, second: layer });
    else if (!deepEqual(was, layer))
      layers.push({ id, change: 'changed', first: was, second: layer });
    else if (!stayed.has(id)) layers.push({ id, change: 'moved', first: was, second: layer });
  }
  for (const [id, layer] of before)
    if (!after.has(id)) layers.push({ id, change: 'removed', first: layer, second: null });
  const names = new Set([...Object.keys(first), ...Object.keys(second)]);
  const fields = [...names].filter(
    (name) =>
      name !== 'layers' &&
      name !== FOUND &&
      !deepEqual(first[name as keyof ProjectWall], second[name as keyof ProjectWall]),
  );
  return { layers, fields };
}

/**
 * The layers of a wall that another has none like, in the same order: told by what they are, not by their ids.
 *
 * @returns ids of the second wall's layers
 */
export function layersApart(first: ProjectWall, second: ProjectWall): Set<string> {
  const keys = ({ layers }: ProjectWall): string[] =>
    layers.map(({ id: _, ...layer }) => JSON.stringify(layer));
  const [a, b] = [keys(first), keys(second)];
  // Lengths of the longest common subsequences of what is left of both.
  const common = Array.from({ length: a.length + 1 }, () =>
    new Array<number>(b.length + 1).fill(0),
  );
  for (let i = a.length - 1; i >= 0; i--)
    for (let j = b.length - 1; j >= 0; j--)
      common[i]![j] =
        a[i] === b[j]
          ? 1 + common[i + 1]![j + 1]!
          : Math.max(common[i + 1]![j]!, common[i]![j + 1]!);
  const apart = new Set(second.layers.map(({ id }) => id));
  for (let i = 0, j = 0; i < a.length && j < b.length;)
    if (a[i] === b[j]) {
      apart.delete(second.layers[j]!.id);
      i++;
      j++;
    } else if (common[i + 1]![j]! >= common[i]![j + 1]!) i++;
    else j++;
  return apart;
}
