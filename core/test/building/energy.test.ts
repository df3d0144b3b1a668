import { describe, expect, test } from '@jest/globals';
import {
  CLIMATES,
  weatherOfClimate,
  weatherOfLists,
  listsOfWeather,
  type WeatherYear,
} from '@eldrun/core/climate';
import {
  facadeYear,
  foilWorth,
  houseYear,
  presentValue,
  skySeen,
  sunlit,
  USUAL_ENERGY,
  worthOf,
  worthSentences,
  type Energy,
  type EnergyOption,
  type FacadeYear,
} from '@eldrun/core/energy';
import { messageText } from '@eldrun/core/units';
import { resolveWall } from '@eldrun/core/build-up';
import { yearlyHeatLoss } from '@eldrun/core/steady-heat';
import { ENERGY } from '@eldrun/core/kinds';
import { coldWall, sheet } from '../walls.ts';

const cold = weatherOfClimate(CLIMATES['cold-humid']!, 1);
const at20 = Array<number>(12).fill(20);

/** A year that is always as warm, without sun or a cold sky. */
function constant(temperature: number): WeatherYear {
  const weather = weatherOfLists(listsOfWeather(cold));
  weather.temperature.fill(temperature);
  weather.globalHorizontal!.fill(0);
  return { ...weather, longwave: null };
}

const [north, , south] = USUAL_ENERGY.facades;

describe('a year on one side', () => {
  test('without sun is hours times kelvins', () => {
    const winter = facadeYear(south!, USUAL_ENERGY, constant(0), at20);
    expect(winter).toMatchObject({
      heating: 20 * 8760,
      heatingOfWalls: 20 * 8760,
      heatingOfWindows: 20 * 8760,
      coolingOfWalls: 0,
      sunHeating: 0,
    });
    const summer = facadeYear(south!, USUAL_ENERGY, constant(30), at20);
    expect(summer).toMatchObject({
      heating: 0,
      coolingOfWalls: 6 * 8760,
      coolingOfWindows: 6 * 8760,
    });
    // Between the two limits nothing runs.
    expect(facadeYear(south!, USUAL_ENERGY, constant(17), at20).heating).toBe(0);
  });

  test('counts sun and sky in winter as in summer: walls are warmed and cooled by them, windows cooled by the sky', () => {
    const air = 5.670374419e-8 * 273.15 ** 4;
    // 40 W/m² less from the sky than from air as warm: half of it seen, ε 0.9, over a film of 25.
    const clear = { ...constant(0), longwave: constant(0).temperature.map(() => air - 40) };
    const colder = (0.5 * 0.9 * 40) / 25;
    const winter = facadeYear(south!, USUAL_ENERGY, clear, at20);
    expect(winter.heating).toBe(20 * 8760);
    expect(winter.heatingOfWindows / 8760).toBeCloseTo(20 + colder, 3);
    expect(winter.heatingOfWalls / 8760).toBeCloseTo(20 + colder, 3);
    const dark = facadeYear(south!, USUAL_ENERGY, cold, at20);
    expect(dark.heatingOfWalls).toBeLessThan(dark.heatingOfWindows);
    expect(dark.coolingOfWalls).toBeGreaterThan(dark.coolingOfWindows);
    // Most sun falls on the south: its walls lose least.
    expect(dark.heatingOfWalls).toBeLessThan(
      facadeYear(north!, USUAL_ENERGY, cold, at20).heatingOfWalls,
    );
  });

  test('that is heated on all days is that of degree-days, within the days that are warm', () => {
    const always = { ...USUAL_ENERGY, heating: { ...USUAL_ENERGY.heating, below: 60 } };
    const wall = resolveWall(coldWall({ layers: [sheet('a', 'osb', 0.0111)] }));
    const indoor = wall.months.map(({ indoorTemperature }) => indoorTemperature);
    const byHours = (0.2 / 1000) * facadeYear(north!, always, cold, indoor).heating;
    const byMonths = yearlyHeatLoss(wall, 0.2);
    // Cool days of a warm month count by hours, not in the month's mean.
    expect(byHours / byMonths).toBeGreaterThan(1);
    expect(byHours / byMonths).toBeLessThan(1.03);
  });

  test('gives most sun from the south, and shade takes it: less in winter by an overhang, by leaves in summer', () => {
    const of = (side: typeof south, more = {}): FacadeYear =>
      facadeYear({ ...side!, ...more }, USUAL_ENERGY, cold, at20);
    expect(of(south).sunHeating).toBeGreaterThan(1.8 * of(north).sunHeating);
    const porch = of(south, { overhang: { depth: 1.2, above: 0.3 } });
    const kept = (a: FacadeYear, season: 'sunHeating' | 'sunCooling'): number =>
      a[season] / of(south)[season];
    expect(kept(porch, 'sunCooling')).toBeLessThan(kept(porch, 'sunHeating'));
    const trees = of(south, { trees: { bare: 0.7, inLeaf: 0.3 } });
    expect(kept(trees, 'sunCooling')).toBeCloseTo(0.3, 12);
    expect(kept(trees, 'sunHeating')).toBeGreaterThan(0.5);
    expect(kept(trees, 'sunHeating')).toBeLessThan(0.7);
    expect(porch.sunUnshaded).toBe(of(south).sunUnshaded);
  });

  test('in the south trees are in leaf in the other half of the year', () => {
    const leafy = { ...north!, trees: { bare: 1, inLeaf: 0 } };
    const warm = constant(30);
    warm.globalHorizontal!.fill(400, 4344, 4344 + 744); // July
    warm.diffuseHorizontal!.fill(400, 4344, 4344 + 744);
    warm.directNormal!.fill(0);
    expect(facadeYear(leafy, USUAL_ENERGY, warm, at20).sunCooling).toBe(0);
    const below = facadeYear(leafy, USUAL_ENERGY, { ...warm, latitude: -45 }, at20);
    expect(below.sunCooling).toBeGreaterThan(0);
  });
});

test('an overhang shades by the profile angle, and hides sky above its edge', () => {
  const shade = { overhang: { depth: 0.6, above: 0.3 } };
  // The shadow's edge lies 0.6 · 2 = 1.2 m below the overhang: 0.9 of the 1.4 m of window.
  expect(sunlit(shade, 1.4, 2)).toBeCloseTo(1 - 0.9 / 1.4, 12);
  expect(sunlit(shade, 1.4, 0.4)).toBe(1);
  expect(sunlit(shade, 1.4, 10)).toBe(0);
  // 1 m up to the edge over 0.6 m out: sin(59.04°).
  expect(skySeen(shade, 1.4)).toBeCloseTo(0.857493, 6);
  expect(skySeen({}, 1.4)).toBe(1);
});

test('what is saved each year is worth an annuity today', () => {
  // 5 % over 10 years: 7.7217; where prices rise as fast as the discount, each year counts in full.
  expect(presentValue({ years: 10, rise: 0 }, 0.05)).toBeCloseTo(7.721735, 6);
  expect(presentValue({ years: 25, rise: 0.03 }, 0.03)).toBeCloseTo(25, 10);
});

/** One side of 100 m², a fifth of it windows; figures that a pocket calculator follows. */
const simple: Energy = {
  ...USUAL_ENERGY,
  facades: USUAL_ENERGY.facades.map((facade, i) =>
    i === 2 ? { side: facade.side, area: 100, windows: 0.2 } : { ...facade, area: 0 },
  ),
  glazing: { u: 2, shgc: 0.5 },
  better: { u: 1, shgc: 0.5, cost: 100 },
  heating: { efficiency: 0.8, price: 0.1, carbon: 0.2, below: 15, sunUsed: 0.5 },
  cooling: { efficiency: 4, price: 0.2, carbon: 0.4, above: 20, to: 24 },
  years: 20,
  discount: 0,
  rise: 0,
  uncertain: { cost: 0.2, energy: 0.5 },
};
const year: FacadeYear = {
  side: 'south',
  heating: 82_000,
  heatingOfWalls: 80_000,
  heatingOfWindows: 80_000,
  coolingOfWalls: 3000,
  coolingOfWindows: 1000,
  sunHeating: 200,
  sunCooling: 150,
  sunUnshaded: 900,
};
const years = [year, year, year, year];

test('a house takes what its walls and windows lose, less the sun that is used', () => {
  expect(houseYear(simple, years, 0.25, simple.glazing)).toEqual({
    wallLoss: 80 * 0.25 * 80,
    windowLoss: 20 * 2 * 80,
    sunUsed: 20 * 0.5 * 0.9 * 200 * 0.5,
    wallGain: 80 * 0.25 * 3,
    windowGain: 20 * 2 * 1,
    sunGain: expect.closeTo(20 * 0.5 * 0.9 * 150, 9),
    heating: 3900,
    cooling: expect.closeTo(1450, 9),
    money: expect.closeTo((3900 / 0.8) * 0.1 + (1450 / 4) * 0.2, 9),
    carbon: expect.closeTo((3900 / 0.8) * 0.2 + (1450 / 4) * 0.4, 9),
  });
});

const plain: EnergyOption = { name: 'Plain', u: 0.25, cost: 100, carbon: 20, better: false };
const thick: EnergyOption = { name: 'Thick', u: 0.15, cost: 130, carbon: 30, better: false };

describe('held against the first', () => {
  const [base, more, windows, unknown] = worthOf(simple, years, [
    plain,
    thick,
    { ...plain, name: 'Better windows', better: true },
    { ...thick, name: 'Unpriced', cost: null },
  ]);

  test('more wall pays back in its cost over its saving, within a span', () => {
    // 80 m² · 0.1 W/(m²·K) · 80 kKh = 640 kWh of heat less, 24 kWh of cooling less.
    const saving = (640 / 0.8) * 0.1 + (24 / 4) * 0.2;
    expect(base!.gain).toBeNull();
    const { gain } = more!;
    expect(gain!.cost).toBeCloseTo(80 * 30, 9);
    expect(gain!.money).toBeCloseTo(saving, 9);
    expect(gain!.heat).toBeCloseTo(664, 9);
    expect(gain!.payback).toBeCloseTo(2400 / saving, 9);
    expect(gain!.paybackSpan[0]).toBeCloseTo((2400 * 0.8) / (saving * 1.5), 9);
    expect(gain!.paybackSpan[1]).toBeCloseTo((2400 * 1.2) / (saving * 0.5), 9);
    expect(gain!.net).toBeCloseTo(20 * saving - 2400, 9);
    expect(gain!.netSpan![0]).toBeCloseTo(10 * saving - 2880, 9);
    // 80 m² · 10 kg over (640/0.8)·0.2 + (24/4)·0.4 kg a year.
    expect(gain!.carbonPayback).toBeCloseTo(800 / 162.4, 9);
    expect(gain!.hangsOn).toBe('energy');
    expect(more!.lifetime).toBeCloseTo(80 * 130 + 20 * more!.year.money, 9);
  });

  test('better windows cost by their area; without a price nothing is said of payback', () => {
    expect(windows!.gain!.cost).toBeCloseTo(20 * 100, 9);
    expect(windows!.gain!.carbonPayback).toBeNull();
    expect(windows!.gain!.heat).toBeCloseTo(20 * 1 * 80 + 20 * 1, 9);
    expect(unknown!.gain).toMatchObject({ cost: null, payback: null, net: null });
    expect(unknown!.lifetime).toBeNull();
  });

  test('it is said in sentences, and what no money counts beside it', () => {
    const text = worthSentences(simple, [base!, more!, windows!, unknown!], [-4, 2, -4, 2])
      .map((sentence) => messageText(sentence, 'metric'))
      .join('\n');
    expect(text).toContain('windows take 67 % through 20 % of the area');
    expect(text).toContain('“Thick” costs $2,400 more and saves $81 a year: paid back in 30 years');
    expect(text).toContain('beyond the 20 that are counted');
    expect(text).toContain('“Unpriced” saves $81 a year; what it costs is not known');
    expect(text).toContain('hangs most on');
    expect(text).toMatch(/Not in the sum: warm sheathing.*with “Thick”.* 6\.0 K farther/);
  });

  test('what is cheaper and loses more says how long the difference lasts', () => {
    const [first, thin] = worthOf(simple, years, [thick, plain]);
    const said = worthSentences(simple, [first!, thin!], [null, null]);
    expect(messageText(said[1]!, 'metric')).toBe(
      '“Plain” costs $2,400 less and takes $81 more a year: what is saved lasts 30 years.',
    );
  });
});

test('a foil beside a gap is worth a little, less still where the air moves', () => {
  const open = { id: 'gap', kind: 'air' as const, thickness: 0.019, ventilation: 'open' as const };
  const wall = coldWall({ layers: [sheet('a', 'xps', 0.05), open, sheet('b', 'osb', 0.0111)] });
  const { still, moving } = foilWorth(resolveWall(wall))!;
  // 1/(2.5 + 0.0498·5.15) − 1/(2.5 + 0.818·5.15), and with 4.8 in place of 2.5.
  expect(still).toBeCloseTo(0.3627 - 0.149, 2);
  expect(moving).toBeCloseTo(0.1978 - 0.1109, 2);
  expect(foilWorth(resolveWall(coldWall({ layers: [sheet('a', 'xps', 0.05)] })))).toBeNull();
});

test('what it is computed with is changed by commands, checked, and summed up', () => {
  const changed = ENERGY.apply(USUAL_ENERGY, {
    type: 'setFacade',
    side: 'south',
    facade: { area: 70, windows: 0.3, overhang: { depth: 2, above: 0.2 } },
  });
  expect(ENERGY.validate(changed, { materials: {} })).toEqual(changed);
  const project = { brief: coldWall(), materials: {} };
  expect(
    ENERGY.summarize(changed, project, { long: false, weather: {} }).figures['windows'],
  ).toBeCloseTo(55 * 0.08 + 2 * 55 * 0.12 + 21, 9);
  const wrong = ENERGY.apply(changed, { type: 'setFields', fields: { years: 0 } });
  expect(() => ENERGY.validate(wrong, { materials: {} })).toThrow(
    expect.objectContaining({ path: 'years' }),
  );
});
