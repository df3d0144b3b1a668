import { mainMember, type ResolvedLayer, type ResolvedWall } from '@eldrun/core/build-up';
import type { EdgeSection } from '@eldrun/core/edges';
import type { ElevationLayout } from '@eldrun/core/layout';
import type { UnitSystem } from '@eldrun/core/units';
import type { ElevationLayer } from './elevation.ts';
import { notedEdge, notedElevation, notedPlate, notedSection } from './notes.ts';
import { fittingScale, type PaperScale } from './scales.ts';
import type { Scene, ScenePart } from './scene.ts';
import { wallSection } from './wall-section.ts';

/** A drawing with its notes, and the scale that these are right for. */
export interface Drawn {
  scene: Scene;
  scale: PaperScale;
}

/** Room on a paper, m. */
export interface Room {
  width: number;
  height: number;
}

/** Room of a drawing on an upright sheet of A4 or letter, m; its notes beside it take the rest. */
const ROOM: Record<'section' | 'edge' | 'elevation', Room> = {
  section: { width: 0.1, height: 0.12 },
  edge: { width: 0.12, height: 0.135 },
  elevation: { width: 0.16, height: 0.12 },
};

/** The section of a wall shows at least one bay with both its members, m. */
const SHORTEST = 0.6;
const BAYS = 1.3;

const stretchOf = (wall: ResolvedWall): number =>
  Math.max(SHORTEST, BAYS * (mainMember(wall)?.shape.spacing ?? 0));

/** The section of a wall for paper, at the largest scale that fits. @param name what a person calls a layer */
export function drawnWall(
  wall: ResolvedWall,
  units: UnitSystem,
  name: (layer: ResolvedLayer) => string,
  room: Room = ROOM.section,
): Drawn {
  const stretch = stretchOf(wall);
  const height = wall.layers.reduce((sum, { thickness }) => sum + thickness, 0);
  const scale = fittingScale({ width: stretch, height }, room, units, 1 / 2);
  return { scene: notedSection(wall, scale.ratio, units, name, stretch), scale };
}

/** A framed layer without its fill: what lies first in it is the layer itself, the members come after. */
function emptied({ marks: [layer, ...members], ...part }: ScenePart): ScenePart {
  return {
    ...part,
    marks: layer?.shape === 'rect' ? [{ ...layer, hatch: 'air' }, ...members] : [...members],
  };
}

/** Room of the section of a wall while it is built, one of several beside each other, m. */
const STAGE: Room = { width: 0.058, height: 0.055 };

/**
 * The section of a wall as far as it is built.
 *
 * @param up ids of the layers that are up; the others are left out
 * @param hollow ids of those whose cavities are not filled yet
 */
export function drawnStage(
  wall: ResolvedWall,
  units: UnitSystem,
  up: ReadonlySet<string>,
  hollow: ReadonlySet<string> = new Set(),
  room: Room = STAGE,
): Drawn {
  const stretch = stretchOf(wall);
  const scene = wallSection(wall, stretch);
  const scale = fittingScale(scene, room, units, 1 / 2);
  const parts = scene.parts
    .filter(({ id }) => up.has(id))
    .map((part) => (hollow.has(part.id) ? emptied(part) : part));
  return { scene: { ...scene, parts }, scale };
}

/** The section of an edge for paper. @param name what a person calls a layer of the wall */
export function drawnEdge(
  section: EdgeSection,
  units: UnitSystem,
  name?: (id: string) => string,
  room: Room = ROOM.edge,
): Drawn {
  const { x0, x1, y0, y1 } = section.frame;
  const scale = fittingScale({ width: x1 - x0, height: y1 - y0 }, room, units, 1 / 2);
  return { scene: notedEdge(section, scale.ratio, name), scale };
}

/** An elevation for paper. @param shown which layers */
export function drawnElevation(
  layout: ElevationLayout,
  units: UnitSystem,
  shown: ReadonlySet<ElevationLayer>,
  room: Room = ROOM.elevation,
): Drawn {
  const tall = Math.max(...layout.framing.outline.top.map(([, z]) => z));
  const scale = fittingScale({ width: layout.elevation.length, height: tall }, room, units, 1 / 10);
  return { scene: notedElevation(layout, scale.ratio, units, shown), scale };
}

/** The plate of an elevation for paper. */
export function drawnPlate(
  layout: ElevationLayout,
  units: UnitSystem,
  room: Room = ROOM.elevation,
): Drawn {
  const size = { width: layout.elevation.length, height: 0 };
  const scale = fittingScale(size, room, units, 1 / 10);
  return { scene: notedPlate(layout, scale.ratio, units), scale };
}
