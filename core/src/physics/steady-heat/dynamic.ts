import type { ResolvedWall } from '../build-up/index.ts';
import { resistancesAt } from './resistances.ts';
import { cavityPathResistance } from './paths.ts';

/** How a wall answers to a temperature that swings once a day. */
export interface DynamicThermal {
  /** Swing of the heat flow indoors over what it would be without heat storage: f = |Y₁₂|/U, 0 to 1. */
  decrement: number;
  /** How much later indoors the peak comes than outdoors, h. */
  lag: number;
  /** |Y₁₂|: swing of the heat flow indoors for each K of swing outdoors, W/(m²·K). */
  periodicTransmittance: number;
  /** κ₁: heat that the inner side takes up and gives back for each K of swing indoors, J/(m²·K). */
  innerCapacity: number;
}

/** A day, s. */
const PERIOD = 86_400;

/** Up to this thickness a layer's heat storage may be left out, m. */
const THIN = 0.003;

/** A complex number: real and imaginary part. */
type Complex = readonly [re: number, im: number];

/** A heat transfer matrix [[Z₁₁, Z₁₂], [Z₂₁, Z₂₂]]. */
type Matrix = readonly [Complex, Complex, Complex, Complex];

const add = ([a, b]: Complex, [c, d]: Complex): Complex => [a + c, b + d];
const times = ([a, b]: Complex, [c, d]: Complex): Complex => [a * c - b * d, a * d + b * c];
const size = ([a, b]: Complex): number => Math.hypot(a, b);

const product = (a: Matrix, b: Matrix): Matrix => [
  add(times(a[0], b[0]), times(a[1], b[2])),
  add(times(a[0], b[1]), times(a[1], b[3])),
  add(times(a[2], b[0]), times(a[3], b[2])),
  add(times(a[2], b[1]), times(a[3], b[3])),
];

/** A layer or a film that stores no heat (EN ISO 13786:2017, equation 15). @param resistance m²K/W */
const resisting = (resistance: number): Matrix => [
  [1, 0],
  [-resistance, 0],
  [0, 0],
  [1, 0],
];

/**
 * The heat transfer matrix of a homogeneous layer (EN ISO 13786:2017, equations 11 to 14): with the periodic penetration
 * depth δ = √(λ·T/(π·ρ·c)) and ξ = d/δ.
 *
 * @param thickness d, m
 * @param conductivity λ, W/(m·K)
 * @param capacity ρ·c, J/(m³·K)
 */
function storing(thickness: number, conductivity: number, capacity: number): Matrix {
  const depth = Math.sqrt((conductivity * PERIOD) / (Math.PI * capacity));
  const xi = thickness / depth;
  const [sinh, cosh, sin, cos] = [Math.sinh(xi), Math.cosh(xi), Math.sin(xi), Math.cos(xi)];
  const diagonal: Complex = [cosh * cos, sinh * sin];
  const across = -depth / (2 * conductivity);
  const back = -conductivity / depth;
  return [
    diagonal,
    [across * (sinh * cos + cosh * sin), across * (cosh * sin - sinh * cos)],
    [back * (sinh * cos - cosh * sin), back * (sinh * cos + cosh * sin)],
    diagonal,
  ];
}

/**
 * Decrement factor, time lag, periodic transmittance and inner heat capacity for a day's swing, along the cavity path:
 * films and left-out layers by wall-file rules 1 and 2, conductivities at the design temperatures. Air, and layers of at
 * most 3 mm whose density or heat capacity is not known, store nothing.
 *
 * @param wall a resolved wall
 * @returns null where a counted layer over 3 mm lacks density or heat capacity
 * @source EN ISO 13786:2017, 7.2 and Annex B
 */
export function dynamicOf(wall: ResolvedWall): DynamicThermal | null {
  const { indoorTemperature, outdoorTemperature } = wall.design;
  const resistances = resistancesAt(wall, indoorTemperature, outdoorTemperature);
  let z = resisting(wall.innerFilm);
  for (let i = 0; i < wall.counted; i++) {
    const { fill, thickness } = wall.layers[i]!;
    const resistance = resistances.fill[i]!;
    const { density, specificHeat } = fill ?? {};
    const known = density !== undefined && specificHeat !== undefined;
    if (fill && !known && thickness > THIN) return null;
    z = product(
      known && density * specificHeat > 0
        ? storing(thickness, thickness / resistance, density * specificHeat)
        : resisting(resistance),
      z,
    );
  }
  const [z11, z12] = product(resisting(wall.outerFilm), z);
  const periodicTransmittance = 1 / size(z12);
  // Y₁₂ = −1/Z₁₂ lags by the angle of −Z₁₂, from 0 to a whole turn.
  const angle = Math.atan2(-z12[1], -z12[0]);
  const turn = 2 * Math.PI;
  return {
    decrement: periodicTransmittance * cavityPathResistance(wall, resistances),
    lag: ((((angle % turn) + turn) % turn) / turn) * (PERIOD / 3600),
    periodicTransmittance,
    innerCapacity: (PERIOD / turn) * (size(add(z11, [-1, 0])) / size(z12)),
  };
}
