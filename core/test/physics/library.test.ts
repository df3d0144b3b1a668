import { describe, expect, test } from '@jest/globals';
import data from '../../data/materials.json' with { type: 'json' };
import cladding from '../../data/cladding.json' with { type: 'json' };
import aliases from '../../data/aliases.json' with { type: 'json' };
import { CLIMATES } from '@eldrun/core/climate';
import { conductivityAt, LIBRARY, permeance, ROLES } from '@eldrun/core/materials';
import { FRAMING_PRESETS, LUMBER } from '@eldrun/core/framing';
import { PERM, R_VALUE } from '@eldrun/core/units';
import { validateMaterial } from '@eldrun/core/wall/schema';

const materials = Object.entries(LIBRARY);

describe('materials', () => {
  test('ids are unique, everything named exists', () => {
    expect(materials).toHaveLength(data.materials.length);
    for (const id of [
      ...Object.keys(aliases),
      ...cladding.claddings.flatMap((c) => c.materials),
      ...FRAMING_PRESETS.map((preset) => preset.material),
    ])
      expect(LIBRARY).toHaveProperty([id]);
  });

  test.each(materials)('%s is valid and says where its figures come from', (_, material) => {
    validateMaterial(material);
    expect(material.source).toBeTruthy();
    expect(['typical', 'varies-widely']).toContain(material.confidence);
    expect(material.thicknesses!.length).toBeGreaterThan(0);
    for (const role of material.roles!) expect(ROLES).toContain(role);
    expect(material.density).toBeGreaterThan(5);
    expect(material.specificHeat).toBeGreaterThanOrEqual(370);
  });

  test('R per inch is what the label says, aged where it ages', () => {
    for (const [id, material] of materials) {
      const label = material.agedRPerInch ?? material.labeledRPerInch;
      if (label === undefined) continue;
      const perInch = 0.0254 / conductivityAt(material, 24) / R_VALUE;
      expect([id, Math.abs(perInch / label - 1) < 0.03]).toEqual([id, true]);
    }
  });

  test('vapor values lie in the span of dry and wet cup', () => {
    for (const [id, { perms, ...material }] of materials) {
      if (!perms) continue;
      const at = (rh: number) => permeance(material, perms.thickness, rh) / PERM;
      expect([id, at(0.25) <= perms.wet * 1.6 && at(0.9) >= perms.dry * 0.6]).toEqual([id, true]);
      expect(perms.dry).toBeLessThanOrEqual(perms.wet);
    }
  });

  test('sorption rises', () => {
    for (const [, { sorption }] of materials)
      sorption?.reduce((before, now) => {
        expect(now[0]).toBeGreaterThan(before[0]);
        expect(now[1]).toBeGreaterThanOrEqual(before[1]);
        return now;
      });
  });
});

test.each(Object.entries(CLIMATES))(
  'climate %s: twelve months, a design day below them all',
  (_, climate) => {
    for (const values of Object.values(climate.monthly)) expect(values).toHaveLength(12);
    const { temperature, relativeHumidity, rain, windSpeed } = climate.monthly;
    expect(climate.designTemperature).toBeLessThan(Math.min(...temperature));
    expect(climate.coolingDesignTemperature).toBeGreaterThan(Math.max(...temperature) - 1);
    for (const rh of relativeHumidity) expect(rh > 0.1 && rh <= 1).toBe(true);
    // The driving-rain class by the method in the file's head.
    const index = (rain.reduce((a, b) => a + b) / 1000) * (windSpeed.reduce((a, b) => a + b) / 12);
    expect(Math.abs(index - climate.drivingRainIndex)).toBeLessThan(0.11);
    // And the heating degree days.
    const days = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
    const hdd = temperature.reduce((sum, t, m) => {
      const s = Math.min(6.5, 2 + 0.12 * Math.max(0, 22 - t));
      const d = 18 - t;
      return (
        sum +
        days[m]! *
          (d * normal(d / s) + (s * Math.exp(-((d / s) ** 2) / 2)) / Math.sqrt(2 * Math.PI))
      );
    }, 0);
    expect(Math.abs(hdd - climate.hdd18)).toBeLessThan(Math.max(3, climate.hdd18 * 0.005));
  },
);

/** Standard normal distribution, by Abramowitz and Stegun 26.2.17. */
function normal(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    (Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}

test('framing presets and lumber agree with themselves', () => {
  for (const preset of FRAMING_PRESETS) {
    const width = preset.section === 'c' ? preset.web! : preset.memberWidth!;
    expect(width / preset.spacing).toBeCloseTo(preset.clearFieldFraction, 3);
    expect(preset.fraction).toBeGreaterThanOrEqual(preset.clearFieldFraction);
    expect(preset.fraction).toBeGreaterThanOrEqual(preset.fractionRange[0]);
    expect(preset.fraction).toBeLessThanOrEqual(preset.fractionRange[1]);
  }
  for (const { actual } of LUMBER) expect(actual[0]).toBeLessThanOrEqual(actual[1]);
});
