/** A table of [x, y] pairs, x rising. */
export type Table = [number, number][];

/** How a material lets vapor through: exactly one of the four. */
export type Vapor =
  { mu: number } | { muTable: Table } | { permeance: number } | { permeanceTable: Table };

/** How readily mold grows on a material (ASHRAE 160-2016, 6.1). */
export type MoldClass = 'very-sensitive' | 'sensitive' | 'medium-resistant' | 'resistant';

/** Most readily first. */
export const MOLD_CLASSES: readonly MoldClass[] = [
  'very-sensitive',
  'sensitive',
  'medium-resistant',
  'resistant',
];

export type Role =
  | 'interior-finish'
  | 'service-layer'
  | 'vapor-control'
  | 'air-barrier'
  | 'cavity-insulation'
  | 'structure'
  | 'sheathing'
  | 'wrb'
  | 'continuous-insulation'
  | 'drainage'
  | 'furring'
  | 'cladding';

export const ROLES: readonly Role[] = [
  'interior-finish',
  'service-layer',
  'vapor-control',
  'air-barrier',
  'cavity-insulation',
  'structure',
  'sheathing',
  'wrb',
  'continuous-insulation',
  'drainage',
  'furring',
  'cladding',
];

/**
 * A material. The first part is what a wall file needs (SI: W/(m·K), kg/m³, J/(kg·K), kg/(s·m²·Pa));
 * the rest is what the library knows besides and a file may leave out.
 */
export interface Material {
  name: string;
  category?: string;
  conductivity?: number;
  conductivityTable?: Table;
  density?: number;
  specificHeat?: number;
  /** Null is a figure that nobody has said: what follows from it is not known, and no usual figure stands for it. */
  vapor: Vapor | null;
  sorption?: Table;
  /** Liquid transport: [water content kg/m³, diffusivity m²/s]. */
  liquid?: { diffusivity: Table };
  /**
   * How it takes up rain: the water absorption coefficient of EN ISO 15148, kg/(m²·√s), and the water it then holds
   * (free saturation), kg/m³.
   */
  waterAbsorption?: { coefficient: number; saturation: number };
  /** What each kg/m³ of water adds to the conductivity, W/(m·K), in the transient simulation. */
  conductivityPerWater?: number;

  perms?: { dry: number; wet: number; thickness: number };
  airPermeance?: number;
  emissivity?: number;
  solarAbsorptance?: number;
  moldClass?: MoldClass;
  thicknesses?: number[];
  width?: number;
  roles?: Role[];
  exposure?: { maxUvDays: number | null; wettingTolerant: boolean };
  combustible?: boolean;
  foamPlastic?: boolean;
  labeledRPerInch?: number;
  agedRPerInch?: number;
  /** Set where a file takes the label's or the aged conductivity instead of the design value. */
  basis?: 'label' | 'aged';
  composition?: { material: string; thickness: number }[];
  gwp?: { value: number; per: string };
  /** `waste` is the share bought beyond what is built in, `labor` USD/m² for placing it: a price book's. */
  cost?: {
    usd: number;
    per: 'm2' | 'm3';
    thickness?: number;
    waste?: number;
    labor?: number;
    kind?: string;
  };
  installMinutesPerM2?: number;
  source?: string;
  confidence?: string;
  note?: string;
  /** Other words builders use for it; the quick line and the shelf search them. */
  aliases?: string[];
}

export type Materials = Readonly<Record<string, Material>>;

/** A material of which somebody has said how it lets vapor through. */
export type SaidMaterial = Material & { vapor: Vapor };

/** Whether somebody has said how it lets vapor through. */
export const saysVapor = (material: Material): material is SaidMaterial => material.vapor !== null;

/** What one material costs on site. */
export interface Price {
  /** USD for a unit. */
  usd: number;
  per: 'm2' | 'm3';
  /** With `m2`: the thickness that the price is for, m. */
  thickness?: number;
  /** What is bought and not built in, share of what is: 0.05 is 5 %. */
  waste?: number;
  /** Labor for a square metre of wall, min. */
  minutes?: number;
  /** Set where it is a demo figure and no quotation. */
  demo?: boolean;
  /** Where it comes from. */
  source?: string;
}

/** What materials and labor cost. A material that is not here keeps the demo price of the library. */
export interface Prices {
  /** USD an hour; 0 or nothing leaves labor out of the cost. */
  laborRate?: number;
  /** By material id. */
  prices: Record<string, Price>;
}
