import { resistancesAt } from '../../physics/steady-heat/index.ts';
import { tradeOf, type Trade } from '../../assembly/trade/index.ts';
import { laidParts, type AssemblyParts } from '../layout/index.ts';
import { conductivityAt, isInsulation } from '../../physics/materials/index.ts';
import {
  frameEnd,
  isAirBarrier,
  mainFrameLayers,
  outsideBoards,
  waterBarriers,
  waterLine,
  type ResolvedLayer,
  type ResolvedWall,
} from '../../physics/build-up/index.ts';
import type { Details, EdgeFinding } from './types.ts';
import { say } from '../../common/units/index.ts';

/** A layer by its depths from the inner face, m. */
export interface Band {
  layer: ResolvedLayer;
  from: number;
  to: number;
  /** Of what fills it, and of the wood that an edge adds to the frame, W/(m·K); null where it does not count for heat. */
  fill: number | null;
  wood: number | null;
}

/** A wall as its edges see it: where its planes lie, from the inner face, m. */
export interface Stack {
  wall: ResolvedWall;
  trade: Trade;
  parts: AssemblyParts;
  bands: Band[];
  frame: { from: number; to: number } | null;
  /** Outer face of the sheathing, else of the frame. */
  sheathing: number;
  boards: { from: number; to: number };
  /** Outer face of the drained gap, else of the boards. */
  gap: number;
  total: number;
  /** Outer face of what counts for heat. */
  counted: number;
  air: Band | null;
  water: Band | null;
  /** From the innermost to the outermost insulation. */
  insulation: { from: number; to: number } | null;
  /** Through the fill, W/(m²·K): what ψ comes on top of. */
  u: number;
  /** Width of studs and thickness of plates, m. */
  stud: number;
  plate: number;
  steel: boolean;
  findings: EdgeFinding[];
}

/** Thickness of plates and studs where the assembly has none, m. */
const PLATE = 0.0381;

/**
 * The planes of a wall.
 *
 * @param wall resolved
 * @param trade figures of the house
 * @param controls which of its layers are the air and the water barrier, where somebody says it
 */
export function stackOf(
  wall: ResolvedWall,
  controls: NonNullable<Details['controls']>[string] = {},
  trade: Trade = tradeOf({}),
): Stack {
  const parts = laidParts(wall);
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const resistances = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  const mean = (indoorTemperature + outdoorTemperature) / 2;
  let depth = 0;
  const bands = wall.layers.map((layer, i): Band => {
    const from = depth;
    depth += layer.thickness;
    const counts = i < wall.counted;
    return {
      layer,
      from,
      to: depth,
      fill: counts ? layer.thickness / resistances.fill[i]! : null,
      wood: counts && layer.member ? conductivityAt(layer.member.excess, mean) : null,
    };
  });
  const at = (layer: ResolvedLayer | null | undefined): Band | null =>
    layer ? bands[layer.index]! : null;
  const framed = mainFrameLayers(wall);
  const frame = framed.length > 0 ? { from: at(framed[0])!.from, to: at(framed.at(-1))!.to } : null;
  const outside = frameEnd(wall);
  const frameTo = bands[outside]?.to ?? 0;
  const sheathing = at(parts.sheathing)?.to ?? frameTo;
  const boards = outsideBoards(wall);
  const boardsFrom = at(boards[0])?.from ?? Math.max(sheathing, at(parts.membrane?.layer)?.to ?? 0);
  const boardsTo = at(boards.at(-1))?.to ?? boardsFrom;
  const insulating = wall.layers
    .slice(0, wall.counted)
    .filter(({ fill, fillId }) => fill && isInsulation(fillId!, fill))
    .map((layer) => bands[layer.index]!);
  const findings: EdgeFinding[] = [];
  const airs = wall.layers.filter(isAirBarrier);
  const waters = waterBarriers(wall);
  const films = wall.innerFilm + wall.outerFilm;
  return {
    wall,
    trade,
    parts,
    bands,
    frame,
    sheathing,
    boards: { from: boardsFrom, to: boardsTo },
    gap: at(parts.furring)?.to ?? Math.max(boardsTo, bands[wall.counted]?.to ?? 0, boardsFrom),
    total: depth,
    counted: bands[wall.counted - 1]?.to ?? 0,
    air: at(chosen('air', controls.air, airs, usualAir(parts, airs), findings)),
    water: at(chosen('water', controls.water, waters, waterLine(wall), findings)),
    insulation:
      insulating.length > 0 ? { from: insulating[0]!.from, to: insulating.at(-1)!.to } : null,
    u: 1 / resistances.fill.reduce((sum, r) => sum + r, films),
    stud: parts.frame?.width ?? PLATE,
    plate: parts.frame?.steel ? parts.frame.width : PLATE,
    steel: parts.frame?.steel ?? false,
    findings,
  };
}

/** At the sheathing where it can be there, else by the outermost layer that can. */
function usualAir(
  { sheathing, membrane }: AssemblyParts,
  airs: readonly ResolvedLayer[],
): ResolvedLayer | null {
  for (const layer of [sheathing, membrane?.layer ?? null])
    if (layer && airs.includes(layer)) return layer;
  return airs.at(-1) ?? null;
}

/**
 * The water line of a wall in a house: what its details designate where that can serve, else the usual one.
 *
 * @param controls of the wall's assembly
 */
export const waterLineIn = (
  wall: ResolvedWall,
  controls: NonNullable<Details['controls']>[string] = {},
): ResolvedLayer | null =>
  chosen('water', controls.water, waterBarriers(wall), waterLine(wall), []);

/** The layer that somebody chose, where it is there and can serve; else the usual one, and what is wrong is said. */
function chosen(
  line: 'air' | 'water',
  id: string | undefined,
  able: readonly ResolvedLayer[],
  usual: ResolvedLayer | null,
  findings: EdgeFinding[],
): ResolvedLayer | null {
  if (id === undefined) {
    if (!usual)
      findings.push({
        id: `no-${line}`,
        status: 'fail',
        title:
          line === 'air' ? say`No layer is the air barrier` : say`No layer is the water barrier`,
        reason: say`No edge can carry on what the wall does not have.`,
      });
    return usual;
  }
  const found = able.find((layer) => layer.id === id);
  if (found) return found;
  findings.push({
    id: `gone-${line}`,
    status: 'fail',
    title: say`Layer “${id}”, chosen as the ${line} barrier, is gone or cannot serve`,
    reason: usual
      ? say`Traced through layer “${usual.id}” instead. Choose again.`
      : say`No other layer can.`,
  });
  return usual;
}
