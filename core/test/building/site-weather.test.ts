import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { SITE } from '@eldrun/core/kinds';
import {
  alternatives,
  cautionsOf,
  conditionsOf,
  cureOf,
  lateItems,
  leadTimesOf,
  openWall,
  refusalOf,
  ROUTES,
  siteGraph,
  simulatedForecast,
  sitePlan,
  siteWalls,
  stepWeather,
  wettingRun,
  withinCheck,
  type ForecastDay,
  type SiteCommand,
  type SiteFile,
  type Wetting,
} from '@eldrun/core/site';
import { parseSite, validateProjectSite } from '@eldrun/core/site/file';
import { siteWeather } from '../../src/building/site/forecast.ts';
import { tradeOf } from '@eldrun/core/trade';
import { messageText } from '@eldrun/core/units';
import { resolveWall } from '@eldrun/core/build-up';

const text = readFileSync(
  join(import.meta.dirname, '../../../examples/sites/mill-race-house.json'),
  'utf8',
);
const demo: SiteFile = parseSite(text);
/** The house of the demo before anybody entered anything. */
const site: SiteFile = {
  format: 'eldrun-site',
  version: 1,
  name: demo.name,
  house: demo.house,
  start: '2026-04-06',
  calendar: demo.calendar,
  crews: { framing: 3, siding: 2 },
};
const walls = siteWalls(site.house.assemblies);
const plan = sitePlan(site, site.house, walls);
const wall = Object.values(walls)[0]!;
const trade = tradeOf({});
const layersOf = (...ids: string[]) => wall.layers.filter(({ id }) => ids.includes(id));

const DAY: ForecastDay = {
  day: '2026-04-13',
  low: 8,
  high: 15,
  rain: 0,
  rainHours: 0,
  gust: 3,
  humidity: 0.6,
};

describe('late items and what else can be done', () => {
  test('late windows: what waits, how much later all is, and legal orders that are sooner', () => {
    const late = { ...site, leadTimes: [{ item: 'windows', ordered: '2026-03-02', days: 100 }] };
    const now = sitePlan(late, site.house, walls);
    const [item] = lateItems(late, site.house, walls, now);
    expect(item!.arrives).toBe('2026-06-10');
    expect(item!.waiting.map(({ step }) => step)).toContain('north/windows');
    expect(item!.delays).toBeGreaterThan(20);
    const others = alternatives(late, site.house, walls, now);
    const after = others.find(({ id }) => id === 'windows')!;
    expect(after.sooner).toBeGreaterThan(0);
    // Legal: planned by the same rules, and nothing said against it.
    for (const other of others) expect(other.plan.problems).toEqual([]);
    expect(others.map(({ sooner }) => sooner ?? -Infinity)).toEqual(
      others.map(({ sooner }) => sooner ?? -Infinity).toSorted((a, b) => b - a),
    );
  });

  test('nothing late, nothing said', () => {
    const soon = { ...site, leadTimes: [{ item: 'windows', ordered: '2026-01-02', days: 10 }] };
    expect(lateItems(soon, site.house, walls, sitePlan(soon, site.house, walls))).toEqual([]);
  });

  test.each(ROUTES.map((route) => [route.name, route] as const))(
    '%s: a plan without complaints but its own',
    (_, route) => {
      const { problems, steps } = sitePlan({ ...site, choices: route.choices }, site.house, walls);
      expect(steps.every(({ start }) => start !== null)).toBe(true);
      // This wall has no board inside: the route of an inner racking board says so.
      const asked = problems.every(
        ({ at }) => at === 'choices.racking' || at === 'leadTimes[0].item',
      );
      expect(asked).toBe(true);
    },
  );
});

test('lead times of the order: the longest of a material that is still to come', () => {
  const line = (material: string, leadDays: number | null) => ({
    key: `sheathing | ${material} | x`,
    material,
    what: 'x',
    unit: 'sheet' as const,
    asked: 1,
    usd: 1,
    leadDays,
    available: 1,
  });
  const quotation = (id: string, askedOn: string, ...lines: ReturnType<typeof line>[]) => ({
    id,
    supplier: 'Yard',
    askedOn,
    answered: true,
    lines,
  });
  const order = {
    format: 'eldrun-order' as const,
    version: 1 as const,
    name: 'Order',
    quotations: [
      quotation('Q1', '2026-03-02', line('osb', 4), line('plywood', 9), line('wrap', null)),
      quotation('Q2', '2026-03-05', line('osb', 12), line('piano', 5)),
    ],
    prices: { 'furring | furring-1x4 | y': { usd: 1, unit: 'm' as const, leadDays: 3 } },
    deliveries: [{ id: 'D1', key: 'sheathing | plywood | x', on: '2026-03-20', count: 1 }],
  };
  const materials = new Set(['osb', 'plywood', 'wrap', 'furring-1x4']);
  expect(leadTimesOf(order, materials, '2026-04-01')).toEqual([
    { item: 'furring-1x4', ordered: '2026-04-01', days: 3 },
    { item: 'osb', ordered: '2026-03-05', days: 12 },
  ]);
});

test.each([
  ['north/sheathing/nailing', 0.155, true],
  ['north/sheathing/nailing', 0.2, false],
  ['north/furring/bite', 0.2, true],
  ['north/furring/bite', 0.01, false],
  ['north/framing/moisture', 0.12, true],
  ['north/framing/moisture', 0.21, false],
  ['north/insulation-1/joints', 0.001, true],
  ['north/insulation-1/joints', 0.01, false],
] as const)('%s measured %d: within its tolerance %p', (id, measured, within) => {
  expect(
    withinCheck(
      plan.checks.find((one) => one.id === id)!,
      measured,
    ),
  ).toBe(within);
});

test('why one step cannot come before another, and whether a name and a reason can override it', () => {
  const graph = siteGraph(site.house, walls, site);
  expect(refusalOf(graph, { step: 'north/framing', before: 'north/membrane' })).toBeNull();
  const direct = refusalOf(graph, { step: 'north/membrane', before: 'north/sheathing' })!;
  expect(messageText(direct.message, 'metric')).toMatch(
    /north \/ membrane waits for north \/ sheathing: it lies on/,
  );
  expect(direct.canOverride).toBe(true);
  expect(refusalOf(graph, { step: 'north/cladding', before: 'north/framing' })!.canOverride).toBe(
    false,
  );
});

describe('weather', () => {
  test('the shipped forecast: ten days, the same each time, within the climate', () => {
    const service = simulatedForecast(wall.site);
    const one = service.forecast('2026-04-06', 10);
    expect(one).toEqual(simulatedForecast(wall.site).forecast('2026-04-06', 10));
    expect(one.days).toHaveLength(10);
    expect(one.days[3]!.day).toBe('2026-04-09');
    for (const day of one.days) {
      expect(day.low).toBeLessThanOrEqual(day.high);
      expect(day.rain === 0 || day.rainHours > 0 || day.rain < 0.1 * 24).toBe(true);
    }
    // Over the new year, and on 29 February.
    expect(service.forecast('2027-12-28', 10).days).toHaveLength(10);
    expect(service.forecast('2028-02-28', 2).days[1]!.day).toBe('2028-02-29');
  });

  test('what steps ask for: tapes warm and dry, boards calm, foam warm, plaster neither frost nor heat', () => {
    const asked = (family: Parameters<typeof conditionsOf>[0], material: string) =>
      conditionsOf(
        family,
        resolveWall({
          ...wall.file,
          layers: [...wall.file.layers, { id: 'more', kind: 'sheet', material, thickness: 0.01 }],
          fasteners: [],
        }).layers.slice(-1),
        trade,
      );
    const ids = (...of: Parameters<typeof asked>) => asked(...of).map(({ id }) => id);
    expect(ids('membrane', 'wrap-nonwoven')).toEqual(['calm']);
    expect(ids('membrane', 'self-adhered-permeable')).toEqual(['dry', 'warm']);
    expect(ids('membrane', 'liquid-applied-permeable')).toEqual(['dry', 'warm', 'dry-after']);
    expect(ids('insulation', 'phenolic-board')).toEqual(['calm', 'dry']);
    expect(ids('insulation', 'xps')).toEqual(['calm']);
    expect(ids('cavity-fill', 'spray-foam-closed-cell')).toEqual(['warm']);
    expect(ids('cladding', 'cement-lime-stucco')).toEqual(['dry', 'warm-and-cool']);
    expect(ids('cladding', 'fiber-cement-lap')).toEqual([]);
    const stucco = asked('cladding', 'cement-lime-stucco')[1]!;
    expect(stucco.wrong(DAY, null)).toBeNull();
    expect(messageText(stucco.wrong({ ...DAY, low: 1 }, null)!, 'imperial')).toMatch(/34/);
    expect(stucco.wrong({ ...DAY, high: 36 }, null)).not.toBeNull();
  });

  test('a step is warned of ahead, with its next window', () => {
    const windows = plan.steps.filter(({ id }) => id === 'north/windows');
    const { start } = windows[0]!;
    const days = Array.from({ length: 5 }, (_, n): ForecastDay => ({
      ...DAY,
      day: new Date(Date.parse(start!) + n * 86_400_000).toISOString().slice(0, 10),
      rain: n < 2 ? 6 : 0,
    }));
    const [found] = stepWeather(
      windows,
      days,
      () => [],
      trade,
      () => true,
    );
    expect(found!.wrong).toMatchObject([{ day: start }]);
    expect(found!.window).toEqual({ from: days[2]!.day, to: days[2]!.day });
    const [never] = stepWeather(
      windows,
      days.map((day) => ({ ...day, rain: 6 })),
      () => [],
      trade,
      () => true,
    );
    expect(never!.window).toBeNull();
    // Done, or far away: nothing to warn of.
    expect(
      stepWeather(
        [{ ...windows[0]!, entered: 'done' }],
        days,
        () => [],
        trade,
        () => true,
      ),
    ).toEqual([]);
  });

  test('stucco cures: coats kept moist two days, the finish after seven, paint after 28', () => {
    const stucco = resolveWall({
      ...wall.file,
      layers: [
        ...wall.file.layers.slice(0, -1),
        { id: 's', kind: 'sheet', material: 'cement-lime-stucco', thickness: 0.022 },
      ],
      fasteners: [],
    });
    const cure = cureOf(stucco.layers, '2026-05-04', trade)!;
    expect(cure.coats).toEqual([
      { name: 'scratch coat', on: '2026-05-04', moistUntil: '2026-05-06', next: '2026-05-06' },
      { name: 'brown coat', on: '2026-05-06', moistUntil: '2026-05-08', next: '2026-05-13' },
      { name: 'finish coat', on: '2026-05-13', moistUntil: null, next: '2026-05-14' },
    ]);
    expect(cure.paint).toBe('2026-06-10');
    expect(cureOf(wall.layers, '2026-05-04', trade)).toBeNull();
  });
});

describe('rain on an open wall', () => {
  const weather = siteWeather(wall.site, 2026);
  const frame = wall.file.layers.findIndex(({ kind }) => kind === 'framed');
  const up = (count: number) =>
    new Set(wall.file.layers.slice(frame, frame + count).map(({ id }) => id));
  const run = (count: number): Wetting => {
    const open = openWall(wall.file, up(count), new Set(), weather)!;
    const steps = wettingRun(
      open,
      { from: '2026-04-06', days: 20, side: 250, limit: 0.19 },
      weather,
    );
    let step = steps.next();
    while (!step.done) step = steps.next();
    return step.value!;
  };

  test('bare sheathing takes up rain and dries again; under its membrane it stays dry', () => {
    const bare = run(2);
    const wrapped = run(3);
    expect(bare.layer).toBe(wrapped.layer);
    expect(bare.peak).toBeGreaterThan(wrapped.peak + 0.05);
    expect(bare.days).toHaveLength(20);
    expect(bare.dry).not.toBeNull();
    expect(bare.dry! > '2026-04-06').toBe(true);
    expect(wrapped.dry).toBe('2026-04-06');
  });

  test('an open frame is watched at its studs; nothing up is nothing', () => {
    expect(run(1).layer).toBe(wall.file.layers[frame]!.id);
    expect(openWall(wall.file, new Set(), new Set(), weather)).toBeNull();
  });
});

test('cautions stand at the step where they matter', () => {
  expect(cautionsOf('services').join(' ')).toMatch(/Power off/);
  expect(cautionsOf('framing', [], true).join(' ')).toMatch(/lead and asbestos/);
  expect(cautionsOf('framing').join(' ')).not.toMatch(/asbestos/);
  expect(cautionsOf('airtightness-test').join(' ')).toMatch(/fires out/);
  expect(cautionsOf('cavity-fill', layersOf('L3')).join(' ')).toMatch(/mask/);
});

describe('the document', () => {
  const { house: _, ...blank } = site;
  const document = blank;
  const after = (...commands: SiteCommand[]) =>
    commands.reduce(
      (one, command) => SITE.validate(SITE.apply(one, command), { materials: {} }),
      document,
    );

  test('commands: each does one thing, and the site given stays as it is', () => {
    const entry = { id: 'E1', day: '2026-04-07', kind: 'note', text: 'rain' } as const;
    const done = after(
      { type: 'setProgress', progress: { step: 'north/framing', started: '2026-04-06' } },
      {
        type: 'setProgress',
        progress: { step: 'north/framing', started: '2026-04-06', finished: '2026-04-07' },
      },
      {
        type: 'addCheck',
        entry: { check: 'north/sheathing/nailing', result: 'fail', at: '2026-04-08' },
      },
      {
        type: 'addReading',
        reading: { kind: 'wood-moisture', where: 'north/studs', value: 0.15, at: '2026-04-08' },
      },
      { type: 'setLog', entry },
      { type: 'setLog', entry: { ...entry, text: 'rain all day' } },
      { type: 'setSite', fields: { start: '2026-04-07', leadTimes: undefined } },
    );
    expect(done).toMatchObject({
      start: '2026-04-07',
      progress: [{ finished: '2026-04-07' }],
      log: [{ text: 'rain all day' }],
    });
    expect(done.leadTimes).toBeUndefined();
    expect(SITE.summarize(done, {} as never, {} as never).figures).toEqual({
      done: 1,
      checks: 1,
      failed: 1,
      log: 1,
    });
    expect(after({ type: 'setLog', entry }, { type: 'removeLog', id: 'E1' }).log).toEqual([]);
    expect(
      after(
        { type: 'setProgress', progress: { step: 'x', started: '2026-04-06' } },
        { type: 'removeProgress', step: 'x' },
      ).progress,
    ).toEqual([]);
    expect(document.start).toBe('2026-04-06');
  });

  test.each<[string, object, string]>([
    ['no workdays', { calendar: { workdays: [], hours: 8 } }, 'calendar.workdays'],
    ['a day that is none', { start: '2026-02-30' }, 'start'],
    ['a crew of zero', { crews: { framing: 0 } }, 'crews.framing'],
    ['no hours', { calendar: { workdays: [1], hours: 0 } }, 'calendar.hours'],
    [
      'progress that finishes before it starts',
      { progress: [{ step: 'a', started: '2026-04-08', finished: '2026-04-07' }] },
      'progress[0].finished',
    ],
    [
      'a step twice',
      {
        progress: [
          { step: 'a', started: '2026-04-08' },
          { step: 'a', started: '2026-04-08' },
        ],
      },
      'progress[1].step',
    ],
    [
      'an override without a reason',
      { checks: [{ check: 'a', result: 'overridden', at: '2026-04-08', by: 'A', reason: null }] },
      'checks[0].reason',
    ],
    [
      'an override without a name',
      { checks: [{ check: 'a', result: 'overridden', at: '2026-04-08', reason: 'B' }] },
      'checks[0].by',
    ],
    [
      'a result that is none',
      { checks: [{ check: 'a', result: 'maybe', at: '2026-04-08' }] },
      'checks[0].result',
    ],
    [
      'a negative lead time',
      { leadTimes: [{ item: 'windows', ordered: '2026-04-01', days: -1 }] },
      'leadTimes[0].days',
    ],
    ['another school', { choices: { windows: 'never' } }, 'choices.windows'],
  ])('%s is named', (_name, fields, path) => {
    expect(() => validateProjectSite({ ...document, ...fields })).toThrow(
      expect.objectContaining({ path }),
    );
  });

  test('a wrong wall in its house is named with its path', () => {
    const broken = JSON.parse(text) as {
      house: { assemblies: Record<string, { layers: { thickness: number }[] }> };
    };
    Object.values(broken.house.assemblies)[0]!.layers[0]!.thickness = 0;
    expect(() => parseSite(JSON.stringify(broken))).toThrow(
      /^house\.assemblies\.\w+\.layers\[0\]\.thickness/,
    );
  });
});
