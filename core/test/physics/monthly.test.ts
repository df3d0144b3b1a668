import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { AIR_PERMEABILITY, messageText } from '@eldrun/core/units';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { interfaceTemperatures, pathResistances } from '@eldrun/core/steady-heat';
import { LIBRARY, type Material } from '@eldrun/core/materials';
import {
  monthlyBalance,
  partFaces,
  partsOf,
  partVaporThickness,
} from '@eldrun/core/steady-moisture';
import { resolveWall, type WallFile } from '@eldrun/core/build-up';
import { saturationPressure } from '@eldrun/core/climate';
import { verdictsOf } from '@eldrun/core/verdicts';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

const balanceOf = (file: WallFile) => monthlyBalance(resolveWall(validateWall(file)));

/** A climate of twelve equal months. */
const steadyClimate = (temperature: number, relativeHumidity = 0.8): Partial<WallFile> => ({
  outdoor: {
    monthly: {
      temperature: Array<number>(12).fill(temperature),
      relativeHumidity: Array<number>(12).fill(relativeHumidity),
    },
    designTemperature: temperature,
  },
});

/**
 * Condensation in one month from dry by another route: the obstacle problem solved by projected relaxation, without
 * any hull. Returns the rate at each face between parts, kg/(m²s).
 */
function relaxed(file: WallFile): number[] {
  const wall = resolveWall(file);
  const month = wall.months[0]!;
  const resistances = pathResistances(wall, 'cavity', month);
  const parts = partsOf(wall, 'cavity', resistances);
  const saturation = partFaces(parts, interfaceTemperatures(wall, resistances, month)).map(
    saturationPressure,
  );
  const g = parts.map((part) => AIR_PERMEABILITY / partVaporThickness(part, 0.5));
  const p = saturation.map((value) => value / 2);
  p[0] = Math.min(month.indoorVaporPressure, saturation[0]!);
  p[parts.length] = Math.min(month.outdoorVaporPressure, saturation.at(-1)!);
  for (let sweep = 0; sweep < 200_000; sweep++) {
    let moved = 0;
    for (let j = 1; j < parts.length; j++) {
      const free = (g[j - 1]! * p[j - 1]! + g[j]! * p[j + 1]!) / (g[j - 1]! + g[j]!);
      const next = Math.min(saturation[j]!, p[j]! + 1.8 * (free - p[j]!));
      moved = Math.max(moved, Math.abs(next - p[j]!));
      p[j] = next;
    }
    if (moved < 1e-11) break;
  }
  return g.slice(1).map((out, k) => g[k]! * (p[k]! - p[k + 1]!) - out * (p[k + 1]! - p[k + 2]!));
}

const layer = fc.record({
  thickness: fc.double({ min: 0.005, max: 0.12, noNaN: true }),
  conductivity: fc.double({ min: 0.03, max: 0.5, noNaN: true }),
  mu: fc.double({ min: 1, max: 300, noNaN: true }),
});

function randomWall(layers: { thickness: number; conductivity: number; mu: number }[]): WallFile {
  const materials: Record<string, Material> = {};
  layers.forEach(({ conductivity, mu }, i) => {
    materials[`m${i}`] = { name: `Material ${i}`, conductivity, vapor: { mu } };
  });
  return coldWall({
    materials,
    layers: layers.map(({ thickness }, i) => sheet(`L${i}`, `m${i}`, thickness)),
  });
}

describe('the taut line', () => {
  test('gives what the obstacle problem, relaxed without it, gives', () => {
    fc.assert(
      fc.property(
        fc.array(layer, { minLength: 2, maxLength: 5 }),
        fc.double({ min: -20, max: 5, noNaN: true }),
        (layers, temperature) => {
          const file: WallFile = {
            ...randomWall(layers),
            ...steadyClimate(temperature),
            indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.6 } },
          };
          const rates = relaxed(file);
          const { monthly } = balanceOf(file);
          // January from dry: its change is the rate times its length.
          const january = monthly.planes.reduce((sum, { condensed }) => sum + condensed[0]!, 0);
          const expected = rates.reduce((sum, rate) => sum + Math.max(0, rate), 0) * 31 * 86_400;
          expect(Math.abs(january - expected)).toBeLessThan(1e-6 + 1e-4 * expected);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('the year', () => {
  test('no water is made or lost: held is the sum of the changes, and never negative', () => {
    fc.assert(
      fc.property(
        fc.array(layer, { minLength: 2, maxLength: 6 }),
        fc.double({ min: 0.3, max: 0.9, noNaN: true }),
        (layers, relativeHumidity) => {
          const { monthly } = balanceOf({
            ...randomWall(layers),
            indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity } },
          });
          let peak = 0;
          for (let m = 0; m < 12; m++)
            peak = Math.max(
              peak,
              monthly.planes.reduce((sum, { held }) => sum + held[m]!, 0),
            );
          expect(monthly.peak).toBeCloseTo(peak, 12);
          for (const { condensed, held } of monthly.planes) {
            held.forEach((water) => expect(water).toBeGreaterThanOrEqual(0));
            const end = held.map((_, m) => m).filter((m) => condensed[m] !== 0);
            if (end.length === 0) continue;
            const total = condensed.reduce((sum, change) => sum + change, 0);
            const left = monthly.verdict === 'accumulates' ? Math.min(...held) : 0;
            expect(total).toBeGreaterThanOrEqual(left - 1e-9);
            if (monthly.verdict === 'dries') expect(total).toBeCloseTo(0, 9);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  test('a wall of equal cold months accumulates twelve times January', () => {
    const { monthly } = balanceOf({
      ...without(coldWall(), 'board'),
      ...steadyClimate(-10),
      indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.5 } },
    });
    expect(monthly.verdict).toBe('accumulates');
    const [plane] = monthly.planes;
    expect(plane!.layer).toBe('osb');
    expect(plane!.held[11]).toBeCloseTo((plane!.condensed[0]! / 31) * 365, 9);
  });

  test('equal warm months condense nothing', () => {
    const { monthly, vapor } = balanceOf({ ...coldWall(), ...steadyClimate(18, 0.5) });
    expect(monthly).toEqual({ verdict: 'none', peak: 0, planes: [] });
    expect(vapor!.inward).toBeGreaterThan(0);
  });

  test('more outside insulation never condenses more on the sheathing', () => {
    const peakWith = (thickness: number) =>
      balanceOf(withLayer(coldWall(), 'board', { thickness })).monthly.peak;
    const peaks = [0.02, 0.05, 0.1, 0.2].map(peakWith);
    expect(peaks).toEqual(peaks.toSorted((a, b) => b - a));
    expect(peaks[0]).toBeGreaterThan(0);
  });

  test.each([
    ['vapor-tight inside', { permeance: 0 }],
    [
      'a membrane that opens',
      {
        permeanceTable: [
          [0.2, 1e-12],
          [0.9, 1e-9],
        ] as [number, number][],
      },
    ],
    [
      'a panel that opens',
      {
        muTable: [
          [0.2, 500],
          [0.9, 20],
        ] as [number, number][],
      },
    ],
  ])('%s: finite, and balanced', (_, vapor) => {
    const wall = coldWall({
      materials: { m: { name: 'M', conductivity: 0.2, vapor } },
      indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 1 } },
    });
    wall.layers.splice(1, 0, sheet('m', 'm', 0.0003));
    const { monthly, vapor: drying } = balanceOf(wall);
    expect(Number.isFinite(monthly.peak)).toBe(true);
    expect(drying!.inward).toBeGreaterThan(0);
    for (const { held } of monthly.planes) expect(held.every((w) => w >= 0)).toBe(true);
  });

  test('a wall of which nothing counts has nothing to condense', () => {
    const open = { id: 'gap', kind: 'air' as const, thickness: 0.02, ventilation: 'open' as const };
    expect(balanceOf(coldWall({ layers: [open] }))).toMatchObject({
      monthly: { verdict: 'none', peak: 0, planes: [] },
      vapor: null,
    });
  });
});

describe('the verdict on condensation', () => {
  const judged = (file: WallFile) =>
    verdictsOf(assess(validateWall(file))).find(({ id }) => id === 'monthly-condensation')!;
  const humid = (relativeHumidity: number): Partial<WallFile> => ({
    indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity } },
  });
  const bare = { ...without(coldWall(), 'board'), ...humid(0.42) };

  test('too much in wood is a caution with its limit, and both a retarder and a board mend it', () => {
    const found = judged(bare);
    expect(found.status).toBe('caution');
    // OSB of 11.1 mm and its library density: 3 % of its mass.
    const limit = 0.03 * LIBRARY['osb']!.density! * 0.0111;
    expect(messageText(found.reason, 'metric')).toContain(`${limit.toFixed(3)} kg/m²`);
    expect(found.fixes.length).toBe(3);
    for (const fix of found.fixes) {
      const after = validateWall(applyCommands(bare, fix.commands));
      expect(judged(after).status).toBe('pass');
    }
  });

  test('what never dries fails, what never condenses passes and says what leaks would do', () => {
    expect(judged({ ...bare, ...steadyClimate(-10) }).status).toBe('fail');
    const tight = {
      ...bare,
      layers: bare.layers.toSpliced(1, 0, sheet('poly', 'polyethylene-6mil', 0.00015)),
    };
    const found = judged(tight);
    expect(found.status).toBe('pass');
    expect(messageText(found.reason, 'metric')).toMatch(/Air that leaks in brings far more/);
    expect(judged({ ...coldWall(), ...steadyClimate(18, 0.5) }).status).toBe('pass');
  });
});

describe('at the edges', () => {
  const always = (relativeHumidity: number): Partial<WallFile> => ({
    ...steadyClimate(2, 1),
    indoor: { temperature: 20, humidity: { kind: 'fixed', relativeHumidity } },
  });

  test('saturated indoors and outdoors, a membrane that lets nothing through: finite, and no water from nowhere', () => {
    const tight: Record<string, Material> = {
      tight: { name: 'Tight', conductivity: 0.4, vapor: { permeance: 0 } },
    };
    for (const at of [1, 2, 3]) {
      const { layers } = coldWall();
      const { monthly, vapor } = balanceOf(
        coldWall({
          ...always(1),
          materials: tight,
          layers: layers.toSpliced(at, 0, sheet('tight', 'tight', 0.0002)),
        }),
      );
      expect(Number.isFinite(monthly.peak)).toBe(true);
      for (const { held } of monthly.planes)
        for (const water of held) expect(water).toBeGreaterThanOrEqual(0);
      expect(vapor!.inward).toBeGreaterThan(0);
    }
  });

  test('no humidity at all and a thickness of nothing are refused with their fields', () => {
    expect(() => balanceOf(coldWall(always(0)))).toThrow(/humidity\.relativeHumidity.*above 0/);
    expect(() => balanceOf(withLayer(coldWall(), 'wrap', { thickness: 0 }))).toThrow(
      /layers\[3\]\.thickness/,
    );
  });
});
