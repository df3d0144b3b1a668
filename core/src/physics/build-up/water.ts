import {
  atLeastAsSold,
  claddingNeeds,
  isInsulation,
  isLapSiding,
  rolesOf,
  type DirectlyOnWall,
} from '../materials/index.ts';
import { claddingLayer, isCoat } from './control-layers.ts';
import { frameEnd } from './main-frame.ts';
import { shellSkin } from './outside.ts';
import { onceFor, type ResolvedLayer, type ResolvedWall } from './resolve.ts';

// Where rain is kept out of a wall, where it runs down, and what of it the cladding keeps: told here once, for rules,
// simulation, cladding systems, edges and what is said of them.

/**
 * The least free depth in which water runs down instead of hanging by its surface tension, m. Tested drainable wraps and
 * ribbons of adhesive under insulated finishes have 0.8 to 2 mm (ASTM E2273, E2925).
 */
const DRAINS_FROM = 0.0008;

/** A house wall under its eaves: the factor on the driven rain (ASHRAE 160-2016, 4.6). */
export const EAVES = 0.35;

/** Masonry of one leaf keeps rain out from this thickness on, m; of two leaves whatever theirs. */
const MASS = 0.2;

/** A cladding takes up rain from this A on, kg/(m²·√s): 0.5 kg/(m²·√h), above which none is called water-repellent (DIN 4108-3). */
const TAKES_UP = 0.5 / 60;

/** Minerals of which no absorption is stated take up rain from this thickness, m, and density, kg/m³, on, up to this μ. */
const MINERAL = { thickness: 0.0096, density: 1100, mu: 1000 };

const roles = ({ fill, fillId }: ResolvedLayer): readonly string[] =>
  fill ? rolesOf(fillId!, fill) : [];

/**
 * Whether water that gets into a layer runs down in it: a space from about 1 mm of free depth, still or not, since what
 * drains need not dry; or what is made to drain, a mat, a texture, grooves, and boards of mineral fibers.
 */
function drains(layer: ResolvedLayer): boolean {
  if (!layer.fill) return layer.thickness >= DRAINS_FROM;
  return roles(layer).includes('drainage') || layer.fill.category === 'mineral-board';
}

/** Whether a membrane or a coat of it sticks to what is behind it all over, so that a hole stays of its own size. */
export function isAdhered({ fill, fillId }: ResolvedLayer): boolean {
  if (!fill) return false;
  return (
    fill.category === 'wood-panel' ||
    fill.category === 'composite' ||
    fill.category === 'metal' ||
    fill.category === 'spray-foam' ||
    /adhered|adhesive|butyl|liquid|fluid|peel/i.test(`${fillId!} ${fill.name}`)
  );
}

/** Whether it is a sheet that hangs loose, with flaps that lap over flashings. */
export const isLooseWrap = (layer: ResolvedLayer): boolean =>
  layer.fill?.category === 'membrane' && !isAdhered(layer);

/** What flashings lap and tapes stick to, as a crew calls it. `membrane`, `panel face` */
export function waterLineWord(line: ResolvedLayer | null | undefined): string {
  switch (line?.fill?.category) {
    case 'wood-panel':
    case 'composite':
    case 'gypsum':
      return 'panel face';
    case 'rigid-foam':
    case 'wood-fiber':
    case 'board-insulation':
      return 'board face';
    case 'metal':
      return 'steel skin';
    case 'masonry':
      return 'masonry';
    default:
      return line && isPlaster(line) ? 'finish' : 'membrane';
  }
}

const isMasonry = ({ source, fill }: ResolvedLayer): boolean =>
  source.kind === 'sheet' && fill?.category === 'masonry';

/** Plaster on boards of insulation, which keeps rain out by its own face where nothing else does: the finish, or null. */
export function finishOnBoards(wall: ResolvedWall): ResolvedLayer | null {
  const finish = claddingLayer(wall);
  if (!finish || !/eifs|render/.test(claddingNeeds(finish.fillId!)?.id ?? finish.fillId!))
    return null;
  const behind = wall.layers[finish.index - 1];
  return behind?.source.kind === 'sheet' && behind.fill && isInsulation(behind.fillId!, behind.fill)
    ? finish
    : null;
}

/**
 * Masonry that keeps rain out by its mass: at least two leaves or 200 mm, with nothing outside it but plaster, render and
 * coats that stand on it. It is judged by frost, by its inner face and by beam ends, not by a membrane.
 *
 * @returns its outermost layer, or null
 */
export function massMasonry(wall: ResolvedWall): ResolvedLayer | null {
  return onceFor(wall, computeMass).layer;
}

function computeMass(wall: ResolvedWall): { layer: ResolvedLayer | null } {
  const outermost = wall.layers.findLast(isMasonry);
  if (!outermost || outermost.index <= frameEnd(wall)) return { layer: null };
  const bare = wall.layers
    .slice(outermost.index + 1)
    .every((layer) => layer.source.kind === 'sheet' && (isCoat(layer) || isPlaster(layer)));
  const leaves = wall.layers.slice(frameEnd(wall) + 1).filter(isMasonry);
  const enough =
    leaves.length > 1 ||
    atLeastAsSold(
      leaves.reduce((sum, { thickness }) => sum + thickness, 0),
      MASS,
    );
  return { layer: bare && enough ? outermost : null };
}

/** Whether a layer is plaster, stucco or render, by what it is called. */
export const isPlaster = ({ fill, fillId }: ResolvedLayer): boolean =>
  fill !== null && /stucco|render|plaster/i.test(`${fillId!} ${fill.name}`);

/** What can be the water barrier, the better first: made as a membrane, on a panel, a skin of steel, mass, a taped board, a finish. */
function barrierRank(wall: ResolvedWall, layer: ResolvedLayer): number | null {
  if (layer.index <= frameEnd(wall)) return null;
  if (layer.id === shellSkin(wall)?.id) return 2;
  if (layer.id === massMasonry(wall)?.id) return 3;
  if (layer.id === finishOnBoards(wall)?.id) return 5;
  const [first, ...others] = roles(layer);
  if (first === 'wrb') return 0;
  if (!others.includes('wrb')) return null;
  // Boards of wood fibers shed rain where a gap stands before them.
  if (
    layer.fill?.category === 'wood-fiber' &&
    !wall.layers.slice(layer.index + 1).some(({ fill }) => !fill)
  )
    return null;
  return first === 'sheathing' ? 1 : first === 'cladding' ? 2 : 4;
}

/**
 * Layers outside the frame that can be the water barrier: membranes made for it, liquid films, coated panels and foam with
 * taped joints, weather boards behind a gap, skins of steel, finishes on insulation, and masonry by its mass.
 */
export function waterBarriers(wall: ResolvedWall): readonly ResolvedLayer[] {
  return onceFor(wall, computeBarriers);
}

const computeBarriers = (wall: ResolvedWall): ResolvedLayer[] =>
  wall.layers.filter((layer) => barrierRank(wall, layer) !== null);

/**
 * The water line: the barrier that windows and penetrations are flashed to. Of what can be it, what is made to be it: the
 * outermost membrane, of two papers on each other the inner one, else a coated panel, a skin of steel, masonry, a taped
 * board, a finish. A house’s details may designate another.
 */
export function waterLine(wall: ResolvedWall): ResolvedLayer | null {
  return onceFor(wall, computeLine).layer;
}

function computeLine(wall: ResolvedWall): { layer: ResolvedLayer | null } {
  const able = waterBarriers(wall);
  const rank = (layer: ResolvedLayer): number => barrierRank(wall, layer)!;
  const best = Math.min(...able.map(rank));
  let layer = able.findLast((one) => rank(one) === best) ?? null;
  if (layer && best === 0)
    while (able.some((one) => one.index === layer!.index - 1 && rank(one) === 0))
      layer = wall.layers[layer.index - 1]!;
  return { layer };
}

/** How rain that passes a cladding gets down again before it reaches the sheathing. */
export interface Drainage {
  /** The layer in which it runs down. */
  layer: ResolvedLayer;
  by: 'space' | 'texture' | 'laps';
}

/**
 * Where rain runs down outside the water line: in the outermost space, mat or texture, in fibers, behind laps that stand
 * on the wall; on a face that is outermost itself.
 *
 * @returns null where nothing drains
 */
export function drainageOf(wall: ResolvedWall): Drainage | null {
  return onceFor(wall, computeDrainage).drainage;
}

function computeDrainage(wall: ResolvedWall): { drainage: Drainage | null } {
  const line = waterLine(wall);
  const from = line && line.id !== finishOnBoards(wall)?.id ? line.index : frameEnd(wall) + 1;
  const layer = wall.layers.slice(from).findLast(drains);
  if (layer) return { drainage: { layer, by: layer.fill ? 'texture' : 'space' } };
  const laps = lapsOnWall(wall);
  return { drainage: laps && { layer: laps, by: 'laps' } };
}

/** The gap behind the cladding: the outermost layer of air that is not still, or null. */
export function ventilatedGap(wall: ResolvedWall): ResolvedLayer | null {
  return wall.layers.findLast(({ fill, ventilation }) => !fill && ventilation !== 'still') ?? null;
}

/** Lap siding that stands directly on the wall, so that air and water move only behind its laps; else null. */
export function lapsOnWall(wall: ResolvedWall): ResolvedLayer | null {
  const cladding = claddingLayer(wall);
  if (!cladding || !isLapSiding(cladding.fillId!, cladding.fill!)) return null;
  const behind = wall.layers[cladding.index - 1];
  return behind && behind.fill !== null ? cladding : null;
}

/** Coats that close a plaster to the vapor that it should give off. */
const FILM = /acrylic|elastomeric/i;

/** How a wall’s cladding stands on it where no space is behind it: by its kind, as coated. @param cladding of the wall */
export function directlyOnWall(wall: ResolvedWall, cladding: ResolvedLayer): DirectlyOnWall {
  const { fillId, fill } = cladding;
  const words = `${fillId!.replaceAll('-', ' ')} ${fill!.name}`;
  const known =
    claddingNeeds(fillId!)?.direct ??
    (isLapSiding(fillId!, fill!)
      ? 'laps'
      : /stone|brick/i.test(words)
        ? 'bonded'
        : /stucco|plaster/i.test(words)
          ? 'plaster'
          : 'flat');
  const filmed =
    FILM.test(words) ||
    wall.layers
      .slice(cladding.index + 1)
      .some((coat) => isCoat(coat) && FILM.test(`${coat.fillId!} ${coat.fill!.name}`));
  return known === 'plaster' && filmed ? 'bonded' : known;
}

/**
 * What stores rain: the outermost layer of a wall where it takes up water. A coat of paint or of elastomer on it keeps
 * rain out of it, though it holds back drying as well; masonry under insulation or roofing is no face.
 *
 * @returns null where the face sheds what it gets
 */
export function rainStore({ layers }: ResolvedWall): ResolvedLayer | null {
  const layer = layers.at(-1);
  if (layer?.source.kind !== 'sheet' || !layer.fill || isCoat(layer)) return null;
  const { waterAbsorption, vapor, density } = layer.fill;
  if (waterAbsorption) return waterAbsorption.coefficient > TAKES_UP ? layer : null;
  const mineral =
    'mu' in vapor &&
    vapor.mu < MINERAL.mu &&
    (density ?? 0) >= MINERAL.density &&
    layer.thickness >= MINERAL.thickness &&
    (roles(layer).includes('cladding') || layer.fill.category === 'masonry');
  return mineral ? layer : null;
}

/** A smooth water barrier with flat foam right outside it: water between them has no way down. */
export interface SmoothContact {
  barrier: ResolvedLayer;
  foam: ResolvedLayer;
}

/** Flat foam on a smooth membrane, film or coated panel; spacers, grooves, textures and mats between them cure it. Null without. */
export function smoothContact(wall: ResolvedWall): SmoothContact | null {
  for (const foam of wall.layers.slice(1, wall.counted)) {
    if (foam.source.kind !== 'sheet' || foam.fill?.category !== 'rigid-foam' || drains(foam))
      continue;
    const barrier = wall.layers[foam.index - 1]!;
    const rank = barrierRank(wall, barrier);
    if ((rank === 0 || rank === 1) && barrier.fill && !drains(barrier)) return { barrier, foam };
  }
  return null;
}
