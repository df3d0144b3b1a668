import { InputError } from '../../common/errors.ts';
import type { Table } from '../materials/index.ts';
import type { ResolvedWall } from '../build-up/index.ts';
import type { Mesh } from './mesh.ts';
import { FREE } from './node-state.ts';
import type { Face, Transient } from './types.ts';

/** One of the wall's layers by id. @throws InputError */
export function layerIndex(wall: ResolvedWall, id: string, path: string): number {
  const index = wall.layers.findIndex((layer) => layer.id === id);
  if (index < 0)
    throw new InputError(
      path,
      `there is no layer “${id}”`,
      wall.layers.map((layer) => layer.id).join(', '),
    );
  return index;
}

/** The node at a face of a layer, −1 where none is named. @throws InputError */
export function faceNode(
  mesh: Mesh,
  wall: ResolvedWall,
  at: { layer: string; face: Face } | undefined,
  path: string,
): number {
  if (!at) return -1;
  const index = layerIndex(wall, at.layer, path);
  return at.face === 'inner' ? mesh.from[index]! : mesh.to[index]!;
}

/** φ at which a material holds so much water, kg/m³; at most 1. */
function humidityFor(sorption: Table, water: number): number {
  for (let i = 1; i < sorption.length; i++) {
    const [x0, y0] = sorption[i - 1]!;
    const [x1, y1] = sorption[i]!;
    if (water <= y1) return y1 > y0 ? x0 + ((x1 - x0) * (water - y0)) / (y1 - y0) : x0;
  }
  return 1;
}

/** The state from which a run starts, by node. @throws InputError for a layer that is not there or stores nothing */
export function initialState(
  wall: ResolvedWall,
  mesh: Mesh,
  { initial }: Transient,
): { temperature: Float64Array; humidity: Float64Array } {
  const humidity = new Float64Array(mesh.nodes).fill(initial.relativeHumidity);
  for (const [id, start] of Object.entries(initial.layers ?? {})) {
    const index = layerIndex(wall, id, `transient.initial.layers.${id}`);
    const from = mesh.from[index]!;
    const to = mesh.to[index]!;
    if (start.relativeHumidity !== undefined) {
      humidity.fill(start.relativeHumidity, from, to + 1);
      continue;
    }
    const { fill } = wall.layers[index]!;
    if (!fill?.sorption || !fill.density)
      throw new InputError(
        `transient.initial.layers.${id}`,
        'its material has no sorption data to start from a moisture content',
        'a relativeHumidity instead',
      );
    const water = start.moistureContent! * fill.density;
    humidity.fill(humidityFor(fill.sorption, water), from, to + 1);
    // What the material cannot hold is free water, spread over its nodes.
    const excess = Math.max(0, water - fill.sorption.at(-1)![1]);
    for (let k = from; k < to && excess > 0; k++)
      for (const node of [k, k + 1])
        humidity[node] = humidity[node]! + (excess * mesh.length[k]!) / 2 / FREE;
  }
  return { temperature: new Float64Array(mesh.nodes).fill(initial.temperature), humidity };
}
