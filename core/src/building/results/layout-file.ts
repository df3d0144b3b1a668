import { tradeOf } from '../../assembly/trade/index.ts';
import type { House } from '../house/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import { messageText, type UnitSystem } from '../../common/units/index.ts';
import { assemblyParts, countedHeat, layoutHouse, meanU } from '../layout/index.ts';
import { checkServices } from '../services/index.ts';
import { takeoffOf } from '../takeoff/index.ts';

/**
 * A house laid out, as a file: every member, sheet, strip and board, what is bought, and what is wrong.
 *
 * @param house a validated house file
 * @param system of the numbers in what is said
 * @throws InputError for a material that does not exist
 * @see docs/house-file.md
 */
export function layoutFile(
  house: House,
  projectMaterials: Materials = {},
  system: UnitSystem = 'metric',
) {
  const laid = layoutHouse(house, assemblyParts(house.assemblies, projectMaterials));
  const takeoff = takeoffOf(laid.elevations, house, { planned: true });
  const trade = tradeOf(house);
  const services = laid.elevations.map((one) => checkServices(one, trade));
  const heatOf = countedHeat(projectMaterials);
  const heats = laid.elevations.map(({ parts, framing, share }) => ({
    share,
    heat: heatOf(parts, framing, share),
  }));
  const said = (all: (typeof laid.elevations)[number]['conflicts']) =>
    all.map(({ at, message }) => ({ at, message: messageText(message, system) }));
  return {
    format: 'eldrun-layout',
    version: 1,
    elevations: laid.elevations.map((one, n) => ({
      id: one.elevation.id,
      area: one.share.area,
      members: one.framing.members,
      framing: { area: one.share.wood, factor: one.share.factor },
      heat: heats[n]!.heat,
      plateSheet: one.plateSheet,
      sheets: { sheathing: one.sheathing, outside: one.boards },
      membrane: one.membrane,
      furring: one.strips,
      courses: one.cladding.courses,
      panels: one.cladding.panels,
      boards: one.cladding.boards,
      controlJoints: one.cladding.control,
      fasteners: one.fasteners,
      services: {
        crossings: services[n]!.crossings,
        plates: services[n]!.plates,
        straps: services[n]!.straps,
      },
      conflicts: said([...one.conflicts, ...services[n]!.conflicts]),
      notes: said([...one.notes, ...services[n]!.notes]),
    })),
    heads: laid.heads,
    mean: {
      walls: meanU(heats),
      withOpenings: house.openingU ? meanU(heats, house.openingU) : null,
    },
    takeoff: takeoff.lines,
    problems: takeoff.problems,
  };
}

export type LayoutFile = ReturnType<typeof layoutFile>;
