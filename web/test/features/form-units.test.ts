import { expect, test } from '@jest/globals';
import { FORM_UNITS, type FormUnit } from '../../src/features/materials/form-units.ts';

test('a material typed in imperial units: R per inch, lb/ft³, perms, $/ft²', () => {
  const { conductivity, temperature, density, specificHeat, mu, permeance, costPerArea } =
    FORM_UNITS.imperial;
  // R 5 an inch is 0.0288 W/(m·K); 2 lb/ft³ are 32 kg/m³.
  expect(conductivity.si(5)).toBeCloseTo(0.02885, 5);
  expect(density.si(2)).toBeCloseTo(32.04, 2);
  expect(specificHeat.si(0.35)).toBeCloseTo(1465, 0);
  expect(temperature.si(75)).toBeCloseTo(23.89, 2);
  expect(permeance.si(1)).toBeCloseTo(5.72e-11, 13);
  // 1.1 perm-inches, as extruded polystyrene has them.
  expect(mu.si(1.1)).toBeCloseTo(125, 0);
  expect(costPerArea.si(1)).toBeCloseTo(10.76, 2);
});

test('every unit leads back to where it came from, in both systems', () => {
  for (const units of Object.values(FORM_UNITS))
    for (const { typed, si } of Object.values<FormUnit>({ ...units }))
      expect(typed(si(7.3))).toBeCloseTo(7.3, 9);
});
