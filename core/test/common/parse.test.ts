import { describe, expect, test } from '@jest/globals';
import { InputError } from '@eldrun/core/errors';
import { parseAirLeak, parseNumber, parseOpening } from '@eldrun/core/units';

const FOOT = 0.3048;
const INCH = 0.0254;

describe('a plain number', () => {
  test.each<[string, number]>([
    ['3', 3],
    [' 2.5 ', 2.5],
    ['4 kg', 4],
    ['0', 0],
    ['10', 10],
  ])('%j is %d', (text, value) => expect(parseNumber(text, 'n', 0, 10, 'kg')).toBe(value));

  test.each(['', 'three', '3 lb', '-1', '10.01', '1e9', 'NaN'])('%j is refused', (text) => {
    expect(() => parseNumber(text, 'n', 0, 10, 'kg')).toThrow(InputError);
    expect(() => parseNumber(text, 'n', 0, 10, 'kg')).toThrow(/^n: .*0 to 10 kg/);
  });
});

describe('an air leak', () => {
  test.each<[string, 'imperial' | 'metric', number]>([
    ['0.02 cfm/ft²', 'metric', (0.02 * FOOT) / 60],
    ['0.02', 'imperial', (0.02 * FOOT) / 60],
    ['0.1 L/(s·m²)', 'imperial', 1e-4],
    ['0.1 l/s m2', 'imperial', 1e-4],
    ['0.1', 'metric', 1e-4],
    ['0.6 m³/(h·m²)', 'imperial', 0.6 / 3600],
    ['0', 'metric', 0],
  ])('%j in %s', (text, system, flow) => expect(parseAirLeak(text, system)).toBeCloseTo(flow, 12));

  test.each(['', 'tight', '-0.1', '200', '0.1 gallons', '0.1 Pa'])('%j is refused', (text) =>
    expect(() => parseAirLeak(text, 'metric', 'airtightness.flow')).toThrow(
      /^airtightness\.flow: .*Allowed/,
    ),
  );
});

describe('an opening along a length', () => {
  test.each<[string, 'imperial' | 'metric', number]>([
    ['2.4 in²/ft', 'metric', (2.4 * INCH ** 2) / FOOT],
    ['2.4', 'imperial', (2.4 * INCH ** 2) / FOOT],
    ['5000 mm²/m', 'imperial', 5e-3],
    ['5000', 'metric', 5e-3],
    ['50 cm2/m', 'imperial', 5e-3],
    ['0', 'metric', 0],
  ])('%j in %s', (text, system, area) => expect(parseOpening(text, system)).toBeCloseTo(area, 12));

  test.each(['', 'wide', '-1', '2 m²/m of it', '5 in', '9999999 mm²/m'])('%j is refused', (text) =>
    expect(() => parseOpening(text, 'metric', 'opening')).toThrow(/^opening: .*Allowed/),
  );
});
