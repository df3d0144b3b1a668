import data from '../../../data/fasteners.json' with { type: 'json' };
import type { Material } from '../../physics/materials/index.ts';
import { INCH } from '../../common/units/index.ts';
import type { Dowel, FastenerRule } from './types.ts';

/** A fastener as it is sold; generic sizes. m, Pa, USD. */
export interface SoldFastener extends Dowel {
  id: string;
  name: string;
  kind: FastenerRule;
  lengths: number[];
  holds: ('cladding' | 'furring')[];
  /** Whether its strength is published. */
  rated: boolean;
  /** Of the thread at its tip, m; the whole length where none is said. */
  thread?: number;
  usd: { each: number; perLength: number };
  conductivity: number;
  source: string;
  confidence: string;
  note?: string;
}

/** A bracket or clip that holds rails through the insulation; χ in W/K. */
export interface Bracket {
  id: string;
  name: string;
  chi: number;
  range: [number, number];
  source: string;
  confidence: string;
}

export const FASTENERS = data.fasteners as SoldFastener[];
export const BRACKETS = data.brackets as Bracket[];

const BY_ID = new Map(FASTENERS.map((one) => [one.id, one]));

export const fastenerOf = (id: string): SoldFastener | undefined => BY_ID.get(id);

/** Demo price of one, USD: longer ones cost more. @param length m */
export const fastenerPrice = ({ usd }: SoldFastener, length: number): number =>
  usd.each + usd.perLength * (length / INCH);

/** The shortest length sold that is at least so long, m, or null. */
export const nextLength = ({ lengths }: SoldFastener, least: number): number | null =>
  lengths.find((length) => length >= least - 1e-6) ?? null;

/** Id of a fastener of a length as goods: of the length sold that is at least so long. */
export function goodsOfFastener(fastener: SoldFastener, length: number): string {
  const sold = nextLength(fastener, length) ?? fastener.lengths.at(-1)!;
  return `${fastener.id}-${Math.round(sold * 1000)}`;
}

/** Share of water in lumber as its density is stated, by weight. */
const AS_STATED = 1.12;

/** Woods are rated no lighter and no heavier than this. */
const LIGHTEST = 0.31;
const DENSEST = 0.73;

/** What a wood that is neither named nor weighed is taken for. */
const UNKNOWN = 0.42;

/**
 * Specific gravity of a wood, oven-dry: of its species where its name says it (NDS 2018, Table 12.3.3A), else from its
 * density at about 12 % moisture.
 */
export function gravityOf(
  id: string,
  { name, density }: Pick<Material, 'name' | 'density'>,
): number {
  const named = data.gravities.find(({ match }) =>
    new RegExp(match).test(`${id} ${name.toLowerCase()}`),
  );
  if (named) return named.value;
  if (density === undefined) return UNKNOWN;
  return Math.min(DENSEST, Math.max(LIGHTEST, density / 1000 / AS_STATED));
}

/** Tensile strength F_u of a cold-formed stud by the thickness of its sheet, Pa. */
export const tensileOf = (sheet: number): number =>
  sheet <= data.steel.light.upTo ? data.steel.light.tensile : data.steel.heavy.tensile;

/** Sheet of hat channels and girts whose thickness is not said: 43 mil, m. */
export const USUAL_SHEET = 0.0011;
