import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  format,
  formatText,
  fromUnits,
  inUnits,
  messageText,
  measured,
  parseLength,
  parseRelativeHumidity,
  parseResistance,
  parseShare,
  parseTemperature,
  PERM,
  R_VALUE,
  say,
} from '@eldrun/core/units';
import { InputError } from '@eldrun/core/errors';

describe('lengths as builders write them', () => {
  test.each([
    ['5-1/2', 'imperial', 0.1397],
    ['5 1/2', 'imperial', 0.1397],
    ['1 1/2"', 'metric', 0.0381],
    ['1/2', 'metric', 0.0127],
    ['½ in.', 'imperial', 0.0127],
    ['5½', 'imperial', 0.1397],
    ['38mm', 'imperial', 0.038],
    ['38', 'metric', 0.038],
    ['5,5', 'imperial', 0.1397],
    ['2\' 3"', 'imperial', 0.6858],
    ["2'", 'metric', 0.6096],
    ['6 mil', 'metric', 0.0001524],
    ['14 cm', 'imperial', 0.14],
    ['0.14 m', 'imperial', 0.14],
    ['30-0', 'imperial', 9.144],
    ['12-3 1/2', 'imperial', 3.7465],
    ['7-10 1/2"', 'imperial', 2.4003],
  ] as const)('%s (%s)', (text, system, metres) => {
    expect(parseLength(text, system)).toBeCloseTo(metres, 9);
  });

  test.each([
    '',
    ' ',
    'x',
    '0',
    '-1',
    '1/0',
    '1e9',
    '11 m',
    '3 3',
    '5 5/',
    '1 1/2 furlongs',
    'NaN',
  ])('refuses “%s” by its field', (text) => {
    expect(() => parseLength(text, 'imperial', 'thickness')).toThrow(InputError);
    expect(() => parseLength(text, 'imperial', 'thickness')).toThrow(/^thickness: .*Allowed: /);
  });

  test('written and read again they are the same within a sixteenth’s slack', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 1, noNaN: true }),
        fc.constantFrom('imperial' as const, 'metric' as const),
        (metres, system) => {
          const again = parseLength(formatText('length', metres, system), system);
          expect(Math.abs(again - metres)).toBeLessThan(Math.max(0.0005, metres * 0.11));
        },
      ),
    );
  });
});

test.each([
  ['70', 'imperial', 21.111],
  ['21 C', 'imperial', 21],
  ['70°F', 'metric', 21.111],
  ['−5', 'metric', -5],
] as const)('temperature %s (%s)', (text, system, celsius) => {
  expect(parseTemperature(text, system)).toBeCloseTo(celsius, 2);
});

test.each([
  ['26', 'imperial', 26 * R_VALUE],
  ['R 26', 'imperial', 26 * R_VALUE],
  ['U 0.05', 'imperial', 20 * R_VALUE],
  ['U0.2', 'metric', 5],
  ['R 4.6 m²K/W', 'metric', 4.6],
] as const)('resistance %s (%s)', (text, system, r) => {
  expect(parseResistance(text, system)).toBeCloseTo(r, 9);
});

test('what is out of range is refused', () => {
  for (const parse of [
    () => parseTemperature('400', 'metric'),
    () => parseTemperature('20 K', 'metric'),
    () => parseRelativeHumidity('0'),
    () => parseRelativeHumidity('101'),
    () => parseResistance('U 0', 'metric'),
    () => parseResistance('0', 'imperial'),
    () => parseShare('-1'),
    () => parseShare('many'),
  ])
    expect(parse).toThrow(InputError);
});

test.each([
  ['length', 0.0111, 'imperial', '7/16', 'in.'],
  ['length', 0.145, 'imperial', '5.71', 'in.'],
  ['length', 0.00015, 'imperial', '6', 'mil'],
  ['length', 0.0003, 'metric', '0.3', 'mm'],
  ['resistance', 26.1 * R_VALUE, 'imperial', '26.1', 'h·ft²·°F/Btu'],
  ['temperature', -20, 'imperial', '−4', '°F'],
  ['temperatureDifference', -0.001, 'metric', '0.0', 'K'],
  ['permeance', PERM, 'imperial', '1', 'perm'],
  ['permeance', 0.06 * PERM, 'imperial', '0.06', 'perms'],
  ['permeance', 0, 'metric', 'vapor-tight', ''],
  ['permeance', 1e-10, 'metric', '2', 'm s_d'],
  ['costPerArea', 10.7639, 'imperial', '$1.00', 'per ft²'],
  ['resistance', NaN, 'metric', '–', ''],
] as const)('%s %d (%s) is written %s %s', (quantity, si, system, text, unit) => {
  expect(format(quantity, si, system)).toEqual({ text, unit });
});

test('a sentence takes its units when it is read', () => {
  const sentence = say`At ${measured('temperature', 21)}, ${2} of ${say`R ${'x'}`}`;
  expect(messageText(sentence, 'metric')).toBe('At 21.0 °C, 2 of R x');
  expect(messageText(sentence, 'imperial')).toBe('At 70 °F, 2 of R x');
});

test('a number typed in a person’s units is the SI number that it stands for', () => {
  for (const system of ['imperial', 'metric'] as const)
    for (const quantity of ['pressure', 'massPerArea', 'windSpeed'] as const)
      expect(fromUnits(quantity, inUnits(quantity, 4000, system), system) / 4000).toBeCloseTo(1, 2);
  expect(fromUnits('pressure', 1, 'imperial')).toBeCloseTo(47.88, 2);
  expect(fromUnits('massPerArea', 10, 'imperial')).toBeCloseTo(48.82, 2);
  expect(fromUnits('temperature', 32, 'imperial')).toBeCloseTo(0, 9);
});

test('a sentence that ends in inches has one period', () => {
  const sentence = say`It takes ${measured('length', 0.0254)}. ${measured('length', 0.0508)}.`;
  expect(messageText(sentence, 'imperial')).toBe('It takes 1 in. 2 in.');
  expect(messageText(sentence, 'metric')).toBe('It takes 25.4 mm. 50.8 mm.');
});
