import { expect, test } from '@jest/globals';
import { quantityFrom } from '../../src/components/quantities.ts';

test('a number is read in the person’s units, with or without the unit behind it', () => {
  const pressure = (text: string, units: 'imperial' | 'metric') =>
    quantityFrom(text, 'pressure', units, 'loads.wind.suction', [0, 5000]);
  expect(pressure('20', 'imperial')).toBeCloseTo(957.6, 1);
  expect(pressure('20 psf', 'imperial')).toBeCloseTo(957.6, 1);
  expect(pressure('900 Pa', 'metric')).toBe(900);
  expect(quantityFrom('2,6 lb/ft²', 'massPerArea', 'imperial', 'weight', [0, 100])).toBeCloseTo(
    12.69,
    2,
  );
});

test.each([
  ['', /is not a number/],
  ['heavy', /is not a number/],
  ['-1', /out of range.*0\.0 psf to 104\.4 psf/s],
  ['500', /out of range/],
])('“%s” is refused by its field', (text, message) => {
  const read = () => quantityFrom(text, 'pressure', 'imperial', 'suction', [0, 5000]);
  expect(read).toThrow(message);
  expect(read).toThrow(/^suction/);
});
