import {
  isWood,
  LIBRARY,
  type Material,
  type SaidMaterial,
  type Table,
} from '../materials/index.ts';
import { type ResolvedLayer, type ResolvedWall, inMainFrame } from '../build-up/index.ts';
import type { HygroPath } from './types.ts';

/** Points of the table that stands for Künzel's curve. */
const STEPS = 64;

/** A metal lets heat through so well that one dimension says nothing of it, W/(m·K). */
const METAL = 10;

/**
 * Liquid diffusivity by water content of a material that takes up rain (Künzel, Simultaneous heat and moisture
 * transport in building components, 1995, eq. 35): D = 3.8·(A/w_f)²·1000^(w/w_f − 1).
 *
 * @param coefficient A of EN ISO 15148, kg/(m²·√s)
 * @param saturation w_f, free saturation, kg/m³
 * @returns [kg/m³, m²/s]
 */
export function suctionDiffusivity({
  coefficient,
  saturation,
}: NonNullable<Material['waterAbsorption']>): Table {
  return Array.from({ length: STEPS + 1 }, (_, i): [number, number] => {
    const share = i / STEPS;
    return [share * saturation, 3.8 * (coefficient / saturation) ** 2 * 1000 ** (share - 1)];
  });
}

/** The same material with the water it holds and moves when rain wets it. */
function absorbing(material: SaidMaterial): SaidMaterial {
  const { waterAbsorption, sorption } = material;
  if (!waterAbsorption || !sorption) return material;
  const { saturation } = waterAbsorption;
  const below = sorption.filter(([humidity, water]) => humidity < 1 && water < saturation);
  return {
    ...material,
    sorption: [...below, [1, saturation]],
    liquid: material.liquid ?? { diffusivity: suctionDiffusivity(waterAbsorption) },
  };
}

/**
 * Liquid transport that is offered for wood panels which state none: typical uptake by their faces (EN ISO 15148),
 * kg/(m²·√s) and kg/m³. Products differ by a factor of three; edges take up far more.
 */
const PANEL_LIQUID: Record<string, NonNullable<Material['waterAbsorption']>> = {
  osb: { coefficient: 0.0022, saturation: 470 },
  'osb-coated': { coefficient: 0.001, saturation: 470 },
  plywood: { coefficient: 0.0035, saturation: 450 },
};

/** The sorption of softwood for each kg of it, which wood that does not say is given. */
const WOOD = LIBRARY['softwood']!;

/**
 * The layers that a simulation goes through: along the members of the main frame where it is asked to, masonry that
 * takes up rain where rain wets the cladding, and wood that does not say what water it holds with that of softwood.
 *
 * @param panelLiquid whether wood panels that state no liquid transport take a generic one
 * @returns the wall with those layers, and what was taken for it
 */
export function alongPath(
  wall: ResolvedWall,
  path: HygroPath,
  wetFacade: boolean,
  panelLiquid = false,
): { wall: ResolvedWall; notes: string[] } {
  const notes = new Set<string>();
  const layers = wall.layers.map((layer): ResolvedLayer => {
    const through =
      path === 'member' && layer.member && inMainFrame(wall, layer)
        ? { fill: layer.member.material, fillId: layer.member.shape.material }
        : { fill: layer.fill, fillId: layer.fillId };
    let { fill } = through;
    if (!fill) return layer;
    if (through.fill !== layer.fill && (fill.conductivity ?? 0) > METAL)
      notes.add(
        `${fill.name}: through metal, one dimension overstates the cold far beyond what the section says.`,
      );
    if (!fill.sorption && fill.density && isWood(through.fillId!, fill)) {
      const share = fill.density / WOOD.density!;
      notes.add(`${fill.name} has no sorption data: that of softwood is taken, by its density.`);
      fill = {
        ...fill,
        sorption: WOOD.sorption!.map(([x, y]): [number, number] => [x, share * y]),
      };
    }
    const panel = PANEL_LIQUID[through.fillId!];
    if (panel && !fill.liquid && fill.sorption) {
      if (panelLiquid) {
        fill = absorbing({ ...fill, waterAbsorption: panel });
        notes.add(`${fill.name}: generic liquid transport is taken, with low confidence.`);
      } else
        notes.add(`${fill.name} has no liquid transport here: water in it moves as vapor only.`);
    }
    return { ...layer, fill: wetFacade ? absorbing(fill) : fill, fillId: through.fillId };
  });
  return { wall: { ...wall, layers, memo: new Map(), ofCounted: new Map() }, notes: [...notes] };
}
