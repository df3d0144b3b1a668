import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { assess } from '@eldrun/core/assessment';
import { dewPoint, saturationPressure } from '@eldrun/core/climate';
import { effectOf, verdictsOf } from '@eldrun/core/verdicts';
import { LIBRARY, MaterialSearch } from '@eldrun/core/materials';
import { profileAt, profileOf } from '@eldrun/core/steady-moisture';
import { resolveWall, type Humidity, type WallFile } from '@eldrun/core/build-up';
import { widerSpacing } from '@eldrun/core/framing';
import { coldWall, sheet, withLayer } from '../walls.ts';

const year = (value: (month: number) => number) => Array.from({ length: 12 }, (_, m) => value(m));

function indoors(temperature: number | number[], humidity: Humidity): WallFile {
  return coldWall({ indoor: { temperature, humidity } });
}

describe('the situation by month', () => {
  test('monthly indoor values are taken month by month, the design day from the coldest', () => {
    const wall = resolveWall(
      indoors(
        year((m) => 18 + m / 2),
        { kind: 'monthly', relativeHumidity: year((m) => 0.3 + m / 100) },
      ),
    );
    wall.months.forEach((month, m) => {
      expect(month.indoorTemperature).toBe(18 + m / 2);
      expect(month.indoorVaporPressure).toBeCloseTo(
        (0.3 + m / 100) * saturationPressure(18 + m / 2),
        9,
      );
    });
    expect(wall.coldestMonth).toBe(0);
    expect(wall.design).toMatchObject({ indoorTemperature: 18, outdoorTemperature: -23 });
  });

  test('one value for the year is twelve times the same', () => {
    const fixed = assess(indoors(21, { kind: 'fixed', relativeHumidity: 0.4 }));
    const monthly = assess(
      indoors(
        year(() => 21),
        { kind: 'monthly', relativeHumidity: year(() => 0.4) },
      ),
    );
    expect(monthly.moisture).toEqual(fixed.moisture);
    expect(monthly.thermal).toEqual(fixed.thermal);
  });

  test('a climate inline gives what the library’s gives', () => {
    const { months, design } = resolveWall(coldWall());
    const inline = coldWall({
      outdoor: {
        monthly: {
          temperature: months.map((month) => month.outdoorTemperature),
          relativeHumidity: months.map(
            (month) => month.outdoorVaporPressure / saturationPressure(month.outdoorTemperature),
          ),
        },
        designTemperature: design.outdoorTemperature,
      },
    });
    expect(effectOf(assess(inline))).toEqual(effectOf(assess(coldWall())));
  });
});

describe('profiles of any wall', () => {
  const materials = [
    'osb',
    'plywood',
    'xps',
    'brick-veneer',
    'kraft-facing',
    'variable-membrane-high-range',
    'polyethylene-6mil',
    'cellulose-dense-pack',
    'gypsum-board',
  ];
  const anyWall = fc
    .array(
      fc.tuple(fc.constantFrom(...materials), fc.double({ min: 0.0002, max: 0.25, noNaN: true })),
      { minLength: 1, maxLength: 9 },
    )
    .map((layers) =>
      coldWall({ layers: layers.map(([id, thickness], i) => sheet(`L${i}`, id, thickness)) }),
    );

  test('temperature and vapor pressure run one way, and end where the air says', () => {
    fc.assert(
      fc.property(anyWall, fc.integer({ min: 0, max: 11 }), (file, m) => {
        const wall = resolveWall(file);
        const month = wall.months[m]!;
        const { points, vaporThicknesses } = profileOf(wall, 'cavity', month);
        const warmInside = Math.sign(month.outdoorTemperature - month.indoorTemperature);
        const [first, last] = [points[0]!, points.at(-1)!];
        const vaporWay = Math.sign(last.vaporPressure - first.vaporPressure);
        points.slice(1).forEach((point, i) => {
          expect((point.temperature - points[i]!.temperature) * warmInside).toBeGreaterThanOrEqual(
            -1e-9,
          );
          expect(
            (point.vaporPressure - points[i]!.vaporPressure) * vaporWay,
          ).toBeGreaterThanOrEqual(-1e-9);
          expect(point.depth).toBeGreaterThan(points[i]!.depth);
          expect(point.dewPoint).toBeCloseTo(dewPoint(point.vaporPressure), 9);
        });
        for (const s of vaporThicknesses) expect(s).toBeGreaterThan(0);
        expect(last.depth).toBeCloseTo(
          file.layers.reduce((sum, { thickness }) => sum + thickness, 0),
          9,
        );
      }),
    );
  });

  test('reading at a point of the profile gives that point, beyond its ends the ends', () => {
    fc.assert(
      fc.property(anyWall, (file) => {
        const wall = resolveWall(file);
        const profile = profileOf(wall, 'member', wall.design);
        for (const point of profile.points)
          expect(profileAt(profile, point.depth).temperature).toBeCloseTo(point.temperature, 6);
        expect(profileAt(profile, -1).temperature).toBe(profile.points[0]!.temperature);
        expect(profileAt(profile, 99).temperature).toBeCloseTo(
          profile.points.at(-1)!.temperature,
          9,
        );
      }),
    );
  });
});

test('more outside insulation warms the condensing plane, more humidity takes its margin', () => {
  const margin = (wall: WallFile) => effectOf(assess(wall)).worstMargin!;
  const thicker = withLayer(coldWall(), 'board', { thickness: 0.1 });
  expect(margin(thicker)).toBeGreaterThan(margin(coldWall()));
  expect(margin(indoors(21, { kind: 'fixed', relativeHumidity: 0.5 }))).toBeLessThan(
    margin(coldWall()),
  );
});

test('no demo-like wall takes long: every fix is searched within limits', () => {
  const wall = coldWall({ targets: { r: 40, thickness: 0.1 } });
  wall.layers.unshift(
    ...Array.from({ length: 50 }, (_, i) => sheet(`P${i}`, 'latex-paint', 0.0001)),
  );
  expect(verdictsOf(assess(wall)).length).toBeGreaterThan(5);
});

test.each([
  [0.3048, 0.4064],
  [0.4064, 0.6096],
  [0.4, 0.6],
  [0.45, 0.6],
  [0.6096, null],
  [0.625, null],
])('the next wider spacing after %d m is %s', (spacing, wider) => {
  expect(widerSpacing(spacing)).toBe(wider);
});

test('the search forgives, ranks whole matches first and keeps to roles', () => {
  const search = new MaterialSearch(LIBRARY);
  expect(search.find('celulose')[0]!.id).toMatch(/^cellulose/);
  expect(search.find('plywood')[0]!.id).toBe('plywood');
  for (const { material } of search.find('wool', ['continuous-insulation']))
    expect(material.roles).toContain('continuous-insulation');
  expect(search.find('zzzzz')).toEqual([]);
  expect(search.find('board', undefined, 3)).toHaveLength(3);
});
