import type { Material } from '../../physics/materials/index.ts';
import type { ResolvedLayer, ResolvedMember, ResolvedWall } from '../../physics/build-up/index.ts';

/** What a square metre of one layer takes: USD, kg CO₂e from cradle to gate. Null where a figure is unknown. */
interface LayerQuantities {
  id: string;
  cost: number | null;
  carbon: number | null;
  /** Rough time for placing it, min. */
  minutes: number;
}

/** What a cost stands on: how many of the materials have a price of a price book, how many a demo price; whether labor is in. */
export interface CostBasis {
  own: number;
  demo: number;
  labor: boolean;
}

/** Sums over all layers, the ones outside an open gap too. */
export interface Quantities {
  /** Whole thickness, m. */
  thickness: number;
  /** Materials at demo prices, USD/m²; at those of a price book with its waste and labor, where there is one. */
  cost: number;
  /** Cradle to gate without biogenic storage, kg CO₂e/m². */
  carbon: number;
  /** Rough time for placing everything, min/m². */
  minutes: number;
  layers: LayerQuantities[];
  /** Ids of layers with a figure missing: the sums leave it out. */
  incomplete: string[];
}

/** Up to this thickness a price holds for the sheet whatever its thickness: membranes and coatings, m. */
const SHEET_PRICE_THICKNESS = 0.002;

/**
 * Thickness, cost and carbon of a square metre of wall.
 *
 * Price: by volume, or by area in proportion to the thickness it is quoted for (membranes and coatings as quoted), waste
 * and labor added where a price book has them. Carbon: gwp · density · thickness. Framed layers take the member's and the
 * fill's share of the volume; whoever places them goes over the whole wall.
 */
export function quantitiesOf(wall: ResolvedWall): Quantities {
  const layers = wall.layers.map((layer) => ({
    id: layer.id,
    cost: withLabor(layer, sumOver(layer, costOf)),
    carbon: sumOver(layer, carbonOf),
    minutes: placed(layer).reduce(
      (sum, { installMinutesPerM2 = 0 }) => sum + installMinutesPerM2,
      0,
    ),
  }));
  return {
    thickness: wall.layers.reduce((sum, layer) => sum + layer.thickness, 0),
    cost: layers.reduce((sum, layer) => sum + (layer.cost ?? 0), 0),
    carbon: layers.reduce((sum, layer) => sum + (layer.carbon ?? 0), 0),
    minutes: layers.reduce((sum, layer) => sum + layer.minutes, 0),
    layers,
    incomplete: layers.filter((l) => l.cost === null || l.carbon === null).map((l) => l.id),
  };
}

type Figure = (material: Material, thickness: number) => number | null;

function sumOver(layer: ResolvedLayer, figure: Figure): number | null {
  const { fill, member, thickness } = layer;
  const share = member ? memberVolumeShare(member, thickness) : 0;
  const ofFill = fill ? figure(fill, thickness) : 0;
  const ofMember = member ? figure(member.material, thickness) : 0;
  return ofFill === null || ofMember === null ? null : ofFill * (1 - share) + ofMember * share;
}

/**
 * Share of a framed layer's volume that its members take. Of a C-stud: web, flanges and lips over depth and spacing,
 * times the studs there are beyond the clear field.
 */
function memberVolumeShare(member: ResolvedMember, depth: number): number {
  const { shape } = member;
  if (shape.section === 'solid') return member.share;
  const { web, flange, lip = 0, spacing } = shape;
  const steel = web * (depth + 2 * (flange - web) + 2 * Math.max(0, lip - web));
  return Math.min(1, (steel / (depth * spacing)) * (member.share / member.clearShare));
}

/** What somebody places: the fill, the member, or both. */
const placed = ({ fill, member }: ResolvedLayer): Material[] => [
  ...(fill ? [fill] : []),
  ...(member ? [member.material] : []),
];

/** What the cost of a wall stands on. */
export function costBasis({ layers }: Pick<ResolvedWall, 'layers'>): CostBasis {
  const costs = [...new Set(layers.flatMap(placed))].flatMap(({ cost }) => (cost ? [cost] : []));
  const own = costs.filter(({ kind }) => kind === 'book').length;
  return { own, demo: costs.length - own, labor: costs.some(({ labor }) => labor) };
}

function withLabor(layer: ResolvedLayer, cost: number | null): number | null {
  return cost === null
    ? null
    : placed(layer).reduce((sum, material) => sum + (material.cost?.labor ?? 0), cost);
}

function costOf({ cost }: Material, thickness: number): number | null {
  if (!cost) return null;
  const bought = cost.usd * (1 + (cost.waste ?? 0));
  if (cost.per === 'm3') return bought * thickness;
  if (!cost.thickness || cost.thickness <= SHEET_PRICE_THICKNESS) return bought;
  return (bought * thickness) / cost.thickness;
}

function carbonOf({ gwp, density }: Material, thickness: number): number | null {
  return gwp && density !== undefined ? gwp.value * density * thickness : null;
}

/** What a cost stands on, in a few words. */
export const pricesWord = ({ own, demo }: CostBasis): string =>
  own === 0 ? 'demo prices' : demo === 0 ? 'own prices' : 'partly demo prices';
