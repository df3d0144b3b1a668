import { describe, expect, test } from '@jest/globals';
import { messageText } from '@eldrun/core/units';
import type { Layer } from '@eldrun/core/build-up';
import { tradeOf } from '@eldrun/core/trade';
import {
  addDays,
  checkName,
  crewOf,
  dayNumber,
  dayOf,
  dayText,
  hourOfYear,
  kindName,
  lateItems,
  siteFile,
  siteWalls,
  standingOn,
  USUAL_CREWS,
  weekday,
  withinCheck,
  workdaysFor,
  workdaysOf,
  type SiteCheck,
  type SiteFile,
} from '@eldrun/core/site';
import {
  houseOf,
  one,
  planOf,
  sheet,
  siteOf,
  stepOf,
  strips,
  studs,
  USUAL_LAYERS,
  wallOf,
  window,
} from './site-walls.ts';

const trade = tradeOf({});

describe('days', () => {
  test('weekdays, leap days, and back', () => {
    expect(weekday(dayNumber('2026-04-06'))).toBe(1);
    expect(weekday(dayNumber('1969-12-28'))).toBe(7);
    expect(addDays('2028-02-28', 1)).toBe('2028-02-29');
    expect(addDays('2026-12-31', 1)).toBe('2027-01-01');
    expect(dayOf(dayNumber('2026-04-06'))).toBe('2026-04-06');
    expect(dayText('2026-04-06', 1)).toBe('Mon, Apr 6');
    expect(dayText('2026-12-31')).toBe('Dec 31');
  });

  test('workdays over a long break, and none in ten years', () => {
    const holidays = Array.from({ length: 30 }, (_, n) => addDays('2026-12-21', n));
    const workdays = workdaysOf({ workdays: [1, 2, 3, 4, 5], holidays, hours: 8 });
    expect(dayOf(workdays.from(dayNumber('2026-12-21')))).toBe('2027-01-20');
    expect(workdays.between(dayNumber('2026-12-18'), dayNumber('2027-01-20'))).toBe(2);
    expect(dayOf(workdays.last(dayNumber('2026-12-17'), 3))).toBe('2027-01-20');
    expect(() => workdaysOf({ workdays: [], hours: 8 }).from(0)).toThrow(RangeError);
  });

  test('a step takes its hours over people and hours a day, at least one day', () => {
    expect(workdaysFor(16, 2, 8)).toBe(1);
    expect(workdaysFor(16.01, 2, 8)).toBe(2);
    expect(workdaysFor(0, 2, 8)).toBe(1);
    expect(workdaysFor(9.5, 3, 8)).toBe(1);
    expect(workdaysFor(0.1 + 0.2, 0.3, 1)).toBe(1);
  });

  test('hours of a year of weather: 29 February is as 28', () => {
    expect(hourOfYear('2026-01-01')).toBe(0);
    expect(hourOfYear('2026-03-01')).toBe(59 * 24);
    expect(hourOfYear('2028-02-29')).toBe(58 * 24);
    expect(hourOfYear('2028-03-01')).toBe(59 * 24);
    expect(hourOfYear('2028-12-31')).toBe(364 * 24);
  });
});

describe('crews and hours', () => {
  test('a trade that is named does its work, else the one that could', () => {
    expect(crewOf('windows', { framing: 2, siding: 2, windows: 1 })).toBe('windows');
    expect(crewOf('windows', { framing: 2, siding: 2 })).toBe('siding');
    expect(crewOf('services', { framing: 2, siding: 2 })).toBe('framing');
    expect(crewOf('services', { painters: 2 })).toBe('painters');
    expect(Object.keys(USUAL_CREWS)).toContain(crewOf('inner-finish', USUAL_CREWS));
  });

  test('hours by the labor of the materials over the wall less its openings; windows, wires and tests by the trade', () => {
    const plan = planOf(one());
    const area = 8 * 2.5 - 1.2;
    const hours = (kind: string): number => stepOf(plan, `north/${kind}`).hours;
    expect(hours('framing')).toBeCloseTo((10 * area) / 60, 9);
    expect(hours('sheathing')).toBeCloseTo((8 * area) / 60, 9);
    expect(hours('cavity-fill')).toBeCloseTo((5 * area) / 60, 9);
    expect(hours('furring')).toBeCloseTo((6 * area) / 60, 9);
    expect(hours('windows')).toBeCloseTo(trade('site-window-hours'), 9);
    expect(hours('services')).toBeCloseTo((trade('site-services-minutes') * area) / 60, 9);
    expect(hours('airtightness-test')).toBe(trade('site-test-hours'));
  });

  test('a house changes its trade figures', () => {
    const house = houseOf(wallOf(USUAL_LAYERS), [{ id: 'north', openings: [window] }], {
      trade: { 'site-window-hours': 7 },
    });
    expect(stepOf(planOf(siteOf(house)), 'north/windows').hours).toBe(7);
  });

  test('a crew goes around once more whenever it goes back', () => {
    const house = houseOf(wallOf(USUAL_LAYERS), [{ id: 'a' }, { id: 'b' }]);
    const crews = new Map(
      planOf(siteOf(house, { choices: { airtightness: 'not-tested' } })).crews.map((crew) => [
        crew.crew,
        crew,
      ]),
    );
    // Siding: membrane, insulation, furring, cladding, each around the house.
    expect(crews.get('siding')).toMatchObject({ people: 2, passes: 4 });
    // Framing: frame, sheathing, wires, fill, finish.
    expect(crews.get('framing')).toMatchObject({ people: 3, passes: 5 });
  });

  test('elevations in another order', () => {
    const house = houseOf(wallOf(USUAL_LAYERS), [{ id: 'a' }, { id: 'b' }, { id: 'c' }]);
    const first = (site: SiteFile) =>
      planOf(site)
        .steps.filter(({ kind }) => kind === 'framing')
        .toSorted((x, y) => x.start!.localeCompare(y.start!))
        .map(({ elevation }) => elevation);
    expect(first(siteOf(house))).toEqual(['a', 'b', 'c']);
    expect(first(siteOf(house, { elevations: ['c', 'a'] }))).toEqual(['c', 'a', 'b']);
  });
});

describe('what has to come', () => {
  const cellulose = wallOf(
    USUAL_LAYERS.map((layer) => (layer.id === 'studs' ? studs('cellulose-dense-pack') : layer)),
  );

  test('by kind, by material, by step, and the roof', () => {
    const start = (item: string, id: string): string =>
      stepOf(planOf(one({ leadTimes: [{ item, ordered: '2026-04-01', days: 60 }] }, cellulose)), id)
        .start!;
    for (const [item, id] of [
      ['cladding', 'north/cladding'],
      ['Insulation', 'north/insulation-1'],
      ['insulation-1', 'north/insulation-1'],
      ['mineral-wool-board-rigid', 'north/insulation-1'],
      ['north/furring', 'north/furring'],
      ['furring-1x4', 'north/furring'],
      ['roof', 'north/cavity-fill'],
    ] as const)
      expect([item, start(item, id) >= '2026-05-31']).toEqual([item, true]);
  });

  test('a fill that must not get wet waits for every opening of the house, unless they are closed for the time being', () => {
    const house = houseOf(cellulose, [{ id: 'a' }, { id: 'b', openings: [window] }]);
    const site = siteOf(house, {
      leadTimes: [{ item: 'windows', ordered: '2026-04-01', days: 60 }],
    });
    expect(stepOf(planOf(site), 'a/cavity-fill').start! > '2026-05-31').toBe(true);
    const closed = planOf({ ...site, closedForNow: true });
    expect(stepOf(closed, 'a/cavity-fill').start! < '2026-05-31').toBe(true);
    // Mineral wool bears rain until its own wall is closed.
    const wool = planOf({ ...site, house: { ...house, assemblies: { A: wallOf(USUAL_LAYERS) } } });
    expect(stepOf(wool, 'a/cavity-fill').start! < '2026-05-31').toBe(true);
  });

  test('a material that comes late names the steps that place it', () => {
    const site = one({
      leadTimes: [{ item: 'mineral-wool-board-rigid', ordered: '2026-04-01', days: 60 }],
    });
    const walls = siteWalls(site.house.assemblies);
    const [late] = lateItems(site, site.house, walls, planOf(site));
    expect(late!.waiting).toEqual([{ step: 'north/insulation-1', without: '2026-04-10' }]);
    expect(late!.delays).toBeGreaterThan(0);
  });

  test('what is held is not called late', () => {
    const site = one({
      leadTimes: [{ item: 'windows', ordered: '2026-03-02', days: 56 }],
      checks: [{ check: 'north/membrane/laps', result: 'fail', at: '2026-04-08' }],
    });
    const plan = planOf(site);
    expect(plan.finish).toBeNull();
    for (const { delays } of lateItems(site, site.house, siteWalls(site.house.assemblies), plan))
      expect(delays).toBe(0);
  });
});

describe('checks by what the wall is made of', () => {
  const checksOf = (layers: Layer[], fields: Partial<SiteFile> = {}) => {
    const { checks } = planOf(one(fields, wallOf(layers)));
    return new Map(checks.map((check) => [check.id.replace('north/', ''), check]));
  };
  const swapped = (id: string, ...layers: Layer[]): Layer[] =>
    USUAL_LAYERS.flatMap((layer) => (layer.id === id ? layers : [layer]));
  const said = (check: SiteCheck | undefined): string => messageText(check!.what, 'imperial');

  test('membranes: laps of a wrap and of what sticks, the wet film of what is rolled on', () => {
    expect(checksOf(USUAL_LAYERS).get('membrane/laps')!.value).toBe(trade('wrap-lap'));
    const stuck = checksOf(swapped('wrap', sheet('wrap', 'self-adhered-permeable', 0.0005)));
    expect(stuck.get('membrane/laps')!.value).toBe(trade('self-adhered-side'));
    expect(said(stuck.get('membrane/wrinkles'))).toMatch(/fish mouth/);
    const wet = checksOf(swapped('wrap', sheet('wrap', 'liquid-applied-permeable', 0.0006)));
    expect(wet.get('membrane/film')!.value).toBeCloseTo(0.0006 / trade('liquid-solids'), 12);
    expect(wet.has('membrane/laps')).toBe(false);
  });

  test('a roll that the house states', () => {
    const house = houseOf(wallOf(USUAL_LAYERS), [{ id: 'north' }], {
      rolls: { membrane: { width: 2.7, horizontalLap: 0.2 } },
      nailing: 'staple-16',
    });
    const { checks } = planOf(siteOf(house));
    expect(checks.find(({ id }) => id === 'north/membrane/laps')!.value).toBe(0.2);
    expect(checks.find(({ id }) => id === 'north/sheathing/nailing')!.value).toBe(
      trade('staple-16-edge'),
    );
  });

  test('the skin of a shell is not nailed', () => {
    const shell = checksOf(swapped('osb', sheet('osb', 'steel', 0.002)));
    expect(shell.has('sheathing/skin')).toBe(true);
    expect(shell.has('sheathing/nailing')).toBe(false);
  });

  test('gaps between wood panels only', () => {
    expect(checksOf(USUAL_LAYERS).has('sheathing/gaps')).toBe(true);
    const gypsum = checksOf(swapped('osb', sheet('osb', 'gypsum-sheathing-glass-mat', 0.0127)));
    expect(gypsum.has('sheathing/gaps')).toBe(false);
  });

  test('wood before it is closed in: drier for dense fills and spray foam; steel is not asked', () => {
    expect(checksOf(USUAL_LAYERS).get('framing/moisture')!.value).toBe(0.19);
    for (const fill of ['cellulose-dense-pack', 'spray-foam-closed-cell'])
      expect(checksOf(swapped('studs', studs(fill))).get('framing/moisture')!.value).toBe(0.16);
    const steel: Layer = {
      ...studs('mineral-wool-batt'),
      member: {
        section: 'c',
        material: 'steel',
        web: 0.0011,
        flange: 0.041,
        spacing: 0.4064,
        direction: 'vertical',
      },
    } as Layer;
    const found = checksOf(swapped('studs', steel));
    expect(found.has('framing/moisture')).toBe(false);
    expect(found.has('framing/rust')).toBe(true);
  });

  test('density of what is packed, within a share', () => {
    const density = checksOf(swapped('studs', studs('cellulose-dense-pack'))).get(
      'cavity-fill/density',
    )!;
    expect(density.tolerance).toBeCloseTo(density.value! * trade('site-fill-density'), 12);
    expect(checksOf(USUAL_LAYERS).has('cavity-fill/density')).toBe(false);
  });

  test('claddings: plaster is seen by its maker, metal is square, boards lie open first', () => {
    const stucco = checksOf(swapped('siding', sheet('siding', 'cement-lime-stucco', 0.022)));
    expect(stucco.has('furring/maker')).toBe(true);
    const metal = checksOf(swapped('siding', sheet('siding', 'metal-panel-steel', 0.001)));
    expect(metal.get('furring/edges')).toMatchObject({ before: 'north/cladding' });
    expect(checksOf(USUAL_LAYERS).get('furring/acclimatized')).toMatchObject({
      value: 3,
      unit: 'd',
    });
    expect(metal.has('furring/acclimatized')).toBe(false);
  });

  test('a mock-up for each cladding, goods once for the house', () => {
    const other = wallOf(swapped('siding', sheet('siding', 'metal-panel-steel', 0.001)));
    const house = {
      ...houseOf(wallOf(USUAL_LAYERS), [
        { id: 'a', openings: [window] },
        { id: 'b' },
        { id: 'c', assembly: 'B' },
      ]),
      assemblies: { A: wallOf(USUAL_LAYERS), B: other },
    };
    const ids = planOf(siteOf(house)).checks.map(({ id }) => id);
    expect(ids.filter((id) => id.endsWith('/mock-up'))).toEqual([
      'a/furring/mock-up',
      'c/furring/mock-up',
    ]);
    expect(ids.filter((id) => id.includes('/goods-'))).toEqual([
      'a/sheathing/goods-membrane',
      'a/membrane/goods-insulation-1',
      'a/membrane/goods-windows',
    ]);
  });

  test('the test stands beside what the brief states', () => {
    const wall = wallOf(USUAL_LAYERS, { airtightness: { flow: 2 / 3600, pressure: 50 } });
    const { checks } = planOf(one({}, wall));
    const leaks = checks.find(({ id }) => id === 'north/airtightness-test/leaks')!;
    expect(leaks.value).toBeCloseTo(2, 9);
    expect(withinCheck(leaks, 1.9)).toBe(true);
    expect(withinCheck(leaks, 2.3)).toBe(false);
    expect(checksOf(USUAL_LAYERS).get('airtightness-test/leaks')!.value).toBeNull();
    expect(
      checksOf(USUAL_LAYERS, { choices: { airtightness: 'not-tested' } }).has(
        'airtightness-test/leaks',
      ),
    ).toBe(false);
  });

  test.each([
    ['frame', /rot/, /lead and asbestos/],
    ['facade', /rot/, /leaks is mended first/],
    ['shell', /rust/, /lead and asbestos/],
  ] as const)(
    'a %s that stands is surveyed first, and a failed survey holds the frame',
    (existing, ...says) => {
      const found = checksOf(USUAL_LAYERS, { existing });
      const survey = [...found.values()].filter(({ id }) => id.includes('/survey-'));
      const all = survey.map(said).join('\n');
      for (const text of says) expect(all).toMatch(text);
      for (const check of survey) expect(check.before).toBe('north/framing');
      const held = planOf(
        one({ existing, checks: [{ check: survey[0]!.id, result: 'fail', at: '2026-04-06' }] }),
      );
      expect(stepOf(held, 'north/framing').start).toBeNull();
    },
  );
});

describe('left behind before it is out of reach', () => {
  const leftOf = (layers: Layer[], fields: object = {}) =>
    planOf(siteOf(houseOf(wallOf(layers), [{ id: 'north', ...fields }]))).leaveBehinds.map(
      ({ before, what }) => `${before.replace('north/', '')}: ${what}`,
    );

  test('strips of an inner air barrier under plates and behind partitions', () => {
    const tight = [
      USUAL_LAYERS[0]!,
      sheet('vapor', 'vapor-check-membrane', 0.0003),
      ...USUAL_LAYERS.slice(1),
    ];
    const partition = { intersections: [{ x: 3, width: 0.1, kind: 'ladder' }] };
    expect(leftOf(tight, partition).join('\n')).toMatch(
      /framing: A strip .* behind each partition/,
    );
    expect(leftOf(tight).join('\n')).not.toMatch(/partition/);
    expect(leftOf(USUAL_LAYERS, partition).join('\n')).not.toMatch(/A strip/);
  });

  test('flaps only where there are openings, mesh only where there is furring', () => {
    expect(leftOf(USUAL_LAYERS).join('\n')).not.toMatch(/flap/);
    expect(leftOf(USUAL_LAYERS, { openings: [window] }).join('\n')).toMatch(
      /windows: The membrane’s flap/,
    );
    expect(leftOf(USUAL_LAYERS).join('\n')).toMatch(/cladding: Mesh/);
    const bare = USUAL_LAYERS.filter((layer) => layer !== strips);
    expect(leftOf(bare).join('\n')).not.toMatch(/Mesh/);
  });
});

describe('what was entered', () => {
  test('work before what it waits for is named, and its days stand', () => {
    const plan = planOf(
      one({
        progress: [
          { step: 'north/sheathing', started: '2026-04-07', finished: '2026-04-08' },
          { step: 'north/membrane', started: '2026-04-07', finished: '2026-04-09' },
        ],
      }),
    );
    const texts = plan.problems.map(
      ({ at, message }) => `${at}: ${messageText(message, 'metric')}`,
    );
    expect(texts).toEqual([
      'north/sheathing: it started on 2026-04-07, and nobody entered that north/framing is done',
      'north/membrane: it started on 2026-04-07, before north/sheathing was finished',
    ]);
    expect(stepOf(plan, 'north/membrane')).toMatchObject({
      start: '2026-04-07',
      finish: '2026-04-09',
    });
  });

  test('a failed check does not undo what was begun, and says so', () => {
    const said = siteFile(
      one({
        progress: [
          { step: 'north/framing', started: '2026-04-06', finished: '2026-04-06' },
          { step: 'north/sheathing', started: '2026-04-07', finished: '2026-04-07' },
          { step: 'north/membrane', started: '2026-04-08' },
        ],
        checks: [{ check: 'north/sheathing/gaps', result: 'fail', at: '2026-04-08' }],
      }),
    );
    expect(said.problems).toEqual([
      'north/membrane: started although north/sheathing/gaps failed on 2026-04-08',
    ]);
    expect(said.steps.find(({ id }) => id === 'north/membrane')!.start).toBe('2026-04-08');
  });

  test('of readings the last one counts', () => {
    const reading = (value: number, at: string) => ({
      kind: 'wood-moisture' as const,
      where: 'north/studs',
      value,
      at,
    });
    const problems = (...readings: ReturnType<typeof reading>[]) =>
      planOf(one({ readings })).problems;
    expect(problems(reading(0.24, '2026-04-08'), reading(0.17, '2026-04-20'))).toEqual([]);
    expect(problems(reading(0.17, '2026-04-08'), reading(0.24, '2026-04-20'))).toHaveLength(1);
    expect(problems(reading(0.19, '2026-04-08'))).toEqual([]);
    // Of a place that is no wall of the house nothing is judged.
    expect(problems({ ...reading(0.5, '2026-04-08'), where: 'yard/pile' })).toEqual([]);
  });

  test('today is the last day that something was entered for', () => {
    expect(planOf(one()).today).toBe('2026-04-06');
    expect(
      planOf(one({ log: [{ id: 'x', day: '2026-04-21', kind: 'note', text: '' }] })).today,
    ).toBe('2026-04-21');
  });

  test('nothing covers it: a caution, and a failure once its days are over', () => {
    const bare = wallOf(USUAL_LAYERS.slice(0, 4));
    const status = (today: string) =>
      planOf(one({ today, progress: progress() }, bare)).clocks.find(
        ({ step }) => step === 'north/membrane',
      );
    function progress() {
      return ['framing', 'sheathing', 'membrane'].map((kind, n) => ({
        step: `north/${kind}`,
        started: `2026-04-0${6 + n}`,
        finished: `2026-04-0${6 + n}`,
      }));
    }
    expect(status('2026-04-10')).toMatchObject({
      covered: null,
      coveredBy: null,
      status: 'caution',
    });
    expect(status('2026-08-06')).toMatchObject({ deadline: '2026-08-06', status: 'caution' });
    expect(status('2026-08-07')).toMatchObject({ status: 'fail' });
  });
});

test('a material of the file that says nothing of sun and rain is as the library’s of its id', () => {
  const plain = { name: 'Wrap', category: 'membrane', conductivity: 0.2, vapor: { mu: 50 } };
  const own = wallOf(USUAL_LAYERS, { materials: { 'wrap-nonwoven': plain } });
  const limit = (wall: typeof own) =>
    planOf(one({}, wall)).clocks.find(({ step }) => step === 'north/membrane')?.limitDays;
  expect(limit(own)).toBe(120);
  const short = { ...plain, exposure: { maxUvDays: 45, wettingTolerant: true } };
  expect(limit(wallOf(USUAL_LAYERS, { materials: { 'wrap-nonwoven': short } }))).toBe(45);
});

test('the wall as it stands on a day: layers that are up, fills that are in', () => {
  const plan = planOf(one());
  const on = (day: string) => {
    const { up, filled } = standingOn(plan.steps, day);
    return [[...up], [...filled]];
  };
  expect(on('2026-04-05')).toEqual([[], []]);
  expect(on('2026-04-07')).toEqual([['studs', 'osb'], []]);
  expect(on('2026-04-10')).toEqual([['studs', 'osb', 'wrap', 'wool'], ['studs']]);
});

test('words', () => {
  expect(kindName('insulation-2')).toBe('Insulation 2');
  expect(kindName('air-barrier-inside')).toBe('Inner air barrier');
  expect(checkName('north/furring/keep-outs')).toBe('Keep outs');
});
