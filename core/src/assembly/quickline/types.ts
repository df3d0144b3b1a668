import type { Layer } from '../../physics/build-up/index.ts';

/** A layer without its id, which only a wall can give. */
export type NewLayer = Layer extends infer L ? (L extends Layer ? Omit<L, 'id'> : never) : never;

/** Where a line says that its layers go, if it says so. */
export type Place = { side: 'inside' | 'outside' } | PlaceBeside;

/** Beside another layer, which the line names. */
export interface PlaceBeside {
  side: 'over' | 'under';
  of: string;
}
