import { assess } from '../../assembly/assessment/index.ts';
import { FRAME_SYSTEMS, frameCommands } from '../../assembly/framing/index.ts';
import { judge, type MoistureStatus } from '../../assembly/judgment/index.ts';
import {
  laidParts,
  layoutElevation,
  type ElevationLayout,
  type HouseRules,
} from '../layout/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import type { Trade } from '../../assembly/trade/index.ts';
import type { UnitSystem } from '../../common/units/index.ts';
import { applyCommands, type Command } from '../../assembly/wall/index.ts';
import { findMaterial, resolveWall, type WallFile } from '../../physics/build-up/index.ts';
import { checkServices } from './checks.ts';
import { battenLayers } from './room.ts';

/** The walls of one assembly with a service cavity, or without one. */
export interface CavitySide {
  /** Services that fit, of how many. */
  fit: number;
  of: number;
  /** Boxes and runs that pierce the insulation and its air barrier, and the time to seal them one by one, min. */
  sealed: number;
  sealing: number;
  moisture: MoistureStatus;
  /** Effective R of the assembly, m²K/W. */
  r: number;
  /** m */
  thickness: number;
  /** Materials over the net area of the walls, USD; what has no price is left out. */
  cost: number;
}

export interface CavityChoice {
  without: CavitySide;
  with: CavitySide;
  /** Floor that the battens take, m². */
  floor: number;
  /** What adds the battens to the assembly, or takes them out. */
  commands: Command[];
}

/**
 * A service cavity against none, for the walls of one assembly: what fits, what is sealed one by one, what it costs.
 *
 * @param file of the assembly
 * @param layouts of the walls that are built so
 */
export function cavityChoice(
  file: WallFile,
  layouts: readonly ElevationLayout[],
  rules: HouseRules,
  trade: Trade,
  system: UnitSystem,
  materials: Materials = {},
): CavityChoice | null {
  const has = battenLayers(resolveWall(file, materials));
  const frame = FRAME_SYSTEMS.find(
    (one) => one.role === 'added' && one.units === system && /service/.test(one.id),
  );
  if (!frame) return null;
  const commands: Command[] =
    has.length > 0
      ? has.map(({ id }) => ({ type: 'removeLayer', id }))
      : frameCommands(file, frame, (id) => findMaterial(id, file, materials));
  const other = applyCommands(file, commands);
  const [without, within] = has.length > 0 ? [other, file] : [file, other];
  const battens = battenLayers(resolveWall(within, materials)).reduce(
    (sum, { thickness }) => sum + thickness,
    0,
  );
  return {
    without: sideOf(without),
    with: sideOf(within),
    floor: layouts.reduce((sum, { elevation }) => sum + elevation.length, 0) * battens,
    commands,
  };

  function sideOf(wall: WallFile): CavitySide {
    const assessment = assess(wall, materials);
    const parts = laidParts(assessment.wall);
    const battensIn = battenLayers(assessment.wall).length > 0;
    const side: CavitySide = {
      fit: 0,
      of: 0,
      sealed: 0,
      sealing: 0,
      moisture: judge(assessment).moisture,
      r: assessment.thermal.effective.r,
      thickness: assessment.quantities.thickness,
      cost: 0,
    };
    for (const { elevation, share } of layouts) {
      const services = (elevation.services ?? []).map((one) => ({
        ...one,
        in: battensIn ? ('battens' as const) : ('frame' as const),
      }));
      const laid = layoutElevation({ ...elevation, services }, parts, rules);
      const checks = checkServices(laid, trade);
      const wrong = new Set(checks.conflicts.map(({ at }) => at));
      side.of += services.length;
      side.fit += services.length - wrong.size;
      side.sealed += checks.sealed;
      side.cost += assessment.quantities.cost * share.area.net;
    }
    side.sealing = side.sealed * trade('box-sealing');
    return side;
  }
}
