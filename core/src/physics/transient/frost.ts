import { interpolate, type Table } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import type { Mesh } from './mesh.ts';
import type { HygroSolver } from './solver.ts';
import type { FrostResult } from './types.ts';

/** So deep under the outer face frost is counted, m. */
const DEPTH = 0.005;

/**
 * Filled to this share of its free saturation, masonry counts as wet when it freezes. Frost damages above a critical
 * saturation (Fagerlund 1977) that differs from brick to brick; this stands for a usual one and is an indicator only.
 */
const FROST_SATURATION = 0.8;

/** Freezing and thawing near the outer face of a layer that takes up rain. */
export class FrostCount {
  private cycles = 0;
  private wetCycles = 0;
  private frozen = false;
  private wet = false;
  private readonly layer: string;
  private readonly node: number;
  private readonly sorption: Table;
  private readonly saturation: number;

  constructor(layer: string, node: number, sorption: Table, saturation: number) {
    this.layer = layer;
    this.node = node;
    this.sorption = sorption;
    this.saturation = saturation;
  }

  /** One for each layer of a wall that takes up rain. */
  static of(wall: ResolvedWall, mesh: Mesh): FrostCount[] {
    return wall.layers.flatMap(({ id, index, fill }) => {
      if (!fill?.waterAbsorption || !fill.sorption) return [];
      const outer = mesh.depth[mesh.to[index]!]!;
      let node = mesh.to[index]!;
      while (node > mesh.from[index]! && outer - mesh.depth[node]! < DEPTH) node--;
      return [new FrostCount(id, node, fill.sorption, fill.waterAbsorption.saturation)];
    });
  }

  /** An hour more: a cycle is counted when it thaws, as wet when it was wet as it froze. */
  hour({ temperature, humidity }: HygroSolver): void {
    const t = temperature[this.node]!;
    if (t < 0 && !this.frozen) {
      this.frozen = true;
      const held = interpolate(this.sorption, Math.min(1, humidity[this.node]!));
      this.wet = held >= FROST_SATURATION * this.saturation;
    } else if (t > 0 && this.frozen) {
      this.frozen = false;
      this.cycles++;
      if (this.wet) this.wetCycles++;
    }
  }

  get result(): FrostResult {
    return { layer: this.layer, cycles: this.cycles, wetCycles: this.wetCycles };
  }
}
