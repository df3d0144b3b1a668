import { InputError } from '../../common/errors.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { sameSpacing } from '../framing/index.ts';
import { checkWhole } from '../wall/consistency.ts';
import {
  frameOf,
  type FramedLayer,
  type Layer,
  type WallFile,
} from '../../physics/build-up/index.ts';
import { valuesOf, type Exploration, type Value, type Vary } from './types.ts';

/** Every combination of an exploration, by number: the last entry of `vary` changes from one to the next. */
export interface Variants {
  count: number;
  /** The values of a combination, in the order of `vary`. */
  valuesAt(index: number): Value[];
  /** The wall of a combination. @throws InputError where its values make no wall */
  wallAt(index: number): WallFile;
}

/** How many combinations there are. */
export function combinationsOf({ vary }: Pick<Exploration, 'vary'>): number {
  return vary.reduce((count, entry) => count * valuesOf(entry).values.length, 1);
}

/**
 * The combinations of an exploration. A spacing moves every layer of the frame that stands on the same layout, one
 * behind the other; a layer that is absent takes the fasteners along that name it.
 *
 * @param exploration as `validateExploration` passes it
 * @param materials beyond the library and the wall's own
 */
export function variantsOf({ wall, vary }: Exploration, materials: Materials = {}): Variants {
  const entries = vary.map((entry) => ({ entry, ...valuesOf(entry) }));
  const count = combinationsOf({ vary });
  const picked = (index: number): number[] => {
    const picks = new Array<number>(entries.length);
    for (let n = entries.length - 1; n >= 0; n--) {
      const { length } = entries[n]!.values;
      picks[n] = index % length;
      index = Math.floor(index / length);
    }
    return picks;
  };
  const kinds = wall.layers.map((original) => new VaryingLayer(original, wall, entries));

  return {
    count,
    valuesAt: (index) => picked(index).map((pick, n) => entries[n]!.values[pick]!),
    wallAt(index) {
      const picks = picked(index);
      const absent = new Set<string>();
      const layers: Layer[] = [];
      for (const kind of kinds) {
        const layer = kind.at(picks);
        if (layer) layers.push(layer);
        else absent.add(kind.original.id);
      }
      const { fasteners } = wall;
      const file: WallFile = {
        ...wall,
        layers,
        ...(fasteners && absent.size > 0
          ? { fasteners: fasteners.filter(({ from, to }) => !absent.has(from) && !absent.has(to)) }
          : {}),
      };
      if (layers.length === 0)
        throw new InputError('layers', 'every layer is absent', 'at least one layer');
      checkWhole(file, materials);
      return file;
    },
  };
}

/** One entry of `vary`, with its number and how many values it has. */
interface Entry {
  entry: Vary;
  varied: string;
  values: readonly unknown[];
}

/** A layer of the wall and what it is in each combination: shared between those that it is the same in. */
class VaryingLayer {
  readonly original: Layer;
  /** The entries that change it, with their numbers; those that may take it away. */
  private readonly changes: (Entry & { n: number })[] = [];
  private readonly absences: { n: number; absent: readonly boolean[] }[] = [];
  private readonly made: (Layer | undefined)[] = [];

  constructor(original: Layer, wall: WallFile, entries: readonly Entry[]) {
    this.original = original;
    entries.forEach((of, n) => {
      if (!concerns(of.entry, original, wall)) return;
      if ('absent' in of.entry) this.absences.push({ n, absent: of.entry.absent });
      else this.changes.push({ ...of, n });
    });
  }

  /** The layer in a combination; null where it is absent. @throws InputError where it does not take its values */
  at(picks: readonly number[]): Layer | null {
    const { changes, absences, made } = this;
    let key = 0;
    for (const { n, values } of changes) key = key * values.length + picks[n]!;
    let layer = made[key];
    if (!layer) {
      layer = this.original;
      for (const { entry, varied, n } of changes)
        layer = withValue(layer, entry, picks[n]!, `vary[${n}].${varied}`);
      made[key] = layer;
    }
    return absences.some(({ n, absent }) => absent[picks[n]!]) ? null : layer;
  }
}

/** Whether an entry changes a layer: the one that it names, and with a spacing those that share its members. */
function concerns(entry: Vary, layer: Layer, { layers }: WallFile): boolean {
  if (entry.layer === layer.id) return true;
  if (!('spacing' in entry) || layer.kind !== 'framed') return false;
  const named = layers.find(({ id }) => id === entry.layer);
  return (
    named?.kind === 'framed' &&
    frameOf(named) === frameOf(layer) &&
    sameSpacing(named.member.spacing, layer.member.spacing)
  );
}

/** A layer with one of the values of an entry. @throws InputError where the layer does not take it */
function withValue(layer: Layer, entry: Vary, pick: number, path: string): Layer {
  if ('thickness' in entry) return { ...layer, thickness: entry.thickness[pick]! };
  if ('material' in entry && layer.kind === 'sheet')
    return { ...layer, material: entry.material[pick]! };
  if (layer.kind === 'framed') {
    if ('fill' in entry) return { ...layer, fill: entry.fill[pick]! };
    if ('spacing' in entry) return spaced(layer, entry.spacing[pick]!, entry.fraction?.[pick]);
  }
  throw new InputError(path, `layer “${layer.id}” has none`, ALLOWED[layer.kind]);
}

const ALLOWED: Record<Layer['kind'], string> = {
  sheet: 'thickness, material or absent for a sheet',
  framed: 'thickness, fill, spacing or absent for a framed layer',
  air: 'thickness or absent for air',
};

function spaced(layer: FramedLayer, spacing: number, fraction: number | undefined): FramedLayer {
  const member = { ...layer.member, spacing };
  // Only a layer that says how much framing it has is told how much it has at that spacing.
  return fraction === undefined || layer.fraction === undefined
    ? { ...layer, member }
    : { ...layer, member, fraction };
}
