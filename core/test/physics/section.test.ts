import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { assess, assessLayers } from '@eldrun/core/assessment';
import { moldFactorOf, planSectionOf, resistancesAt, sectionAt } from '@eldrun/core/steady-heat';
import {
  resolveWall,
  type CMember,
  type FramedLayer,
  type Layer,
  type WallFile,
} from '@eldrun/core/build-up';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, framed, sheet, withLayer } from '../walls.ts';

const C_STUD: CMember = {
  section: 'c',
  material: 'steel',
  web: 0.00109,
  flange: 0.0413,
  lip: 0.0127,
  spacing: 0.4064,
};

function steelWall(change: Partial<FramedLayer> = {}, member: Partial<CMember> = {}): WallFile {
  return withLayer(coldWall(), 'studs', {
    fraction: undefined,
    ...change,
    member: { ...C_STUD, ...member },
  });
}

const planOf = (file: WallFile) => {
  const wall = resolveWall(validateWall(file));
  return planSectionOf(wall, resistancesAt(wall, 21, -10));
};

const sectionOf = (file: WallFile) => assess(validateWall(file)).thermal.section;

describe('the plan section', () => {
  test('is one spacing wide, its member on the center line, all that counts and no more', () => {
    const plan = planOf(coldWall());
    expect(plan.width).toBe(0.4064);
    expect(plan.pieces).toEqual([
      { frame: 'main', x: [0.4064 / 2 - 0.019, 0.4064 / 2 + 0.019], y: [0.0127, 0.0127 + 0.1397] },
    ]);
    expect(Math.max(...plan.rectangles.map(({ y1 }) => y1))).toBeCloseTo(0.2021, 10);
  });

  test('a C-stud: web on the axis, flanges from its back to +x, lips into the cavity, outside to outside', () => {
    const { pieces } = planOf(steelWall());
    const axis = 0.2032;
    const back = axis - 0.00109 / 2;
    const tip = back + 0.0413;
    const [inner, outer] = [0.0127, 0.0127 + 0.1397];
    expect(pieces).toHaveLength(5);
    const expected = [
      [back, back + 0.00109, inner, outer],
      [back, tip, inner, inner + 0.00109],
      [back, tip, outer - 0.00109, outer],
      [tip - 0.00109, tip, inner, inner + 0.0127],
      [tip - 0.00109, tip, outer - 0.0127, outer],
    ];
    pieces.forEach(({ x, y }, i) =>
      [...x, ...y].forEach((value, j) => expect(value).toBeCloseTo(expected[i]![j]!, 12)),
    );
  });

  test('what passes one end re-enters at the other', () => {
    const { pieces } = planOf(
      withLayer(coldWall(), 'studs', {
        fraction: undefined,
        member: {
          section: 'solid',
          material: 'softwood',
          width: 0.038,
          spacing: 0.4064,
          offset: 0.2,
        },
      }),
    );
    expect(pieces).toHaveLength(2);
    const width = pieces.reduce((sum, { x }) => sum + x[1] - x[0], 0);
    expect(width).toBeCloseTo(0.038, 12);
    expect(pieces.some(({ x }) => x[0] === 0)).toBe(true);
  });

  test('a spacing that goes into the main one stands as often; any other is smeared, as horizontal members are', () => {
    const second = (spacing: number, direction: 'vertical' | 'horizontal') => {
      const file = coldWall();
      const battens = framed('battens', 0.038, 'mineral-wool-batt', { width: 0.038, spacing });
      battens.member.direction = direction;
      file.layers.splice(1, 0, battens);
      return planOf(file).members.get('layer battens');
    };
    expect(second(0.2032, 'vertical')).toBe(2);
    expect(second(0.4064, 'vertical')).toBe(1);
    expect(second(0.3, 'vertical')).toBeUndefined();
    expect(second(0.8128, 'vertical')).toBeUndefined();
    expect(second(0.4064, 'horizontal')).toBeUndefined();
  });

  test('too many members for one model is an error that names the spacing', () => {
    const file = coldWall();
    file.layers.splice(1, 0, framed('pins', 0.02, 'osb', { width: 0.001, spacing: 0.4064 / 200 }));
    expect(() => assess(file)).toThrow(/layers\[1\]\.member\.spacing/);
  });

  test('where no layer counts the films are left', () => {
    const open = { id: 'gap', kind: 'air' as const, thickness: 0.02, ventilation: 'open' as const };
    const { section, effective } = assess(coldWall({ layers: [open] })).thermal;
    expect(section.r).toBeCloseTo(0.24, 9);
    expect(effective.r).toBeCloseTo(0.24, 9);
  });

  test('more edges than the budget of cells holds are said of the layers', () => {
    const rows = Array.from({ length: 11 }, (_, i) => {
      const row = framed(`row${i}`, 0.02, 'osb', { width: 0.001, spacing: 0.4064 / 90 }, `row${i}`);
      row.member.offset = i * 0.0003;
      return row;
    });
    const file = coldWall({
      layers: [framed('studs', 0.1, 'osb', { width: 0.04, spacing: 0.4064 }, 'main'), ...rows],
    });
    expect(() => assess(file)).toThrow(/^layers: .*at most 60000 cells/);
  });
});

describe('the section of a wall', () => {
  test('lies between isothermal planes and parallel path of its clear field', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 0.1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.3, noNaN: true }),
        fc.double({ min: 0.01, max: 0.15, noNaN: true }),
        (width, depth, outside) => {
          const wall = withLayer(
            withLayer(coldWall(), 'studs', {
              thickness: depth,
              fraction: undefined,
              member: { section: 'solid', material: 'softwood', width, spacing: 0.4064 },
            }),
            'board',
            { thickness: outside },
          );
          const { thermal } = assess(wall);
          expect(thermal.section.r).toBeLessThan(thermal.parallelPath.r * 1.0005);
          expect(thermal.section.r).toBeGreaterThan(thermal.isothermalPlanes.r * 0.9995);
        },
      ),
      { numRuns: 25 },
    );
  });

  test('without members it is the cavity path', () => {
    const { thermal } = assess(
      coldWall({ layers: [sheet('a', 'osb', 0.02), sheet('b', 'xps', 0.1)] }),
    );
    expect(thermal.section.r).toBeCloseTo(thermal.cavityPath.r, 10);
    expect(thermal.section.linearShares).toEqual([]);
    expect(thermal.section.innerSurface.min).toBeCloseTo(thermal.section.innerSurface.max, 10);
  });

  test('where the member is as good as the fill, it takes nothing', () => {
    const { thermal } = assess(
      withLayer(coldWall(), 'studs', { fill: 'softwood', fraction: undefined }),
    );
    expect(thermal.section.r).toBeCloseTo(thermal.cavityPath.r, 6);
    expect(thermal.section.linearShares[0]!.perMember).toBeCloseTo(0, 6);
  });

  test('the linear share is the extra heat of one member: U_section = U_cavity + share / spacing', () => {
    const { thermal } = assess(steelWall());
    const [share] = thermal.section.linearShares;
    expect(thermal.cavityPath.u + share!.perMember / 0.4064).toBeCloseTo(thermal.section.u, 6);
  });

  test('rows of studs behind one another lose more than offset rows', () => {
    const rows = (offset: number) => {
      const inner = framed(
        'inner',
        0.0889,
        'cellulose-dense-pack',
        { width: 0.038, spacing: 0.4064 },
        'inner',
      );
      inner.member.offset = offset;
      return sectionOf(
        coldWall({
          layers: [
            sheet('gypsum', 'gypsum-board', 0.0127),
            inner,
            sheet('between', 'cellulose-dense-pack', 0.05),
            framed(
              'outer',
              0.0889,
              'cellulose-dense-pack',
              { width: 0.038, spacing: 0.4064 },
              'main',
            ),
            sheet('osb', 'osb', 0.0111),
          ],
        }),
      ).r;
    };
    expect(rows(0.2032)).toBeGreaterThan(rows(0) * 1.005);
    expect(rows(0.2032)).toBeCloseTo(rows(-0.2032), 3);
  });

  test('steel: thicker sheet, more flange and closer studs each lose more', () => {
    const r = sectionOf(steelWall()).r;
    expect(sectionOf(steelWall({}, { web: 0.00172 })).r).toBeLessThan(r);
    expect(sectionOf(steelWall({}, { flange: 0.0635 })).r).toBeLessThan(r);
    expect(sectionOf(steelWall({}, { spacing: 0.6096 })).r).toBeGreaterThan(r);
  });

  test('the surface: coldest on the stud, its factor independent of the temperatures', () => {
    const wall = resolveWall(steelWall());
    const section = sectionAt(wall, 21, -10);
    const { inner } = section;
    const coldest = inner.temperature.indexOf(Math.min(...inner.temperature));
    const at = (inner.x[coldest]! + inner.x[coldest + 1]!) / 2;
    expect(Math.abs(at - 0.2032 - 0.0413 / 2)).toBeLessThan(0.0413);
    expect(sectionAt(wall, 20, 10).inner.temperature).toEqual(inner.temperature);
    // Less air movement at the surface makes it colder.
    expect(moldFactorOf(section)).toBeLessThan(Math.min(...inner.temperature));
  });

  test('in a hot climate the temperature factor takes the warmest spot', () => {
    const { thermal, wall } = assess(
      coldWall({
        outdoor: {
          monthly: {
            temperature: Array<number>(12).fill(35),
            relativeHumidity: Array<number>(12).fill(0.5),
          },
          designTemperature: 40,
        },
      }),
    );
    const { innerSurface, temperatureFactor } = thermal.section;
    expect((innerSurface.max - 40) / (wall.design.indoorTemperature - 40)).toBeCloseTo(
      temperatureFactor,
      12,
    );
  });
});

describe('the whole wall', () => {
  test('a factor beyond the clear field adds solid framing; one at or below it does not', () => {
    const wall = coldWall();
    const { thermal } = assess(wall);
    const clearShare = 0.038 / 0.4064;
    const e = (0.23 - clearShare) / (1 - clearShare);
    expect(thermal.effective.method).toBe('wholeWall');
    expect(thermal.wholeWall!.u).toBeCloseTo(
      (1 - e) * thermal.section.u + e * thermal.framePath.u,
      12,
    );
    const clear = assess(withLayer(wall, 'studs', { fraction: 0.038 / 0.4064 })).thermal;
    expect(clear.effective.method).toBe('section');
    expect(clear.wholeWall).toBeUndefined();
    expect(clear.section.r).toBe(thermal.section.r);
  });

  test('plates of broken studs are lumber unless the file says else, and never less than the clear field', () => {
    const broken = coldWall();
    const gap = (change: object) => ({
      ...framed(
        'gap-in-studs',
        0.064,
        'mineral-wool-batt',
        { width: 0.038, spacing: 0.4064 },
        'main',
        0.23,
      ),
      ...change,
    });
    const member = {
      section: 'solid',
      material: 'mineral-wool-batt',
      width: 0.038,
      spacing: 0.4064,
    };
    broken.layers.splice(2, 0, gap({ member }) as Layer);
    const lumber = assess(validateWall(broken)).thermal;
    const stated = (excess: string) =>
      assess(
        validateWall({
          ...broken,
          layers: broken.layers.map((layer) =>
            layer.kind === 'framed' && layer.frame === 'main' ? { ...layer, excess } : layer,
          ),
        }),
      ).thermal;
    expect(stated('softwood').wholeWall).toEqual(lumber.wholeWall);
    expect(stated('hardwood').wholeWall!.u).toBeGreaterThan(lumber.wholeWall!.u);
    expect(lumber.wholeWall!.u).toBeGreaterThan(lumber.section.u);
    expect(() => stated('no-such-wood')).toThrow(/layers\[1\]\.excess/);
  });

  test('on any wood wall the whole wall lies between the section and parallel path', () => {
    for (const fraction of [0.12, 0.16, 0.25, 0.4])
      for (const width of [0.0381, 0.089]) {
        const wall = withLayer(coldWall(), 'studs', {
          fraction,
          member: { section: 'solid', material: 'softwood', width, spacing: 0.6 },
        });
        const { wholeWall, section, isothermalPlanes } = assess(wall).thermal;
        if (!wholeWall) continue;
        expect(wholeWall.u).toBeGreaterThan(section.u);
        expect(wholeWall.u).toBeLessThan(isothermalPlanes.u);
      }
  });

  test('a channel needs no lip', () => {
    const { lip: _, ...channel } = C_STUD;
    const wall = steelWall();
    const bare = {
      ...wall,
      layers: wall.layers.map((layer) =>
        layer.kind === 'framed' && layer.member.section === 'c'
          ? { ...layer, member: channel }
          : layer,
      ),
    };
    expect(assess(validateWall(bare)).thermal.section.r).toBeGreaterThan(
      assess(wall).thermal.section.r,
    );
  });

  test('with C-studs it means more studs', () => {
    const share = C_STUD.web / C_STUD.spacing;
    const { thermal } = assess(steelWall({ fraction: 1.6 * share }));
    expect(thermal.wholeWall!.u).toBeCloseTo(
      thermal.cavityPath.u + 1.6 * (thermal.section.u - thermal.cavityPath.u),
      12,
    );
  });

  test('corrections stand on the combined R, with C-studs on the section’s', () => {
    const fasteners = [
      { conductivity: 50, diameter: 0.006, perArea: 8, from: 'board', to: 'board' },
    ];
    const wood = assess({ ...coldWall(), fasteners }).thermal;
    const steel = assess({ ...steelWall(), fasteners }).thermal;
    const factor = ((0.8 * 50 * Math.PI * 0.003 ** 2 * 8) / 0.0381) * (0.0381 / 0.0355) ** 2;
    expect(wood.corrections.fasteners).toBeCloseTo(factor / wood.combined.r ** 2, 12);
    expect(steel.corrections.fasteners).toBeCloseTo(factor / steel.section.r ** 2, 12);
    expect(steel.effective.u).toBeCloseTo(steel.section.u + steel.corrections.fasteners, 12);
  });
});

test('the layers alone say everything but the section', () => {
  const wall = coldWall();
  const { section: _, framingLoss: __, thermal, ...layers } = assess(wall);
  expect(assessLayers(wall)).toEqual(layers);
  expect(thermal).toMatchObject(layers.paths);
});

test('a wall of sixty layers and three metres of spacing is solved within the budget', () => {
  const wall = coldWall({
    layers: [
      ...Array.from({ length: 29 }, (_, i) => sheet(`a${i}`, 'gypsum-board', 0.001 + i * 1e-4)),
      framed('studs', 0.14, 'mineral-wool-batt', { width: 0.038, spacing: 3 }, 'main'),
      ...Array.from({ length: 29 }, (_, i) => sheet(`b${i}`, 'osb', 0.001 + i * 1e-4)),
    ],
  });
  const { section, cavityPath } = assess(validateWall(wall)).thermal;
  expect(section.r).toBeLessThan(cavityPath.r);
  expect(section.r).toBeGreaterThan(0.9 * cavityPath.r);
});
