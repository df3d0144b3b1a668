import { InputError } from '@eldrun/core/errors';
import { layerTitle } from '@eldrun/core/explain';
import { LIBRARY } from '@eldrun/core/materials';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import {
  edge as edgeOf,
  materialsAtPrices,
  resolvedWall,
  theHouse,
  wallFile,
  withLayers,
  type Look,
} from '@eldrun/project';
import {
  drawnEdge,
  drawnElevation,
  drawnPlate,
  drawnWall,
  svgFile,
  type Drawn,
  type ElevationLayer,
} from '@eldrun/drawing';
import { dxfFile } from '@eldrun/drawing/dxf';
import { pngOf } from './png.ts';
import type { DrawingFormat } from './types.ts';
import { edgeNamer, wantedEdges } from './sheets/edges.ts';
import { laid, layersOf } from './sheets/elevations.ts';

/** What drawings are made of. */
export type DrawingOf =
  /** @property wall its id */
  | { what: 'section'; wall: string }
  | { what: 'elevation' | 'plates' | 'edges'; only: readonly string[] };

/** One drawing by its name. */
export interface NamedDrawing {
  /** What tells it from the others: part of a file's name. */
  id: string;
  drawn: Drawn;
  /** What is possible but wrong about what it shows. */
  conflicts?: readonly string[];
}

/** Layers of an elevation that one drawing shows: each of them apart, services in the frame. */
const shown = (layer: ElevationLayer): ReadonlySet<ElevationLayer> =>
  new Set<ElevationLayer>(layer === 'services' ? ['frame', layer] : [layer]);

/**
 * The drawings of a wall or a house, each for paper at the largest scale of a ruler at which it fits on a sheet.
 *
 * @throws InputError where there is nothing of it to draw
 */
export function drawingsOf(look: Look, of: DrawingOf, units: UnitSystem): NamedDrawing[] {
  const materials = look(materialsAtPrices);
  if (of.what === 'section') {
    const file = withLayers(look(wallFile, of.wall));
    const wall = look(resolvedWall, of.wall);
    const find = (id: string) => file.materials?.[id] ?? materials[id] ?? LIBRARY[id];
    return [
      {
        id: 'section',
        drawn: drawnWall(wall, units, ({ source }) => layerTitle(source, find, units)),
      },
    ];
  }
  const { only, what } = of;
  look(theHouse);
  const found =
    what === 'edges'
      ? wantedEdges(look, only).map((edge) => ({
          id: edge.id,
          drawn: drawnEdge(look(edgeOf, edge.id).section, units, edgeNamer(edge, materials, units)),
        }))
      : laid(look, only).flatMap((layout): NamedDrawing[] => {
          const { id } = layout.elevation;
          const conflicts = layout.conflicts.map(
            ({ at, message }) => `${at}: ${messageText(message, units)}`,
          );
          return what === 'plates'
            ? [{ id, conflicts, drawn: drawnPlate(layout, units) }]
            : layersOf(layout).map((layer) => ({
                id: `${id} ${layer}`,
                conflicts,
                drawn: drawnElevation(layout, units, shown(layer)),
              }));
        });
  if (found.length === 0)
    throw new InputError('only', 'there is nothing of it to draw', 'ids of what the house has');
  return found;
}

/** A drawing as a file. @param units of the lengths in a DXF */
export function drawingFile(
  { scene, scale }: Drawn,
  format: DrawingFormat,
  units: UnitSystem,
  hatched: boolean,
): Uint8Array {
  const text =
    format === 'dxf' ? dxfFile(scene, scale.ratio, units, hatched) : svgFile(scene, scale.ratio);
  return format === 'png' ? pngOf(text) : new TextEncoder().encode(text);
}
