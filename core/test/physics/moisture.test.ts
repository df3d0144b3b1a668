import { expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { classVaporPressure, dewPoint, saturationPressure } from '@eldrun/core/climate';
import { condensingPlaneIndex, profileAt, profileOf } from '@eldrun/core/steady-moisture';
import { resolveWall } from '@eldrun/core/build-up';
import { vaporClass, LIBRARY } from '@eldrun/core/materials';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

test('the profile ends at the air’s vapor pressures and falls in proportion to s_d', () => {
  const wall = resolveWall(
    coldWall({
      layers: [
        sheet('a', 'gypsum-board', 0.0127),
        sheet('b', 'xps', 0.02),
        sheet('c', 'brick-masonry', 0.1),
      ],
    }),
  );
  const month = wall.months[3]!;
  const profile = profileOf(wall, 'cavity', month);
  expect(profile.points[0]!.vaporPressure).toBeCloseTo(month.indoorVaporPressure, 9);
  expect(profile.points.at(-1)!.vaporPressure).toBeCloseTo(month.outdoorVaporPressure, 9);
  const [a, b, c] = profile.vaporThicknesses as [number, number, number];
  expect([a, b, c]).toEqual([
    6 * 0.0127,
    expect.closeTo(125 * 0.02, 9),
    expect.closeTo(12 * 0.1, 9),
  ]);
  const behindGypsum = profileAt(profile, 0.0127).vaporPressure;
  const drop = month.indoorVaporPressure - month.outdoorVaporPressure;
  expect(month.indoorVaporPressure - behindGypsum).toBeCloseTo((drop * a) / (a + b + c), 6);
});

test('a variable retarder settles at the mean humidity of its faces', () => {
  const file = coldWall();
  file.layers.splice(1, 0, sheet('retarder', 'variable-membrane-high-range', 0.0003));
  const wall = resolveWall(file);
  const profile = profileOf(wall, 'cavity', wall.months[0]!);
  const inside = profileAt(profile, 0.0127);
  const outside = profileAt(profile, 0.013);
  const humidity =
    (inside.vaporPressure / inside.saturationPressure +
      outside.vaporPressure / outside.saturationPressure) /
    2;
  const table = (
    LIBRARY['variable-membrane-high-range']!.vapor as { permeanceTable: [number, number][] }
  ).permeanceTable;
  const above = table.findIndex(([rh]) => rh > humidity);
  const [[x0, y0], [x1, y1]] = [table[above - 1]!, table[above]!];
  const permeance = y0 + ((y1 - y0) * (humidity - x0)) / (x1 - x0);
  expect(2e-10 / profile.vaporThicknesses[1]!).toBeCloseTo(permeance, 14);
});

test('at a surface the vapor pressure is at most saturation', () => {
  const soaked = coldWall({
    indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 1 } },
  });
  const wall = resolveWall(soaked);
  const [first] = profileOf(wall, 'member', wall.design).points;
  expect(first!.vaporPressure).toBeCloseTo(saturationPressure(first!.temperature), 9);
});

test('humidity classes fall to nothing at 20 °C and stop at saturation', () => {
  // EN ISO 13788:2012, Figure A.1, at 0 °C outdoors and below.
  [270, 540, 810, 1080, 1300].forEach((excess, n) =>
    expect(classVaporPressure(n + 1, 500, -5, 20)).toBe(500 + excess),
  );
  expect(classVaporPressure(3, 500, 10, 20)).toBe(500 + 405);
  expect(classVaporPressure(3, 500, 25, 20)).toBe(500);
  expect(classVaporPressure(5, 500, 0, 5)).toBe(saturationPressure(5));
});

test('the dew point undoes saturation on both sides of freezing', () => {
  for (const temperature of [-30, -0.01, 0, 0.01, 35])
    expect(dewPoint(saturationPressure(temperature))).toBeCloseTo(temperature, 9);
});

test('the condensing plane is the first layer outside the frame that is not open to vapor', () => {
  const planeOf = (file: ReturnType<typeof coldWall>) => {
    const wall = resolveWall(file);
    const index = condensingPlaneIndex(wall);
    return index === null ? null : wall.layers[index]!.id;
  };
  expect(planeOf(coldWall())).toBe('osb');
  expect(planeOf(without(coldWall(), 'osb'))).toBe('wrap');
  expect(planeOf(without(coldWall(), 'osb', 'wrap'))).toBeNull();
  expect(planeOf(withLayer(without(coldWall(), 'osb', 'wrap'), 'board', { material: 'xps' }))).toBe(
    'board',
  );
  expect(planeOf(without(coldWall(), 'studs'))).toBeNull();
});

test('the margin is the plane’s temperature over the indoor dew point, worst in the coldest month', () => {
  const { moisture, worstMonth } = assess(coldWall());
  const plane = moisture.condensingPlane!;
  expect(worstMonth).toBe(0);
  plane.margin.forEach((margin, m) =>
    expect(margin).toBeCloseTo(plane.temperature[m]! - moisture.indoorDewPoint[m]!, 12),
  );
});

test.each([
  ['polyethylene-6mil', 0.00015, 'I'],
  ['kraft-facing', 0.0003, 'II'],
  ['latex-paint', 0.0001, 'III'],
  ['wrb-monolithic-membrane', 0.0005, 'open'],
  ['xps', 0.0254, 'II'],
  ['osb', 0.0111, 'II'],
])('%s is class %s', (id, thickness, wanted) => {
  expect(vaporClass(LIBRARY[id]!, thickness)).toBe(wanted);
});
