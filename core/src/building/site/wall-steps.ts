import { rolesOf, type Role } from '../../physics/materials/index.ts';
import {
  claddingLayer,
  frameEnd,
  inMainFrame,
  isAirBarrier,
  shellSkin,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { Choices, StepFamily } from './types.ts';

/** A step as the layers of a wall ask for it, whatever the elevation. */
export interface WallStep {
  kind: string;
  family: StepFamily;
  /** Indoors first. */
  layers: ResolvedLayer[];
}

/** The steps of a wall: those outside its frame from the frame outward, and those at the frame and inside it. */
export interface WallSteps {
  outside: WallStep[];
  framing: WallStep;
  racking: WallStep | null;
  fill: WallStep | null;
  airBarrier: WallStep | null;
  finish: WallStep | null;
}

/** Ids of the materials that layers are made of. */
export const materialsIn = (layers: readonly ResolvedLayer[]): string[] =>
  layers.flatMap(({ fillId, source }) => [
    ...(fillId ? [fillId] : []),
    ...(source.kind === 'framed' ? [source.member.material] : []),
  ]);

/** A row of studs inside the main frame, and not battens for services, m. */
const INNER_ROW = 0.06;

const roles = ({ fill, fillId }: ResolvedLayer): readonly Role[] =>
  fill ? rolesOf(fillId!, fill) : [];

const category = ({ fill }: ResolvedLayer): string => fill?.category ?? '';

const isMembrane = (layer: ResolvedLayer): boolean =>
  layer.source.kind === 'sheet' &&
  category(layer) !== 'coating' &&
  (category(layer) === 'membrane' ||
    (['wrb', 'air-barrier', 'vapor-control'] as (Role | undefined)[]).includes(roles(layer)[0]));

const isInsulating = (layer: ResolvedLayer): boolean => {
  const all = roles(layer);
  return (
    all.includes('continuous-insulation') ||
    all.includes('cavity-insulation') ||
    (layer.member !== null && layer.fill !== null)
  );
};

/** A board that holds a frame square: wood panels and boards that say so. */
const isBoard = (layer: ResolvedLayer): boolean =>
  layer.source.kind === 'sheet' &&
  (['sheathing', 'structure'] as (Role | undefined)[]).includes(roles(layer)[0]);

/** What a layer outside the frame is there for; null where it goes with the next one that is. */
type Purpose = 'sheathing' | 'membrane' | 'insulation' | 'furring' | 'cladding' | null;

function purposeOf(layer: ResolvedLayer): Purpose {
  if (layer.member) return layer.fill ? 'insulation' : 'furring';
  if (!layer.fill) return null;
  const [first] = roles(layer);
  if (first === 'cladding') return 'cladding';
  if (first === 'drainage') return null;
  if (isBoard(layer)) return 'sheathing';
  if (isMembrane(layer)) return 'membrane';
  if (first === 'furring') return 'furring';
  if (isInsulating(layer)) return 'insulation';
  return null;
}

/**
 * The steps outside the frame, from the frame outward; each layer belongs to one. A mat or an air space goes with what
 * is put over it. Only one step is the sheathing and only one the membrane: a board over the membrane, or another one,
 * insulates or goes with what it lies on; a membrane right behind the sheathing goes up with it, and a second one with
 * what carries it.
 */
function outsideSteps(wall: ResolvedWall, from: number): WallStep[] {
  const layers = wall.layers.slice(from);
  const cladding = claddingLayer(wall)?.index ?? Infinity;
  const skin = shellSkin(wall);
  const purposes = layers.map((layer): Purpose => {
    if (layer === skin) return 'sheathing';
    return layer.index >= cladding ? 'cladding' : purposeOf(layer);
  });
  const lastInsulation = purposes.lastIndexOf('insulation');
  const sheathing = purposes.indexOf('sheathing');
  const steps: WallStep[] = [];
  let waiting: ResolvedLayer[] = [];
  let insulations = 0;
  const found = (family: StepFamily): WallStep | undefined =>
    steps.find((step) => step.family === family);
  const put = (family: StepFamily, layer: ResolvedLayer): void => {
    const kind = family === 'insulation' ? `insulation-${++insulations}` : family;
    steps.push({ kind, family, layers: [...waiting, layer] });
    waiting = [];
  };
  layers.forEach((layer, n) => {
    const last = steps.at(-1);
    const withLast = (): void => {
      if (last) last.layers.push(...waiting.splice(0), layer);
      else waiting.push(layer);
    };
    switch (purposes[n]!) {
      case 'sheathing':
        if (!found('sheathing') && !found('membrane')) return put('sheathing', layer);
        return isInsulating(layer) ? put('insulation', layer) : withLast();
      case 'membrane':
        if (n < sheathing && !purposes.slice(n, sheathing).includes('insulation'))
          return void waiting.push(layer);
        return found('membrane') ? withLast() : put('membrane', layer);
      case 'insulation':
        return put('insulation', layer);
      case 'furring':
        if (n < lastInsulation) return void waiting.push(layer);
        return found('furring') ? withLast() : put('furring', layer);
      case 'cladding':
        return found('cladding') ? withLast() : put('cladding', layer);
      case null:
        return void waiting.push(layer);
    }
  });
  const outermost = steps.at(-1);
  if (outermost) outermost.layers.push(...waiting);
  else if (waiting.length > 0)
    steps.push({ kind: 'sheathing', family: 'sheathing', layers: waiting });
  return steps;
}

/**
 * The steps that a wall takes.
 *
 * @param wall a resolved wall
 * @param racking the side that its racking board is on
 * @see the site file, rule 1
 */
export function wallSteps(wall: ResolvedWall, racking: Choices['racking']): WallSteps {
  const end = frameEnd(wall);
  // Without a frame the innermost layer that bears stands for it.
  const bears = wall.layers.findIndex((layer) => roles(layer).includes('structure'));
  const last = end >= 0 ? end : Math.max(bears, 0);
  const first =
    end >= 0 ? wall.layers.findIndex((layer) => inMainFrame(wall, layer)) : Math.max(bears, 0);
  const inside = wall.layers.slice(0, first);
  const barrier = inside.findLastIndex(isMembrane);
  // Rows of studs farther in belong to the frame; battens inside of the air barrier do not.
  const row = inside.findIndex(
    (layer, n) => n > barrier && layer.member !== null && layer.thickness >= INNER_ROW,
  );
  const frame = wall.layers.slice(row < 0 ? first : row, last + 1);
  const inner = wall.layers.slice(0, row < 0 ? first : row);
  const step = (kind: StepFamily, layers: ResolvedLayer[]): WallStep | null =>
    layers.length > 0 ? { kind, family: kind, layers } : null;
  const board = racking === 'inside' ? (inner.findLast((layer) => isBoard(layer)) ?? null) : null;
  const others = inner.filter((layer) => layer !== board);
  const tight = others.filter(
    (layer, n) =>
      isMembrane(layer) ||
      (isBoard(layer) && isAirBarrier(layer) && n > 0) ||
      (layer.source.kind === 'sheet' && isInsulating(layer)),
  );
  const filled = frame.filter(
    (layer) => layer.fill !== null && (layer.member !== null || isInsulating(layer)),
  );
  return {
    outside: outsideSteps(wall, last + 1),
    framing: { kind: 'framing', family: 'framing', layers: frame },
    racking: step('racking-inside', board ? [board] : []),
    fill: end >= 0 ? step('cavity-fill', filled) : null,
    airBarrier: step('air-barrier-inside', tight),
    finish: step(
      'inner-finish',
      others.filter((layer) => !tight.includes(layer)),
    ),
  };
}
