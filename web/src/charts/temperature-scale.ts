import { interpolateCividis } from 'd3-scale-chromatic';
import { FAHRENHEIT_DEGREE, formatText, type UnitSystem } from '@eldrun/core/units';

/**
 * The one scale of temperature in the program: even to the eye in lightness and the same with color-blind sight
 * (cividis, PLOS ONE 13, 2018).
 */
export interface TemperatureScale {
  low: number;
  high: number;
  /** Even steps for isotherms and ticks, °C. */
  steps: number[];
}

/** How many steps a scale has, at the most. */
const MAX_STEPS = 10;

/** A scale from one temperature to another, its steps round in the units of the person. */
export function temperatureScale(a: number, b: number, units: UnitSystem): TemperatureScale {
  const low = Math.min(a, b);
  const high = Math.max(a, b);
  const degree = units === 'imperial' ? FAHRENHEIT_DEGREE : 1;
  const zero = units === 'imperial' ? -32 * FAHRENHEIT_DEGREE : 0;
  const step = [1, 2, 5, 10, 20]
    .map((size) => size * degree)
    .find((size) => (high - low) / size <= MAX_STEPS);
  const steps: number[] = [];
  if (step)
    for (let n = Math.ceil((low - zero) / step - 1e-9); zero + n * step <= high + 1e-9; n++)
      steps.push(zero + n * step);
  return { low, high, steps };
}

const SHADES = 256;

/** The scale's shades as bytes, coldest first: red, green, blue, one after the other. */
const BYTES = Uint8ClampedArray.from(
  Array.from({ length: SHADES }, (_, i) => rgbOf(interpolateCividis(i / (SHADES - 1)))).flat(),
);

function rgbOf(color: string): number[] {
  return color.match(/\d+/g)!.map(Number);
}

/** Place of a temperature in the scale, held to 0…1. */
export function shareOf({ low, high }: TemperatureScale, temperature: number): number {
  return high > low ? Math.min(1, Math.max(0, (temperature - low) / (high - low))) : 0.5;
}

/** A temperature's color, as CSS. */
export function temperatureColor(scale: TemperatureScale, temperature: number): string {
  return interpolateCividis(shareOf(scale, temperature));
}

/** Paints temperatures into the pixels of an image, opaque. */
export function paintTemperatures(
  pixels: Uint8ClampedArray,
  temperatures: ArrayLike<number>,
  scale: TemperatureScale,
): void {
  for (let i = 0; i < temperatures.length; i++) {
    const shade = 3 * Math.round(shareOf(scale, temperatures[i]!) * (SHADES - 1));
    pixels[4 * i] = BYTES[shade]!;
    pixels[4 * i + 1] = BYTES[shade + 1]!;
    pixels[4 * i + 2] = BYTES[shade + 2]!;
    pixels[4 * i + 3] = 255;
  }
}

/** The scale as a CSS gradient: physics, not decoration. */
export const SCALE_GRADIENT = `linear-gradient(to right, ${Array.from({ length: 9 }, (_, i) => interpolateCividis(i / 8)).join(', ')})`;

/** A temperature as people there write it. */
export function degrees(temperature: number, units: UnitSystem): string {
  return formatText('temperature', temperature, units);
}
