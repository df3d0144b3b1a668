import { interpolate, type Table } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import type { Mesh } from './mesh.ts';
import { FREE } from './node-state.ts';

/** Reads a layer's moisture content, the mean and that of its inner third, free water in it and on its faces counted. */
export class LayerWater {
  readonly from: number;
  private readonly to: number;
  private readonly mesh: Mesh;
  private readonly sorption: Table | null;
  private readonly mass: number;

  constructor(wall: ResolvedWall, mesh: Mesh, index: number) {
    const { fill, thickness } = wall.layers[index]!;
    this.mesh = mesh;
    this.from = mesh.from[index]!;
    this.to = mesh.to[index]!;
    this.sorption = fill?.sorption ?? null;
    this.mass = (fill?.density ?? 0) * thickness;
  }

  content(humidity: Float64Array): { mc: number; mcInner: number } {
    const { mesh, from, to, sorption, mass } = this;
    if (!sorption || mass === 0) return { mc: 0, mcInner: 0 };
    const third = mesh.depth[from]! + (mesh.depth[to]! - mesh.depth[from]!) / 3 + 1e-9;
    let all = 0;
    let inner = 0;
    let before = interpolate(sorption, Math.min(1, humidity[from]!));
    const free = (node: number): number => FREE * Math.max(0, humidity[node]! - 1);
    all += free(from);
    inner += free(from);
    for (let k = from; k < to; k++) {
      const after = interpolate(sorption, Math.min(1, humidity[k + 1]!));
      const water = (mesh.length[k]! * (before + after)) / 2;
      const here = water + free(k + 1);
      all += here;
      if (mesh.depth[k + 1]! <= third) inner += here;
      before = after;
    }
    return { mc: all / mass, mcInner: (3 * inner) / mass };
  }
}
