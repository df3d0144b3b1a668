import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { resolveWall, type Layer } from '@eldrun/core/build-up';
import type { House } from '@eldrun/core/house';
import {
  ancestors,
  dayNumber,
  siteFile,
  wallSteps,
  workdaysFor,
  workdaysOf,
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

describe('steps of a wall', () => {
  const kinds = (layers: Layer[], racking: 'inside' | 'outside' = 'outside') => {
    const steps = wallSteps(resolveWall(wallOf(layers)), racking);
    return [
      ...[steps.racking, ...steps.outside, steps.fill, steps.airBarrier, steps.finish].flatMap(
        (step) => (step ? [`${step.kind}: ${step.layers.map(({ id }) => id).join(' ')}`] : []),
      ),
    ];
  };

  test('a wall with outside insulation', () => {
    expect(kinds(USUAL_LAYERS)).toEqual([
      'sheathing: osb',
      'membrane: wrap',
      'insulation-1: wool',
      'furring: strips',
      'cladding: siding',
      'cavity-fill: studs',
      'inner-finish: board',
    ]);
  });

  test('two layers, a mat and a brick veneer behind an air space, a retarder inside', () => {
    expect(
      kinds([
        sheet('board', 'gypsum-board', 0.0127),
        sheet('retarder', 'variable-membrane-polyamide', 0.0002),
        studs('cellulose-dense-pack'),
        sheet('osb', 'osb', 0.0111),
        sheet('wrap', 'self-adhered-permeable', 0.0005),
        sheet('foam', 'eps-type-ii', 0.05),
        sheet('foam-2', 'eps-type-ii', 0.05),
        sheet('mat', 'drainage-mat-thin', 0.006),
        { id: 'gap', kind: 'air', thickness: 0.03, ventilation: 'open' },
        sheet('brick', 'brick-veneer', 0.09),
      ]),
    ).toEqual([
      'sheathing: osb',
      'membrane: wrap',
      'insulation-1: foam',
      'insulation-2: foam-2',
      'cladding: mat gap brick',
      'cavity-fill: studs',
      'air-barrier-inside: retarder',
      'inner-finish: board',
    ]);
  });

  test('a board inside is the racking board or the air barrier, as chosen', () => {
    const layers = [
      sheet('board', 'gypsum-board', 0.0127),
      sheet('osb', 'osb', 0.0111),
      studs('wood-fiber-batt'),
      sheet('fiber', 'wood-fiber-weather-board', 0.06),
      strips,
      sheet('siding', 'wood-lap-siding', 0.02),
    ];
    expect(kinds(layers, 'inside')[0]).toBe('racking-inside: osb');
    expect(kinds(layers, 'inside')).not.toContain('air-barrier-inside: osb');
    expect(kinds(layers)).toContain('air-barrier-inside: osb');
  });

  test('a membrane right behind the sheathing goes up with it, one over foam with the foam', () => {
    expect(
      kinds([
        studs('hemp-batt'),
        sheet('wrap', 'wrap-nonwoven', 0.0002),
        sheet('boards', 'wood-board-sheathing', 0.019),
        sheet('skin', 'self-adhered-permeable', 0.0005),
        sheet('foam', 'eps-type-ii', 0.05),
        sheet('over', 'open-joint-membrane', 0.0005),
        sheet('siding', 'wood-lap-siding', 0.02),
      ]).slice(0, 3),
    ).toEqual(['sheathing: wrap boards', 'membrane: skin', 'insulation-1: foam over']);
  });
});

test('a step is named for what it is there to place', () => {
  const wall = wallOf([
    sheet('paint', 'latex-paint', 0.0001),
    sheet('board', 'gypsum-board', 0.0127),
    studs('hemp-batt'),
    sheet('wrap', 'wrap-nonwoven', 0.0002),
    sheet('boards', 'wood-board-sheathing', 0.019),
    sheet('foam', 'eps-type-ii', 0.05),
    sheet('over', 'open-joint-membrane', 0.0005),
    sheet('mat', 'drainage-mat-thin', 0.03),
    strips,
    sheet('siding', 'wood-lap-siding', 0.02),
  ]);
  const { steps } = planOf(one({}, wall));
  const named = Object.fromEntries(steps.map(({ kind, layer }) => [kind, layer]));
  expect(named).toMatchObject({
    framing: 'studs',
    sheathing: 'boards',
    'insulation-1': 'foam',
    furring: 'strips',
    cladding: 'siding',
    'cavity-fill': 'studs',
    windows: null,
    'inner-finish': 'board',
  });
});

describe('days by hand', () => {
  test('one elevation, one crew each, over a weekend and a holiday', () => {
    // 20 m² less a window of 1.2 m²: 18.8 m². Framing 10 min/m²: 3.13 h, one day for three people.
    const plan = planOf(
      one({ calendar: { workdays: [1, 2, 3, 4, 5], holidays: ['2026-04-13'], hours: 8 } }),
    );
    const days = Object.fromEntries(
      plan.steps.map(({ kind, start, finish }) => [kind, [start, finish]]),
    );
    expect(days).toEqual({
      framing: ['2026-04-06', '2026-04-06'],
      sheathing: ['2026-04-07', '2026-04-07'],
      membrane: ['2026-04-08', '2026-04-08'],
      windows: ['2026-04-09', '2026-04-09'],
      services: ['2026-04-09', '2026-04-09'],
      'insulation-1': ['2026-04-10', '2026-04-10'],
      // 13 April is a holiday, the two days before it a weekend.
      furring: ['2026-04-14', '2026-04-14'],
      // 18.8 m² × (30 min/m²) = 9.4 h, one day for two people.
      cladding: ['2026-04-15', '2026-04-15'],
      // The framing crew does what nobody else is named for, tests before fills.
      'cavity-fill': ['2026-04-10', '2026-04-10'],
      'airtightness-test': ['2026-04-14', '2026-04-14'],
      'inner-finish': ['2026-04-16', '2026-04-16'],
    });
    expect(plan.finish).toBe('2026-04-16');
    expect(plan.problems).toEqual([]);
  });

  test('a crew of one takes its hours in whole days', () => {
    const plan = planOf(one({ crews: { framing: 1, siding: 1 } }));
    const cladding = stepOf(plan, 'north/cladding');
    expect(cladding.hours).toBeCloseTo((18.8 * 30) / 60, 9);
    expect(
      workdaysOf(one().calendar).between(dayNumber(cladding.start!), dayNumber(cladding.finish!)),
    ).toBe(2);
  });

  test('clocks run from finish to finish; the deadline is the limit in calendar days', () => {
    const { clocks } = planOf(one());
    expect(clocks.find(({ step }) => step === 'north/membrane')).toEqual({
      what: 'sun on the membrane',
      step: 'north/membrane',
      layer: 'wrap',
      from: '2026-04-08',
      limitDays: 120,
      // 22 days left of April, 31, 30, 31: 114 days to the end of July, 6 of August.
      deadline: '2026-08-06',
      coveredBy: 'north/insulation-1',
      covered: '2026-04-10',
      status: 'pass',
    });
    expect(clocks.find(({ step }) => step === 'north/insulation-1')!.coveredBy).toBe(
      'north/cladding',
    );
  });

  test('windows that come late move what waits for them, and a membrane may wait too long', () => {
    const late = { leadTimes: [{ item: 'windows', ordered: '2026-03-02', days: 56 }] };
    const plan = planOf(one(late));
    // 2 March and 56 days: 27 April, a Monday.
    expect(stepOf(plan, 'north/windows').start).toBe('2026-04-27');
    expect(stepOf(plan, 'north/insulation-1').start).toBe('2026-04-28');
    const after = planOf(one({ ...late, choices: { windows: 'after-insulation' } }));
    expect(stepOf(after, 'north/insulation-1').start).toBe('2026-04-09');
    const tooLate = planOf(
      one({ leadTimes: [{ item: 'windows', ordered: '2026-04-01', days: 200 }] }),
    );
    expect(tooLate.clocks.find(({ step }) => step === 'north/membrane')!.status).toBe('fail');
  });

  test('days that were entered stand, and what follows moves', () => {
    const plan = planOf(
      one({
        progress: [
          { step: 'north/framing', started: '2026-04-06', finished: '2026-04-11' },
          { step: 'north/sheathing', started: '2026-04-14' },
        ],
      }),
    );
    expect(stepOf(plan, 'north/framing').finish).toBe('2026-04-11');
    expect(stepOf(plan, 'north/sheathing')).toMatchObject({
      start: '2026-04-14',
      finish: '2026-04-14',
      entered: 'started',
    });
    expect(stepOf(plan, 'north/membrane').start).toBe('2026-04-15');
  });
});

test('with a day of today what nobody entered starts that day or later, and what goes on is not over before', () => {
  const plan = planOf(
    one({ today: '2026-04-15', progress: [{ step: 'north/framing', started: '2026-04-06' }] }),
  );
  expect(stepOf(plan, 'north/framing').finish).toBe('2026-04-15');
  expect(stepOf(plan, 'north/sheathing').start).toBe('2026-04-16');
  expect(plan.today).toBe('2026-04-15');
});

describe('a failed check', () => {
  const failed = { check: 'north/sheathing/nailing', result: 'fail' as const, at: '2026-04-09' };

  test('holds the step that would hide it, and all that waits for that', () => {
    const plan = planOf(one({ checks: [failed] }));
    expect(stepOf(plan, 'north/sheathing').start).toBe('2026-04-07');
    expect(stepOf(plan, 'north/membrane')).toMatchObject({
      start: null,
      held: ['north/sheathing/nailing'],
    });
    expect(stepOf(plan, 'north/cladding').start).toBeNull();
    expect(plan.finish).toBeNull();
    const said = siteFile(one({ checks: [failed] })).problems;
    expect(said).toEqual([
      'north/membrane: held: north/sheathing/nailing failed on 2026-04-09; it starts when that passes, or is overridden with a name and a reason',
    ]);
    // Nothing covers the sheathing: never well.
    expect(plan.clocks).toMatchObject([
      { step: 'north/sheathing', covered: null, status: 'caution' },
    ]);
  });

  test.each([
    ['passes later', { ...failed, result: 'pass' as const, at: '2026-04-10' }],
    ['is overridden', { ...failed, result: 'overridden' as const, by: 'A', reason: 'B' }],
  ])('holds nothing once it %s', (_, entry) => {
    expect(planOf(one({ checks: [failed, entry] })).finish).not.toBeNull();
  });

  test('of a step that is gone is named and lost nowhere', () => {
    const site = one({ checks: [{ ...failed, check: 'south/sheathing/nailing' }] });
    expect(siteFile(site).problems).toEqual([
      'checks[0]: there is no check “south/sheathing/nailing” any more',
    ]);
    expect(planOf(site).finish).not.toBeNull();
  });
});

describe('what is wrong is named', () => {
  test.each<[string, Partial<SiteFile>, RegExp]>([
    ['a start on a Sunday', { start: '2026-04-05' }, /^start: .*2026-04-06/],
    [
      'a start on a holiday',
      {
        start: '2026-05-25',
        calendar: { workdays: [1, 2, 3, 4, 5], holidays: ['2026-05-25'], hours: 8 },
      },
      /^start: .*2026-05-26/,
    ],
    [
      'an item that nothing needs',
      { leadTimes: [{ item: 'piano', ordered: '2026-03-01', days: 9 }] },
      /^leadTimes\[0\]\.item: .*piano/,
    ],
    [
      'progress of a step that is gone',
      { progress: [{ step: 'north/moat', started: '2026-04-06' }] },
      /^progress\[0\]: .*moat/,
    ],
    [
      'a racking board that is not there',
      { choices: { racking: 'inside' } },
      /^choices\.racking: north/,
    ],
    [
      'wet wood',
      {
        readings: [{ kind: 'wood-moisture', where: 'north/studs', value: 0.23, at: '2026-04-20' }],
      },
      /^north\/cavity-fill: .*23\s?%.*19\s?%/,
    ],
    [
      'a clock before its step',
      {
        progress: [
          { step: 'north/membrane', started: '2026-04-08', finished: '2026-04-20' },
          { step: 'north/insulation-1', started: '2026-04-10', finished: '2026-04-10' },
        ],
      },
      /before sun on the membrane began/,
    ],
  ])('%s', (_, fields, said) => {
    expect(siteFile(one(fields)).problems.join('\n')).toMatch(new RegExp(said, 'm'));
  });
});

describe('somebody’s own order', () => {
  test('what a rule forbids is left out and named, or overridden by name and reason', () => {
    const move = { step: 'north/insulation-1', before: 'north/windows' };
    const refused = planOf(one({ moves: [move] }));
    expect(refused.problems).toHaveLength(1);
    expect(
      stepOf(refused, 'north/insulation-1').start! > stepOf(refused, 'north/windows').start!,
    ).toBe(true);
    const taken = planOf(one({ moves: [{ ...move, by: 'A', reason: 'windows are late' }] }));
    expect(taken.problems).toEqual([]);
    expect(
      stepOf(taken, 'north/insulation-1').finish! < stepOf(taken, 'north/windows').start!,
    ).toBe(true);
  });

  test('nothing is put in a circle, whoever signs for it', () => {
    const site = one({
      moves: [{ step: 'north/cladding', before: 'north/framing', by: 'A', reason: 'B' }],
    });
    expect(siteFile(site).problems).toHaveLength(1);
    expect(planOf(site).finish).not.toBeNull();
  });
});

/** Random walls: any of these, in this order, from indoors. */
const randomLayers = fc
  .record({
    finish: fc.constantFrom(null, 'gypsum-board', 'wood-paneling'),
    inner: fc.constantFrom(null, 'variable-membrane-polyamide', 'osb', 'polyethylene-6mil'),
    fill: fc.constantFrom('mineral-wool-batt', 'cellulose-dense-pack', 'fiberglass-batt-r21'),
    sheathing: fc.constantFrom(null, 'osb', 'plywood', 'gypsum-sheathing-glass-mat', 'steel'),
    membrane: fc.constantFrom(
      null,
      'wrap-nonwoven',
      'self-adhered-permeable',
      'liquid-applied-permeable',
    ),
    boards: fc.array(
      fc.constantFrom(
        'eps-type-ii',
        'mineral-wool-board-rigid',
        'wood-fiber-weather-board',
        'osb',
        'drainage-mat-thin',
        'wrap-nonwoven',
      ),
      { maxLength: 4 },
    ),
    strips: fc.boolean(),
    cladding: fc.constantFrom(
      null,
      'fiber-cement-lap',
      'brick-veneer',
      'cement-lime-stucco',
      'metal-panel-steel',
    ),
  })
  .map(
    ({ finish, inner, fill, sheathing, membrane, boards, strips: furred, cladding }): Layer[] => [
      ...(finish ? [sheet('finish', finish, 0.0127)] : []),
      ...(inner ? [sheet('inner', inner, 0.001)] : []),
      studs(fill),
      ...(sheathing ? [sheet('sheathing', sheathing, 0.0111)] : []),
      ...(membrane ? [sheet('membrane', membrane, 0.0005)] : []),
      ...boards.map((material, n) => sheet(`b${n}`, material, 0.03)),
      ...(furred ? [strips] : []),
      ...(cladding ? [sheet('cladding', cladding, 0.02)] : []),
    ],
  );

const randomSite = fc
  .record({
    layers: fc.array(randomLayers, { minLength: 1, maxLength: 2 }),
    elevations: fc.array(
      fc.record({
        length: fc.double({ min: 2, max: 20, noNaN: true }),
        windows: fc.boolean(),
        second: fc.boolean(),
      }),
      { minLength: 1, maxLength: 5 },
    ),
    racking: fc.constantFrom('outside' as const, 'inside' as const),
    windows: fc.constantFrom('before-insulation' as const, 'after-insulation' as const),
    airtightness: fc.constantFrom(
      'before-cover' as const,
      'at-the-end' as const,
      'not-tested' as const,
    ),
    workdays: fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 7 }),
    holidays: fc.array(fc.integer({ min: 0, max: 60 }), { maxLength: 10 }),
    crews: fc.constantFrom<Record<string, number>[]>(
      {},
      { framing: 3, siding: 2 },
      { framing: 1 },
      { framing: 2, siding: 2, windows: 1, insulation: 4, testing: 1, finish: 2 },
    ),
    lead: fc.integer({ min: 0, max: 200 }),
  })
  .map(
    ({ layers, elevations, racking, windows, airtightness, workdays, holidays, crews, lead }) => {
      const [a, b = a] = layers.map((own) => wallOf(own));
      const house: House = {
        ...houseOf(a!, []),
        assemblies: { A: a!, B: b! },
        elevations: elevations.map(({ length, windows: open, second }, n) => ({
          id: `e${n}`,
          assembly: second ? 'B' : 'A',
          length,
          height: 2.5,
          ...(open ? { openings: [window] } : {}),
        })),
      };
      return siteOf(house, {
        choices: { racking, windows, airtightness },
        calendar: {
          workdays,
          holidays: holidays.map((day) =>
            new Date(Date.UTC(2026, 3, 6 + day)).toISOString().slice(0, 10),
          ),
          hours: 8,
        },
        crews,
        leadTimes: [{ item: 'windows', ordered: '2026-03-02', days: lead }],
      });
    },
  );

describe('the five rules, on random houses', () => {
  test('each layer outside the frame belongs to one step', () => {
    fc.assert(
      fc.property(randomSite, (site) => {
        const plan = planOf(site);
        for (const { id, assembly } of site.house.elevations) {
          const layers = site.house.assemblies[assembly]!.layers.map((layer) => layer.id);
          const outside = layers.slice(layers.indexOf('studs') + 1);
          const placed = plan.steps
            .filter((step) => step.elevation === id && step.kind !== 'framing')
            .flatMap((step) => step.layers);
          expect(placed.filter((layer) => outside.includes(layer)).toSorted()).toEqual(
            outside.toSorted(),
          );
        }
        expect(new Set(plan.steps.map((step) => step.id)).size).toBe(plan.steps.length);
      }),
      { numRuns: 60 },
    );
  });

  test('order: everything after what it needs, nothing after itself', () => {
    fc.assert(
      fc.property(randomSite, (site) => {
        const { steps } = planOf(site);
        const before = ancestors(steps);
        for (const step of steps) {
          const all = before(step.id);
          expect(all.has(step.id)).toBe(false);
          const needs = (kind: string, ...kinds: string[]) => {
            if (step.kind !== kind) return;
            for (const other of kinds) {
              const id = `${step.elevation}/${other}`;
              if (steps.some((one) => one.id === id))
                expect([step.id, id, all.has(id)]).toEqual([step.id, id, true]);
            }
          };
          needs('sheathing', 'framing');
          needs('membrane', 'framing', 'sheathing');
          needs('insulation-2', 'insulation-1');
          needs('furring', 'insulation-1', 'insulation-2', 'insulation-3');
          needs('cladding', 'furring', 'windows', 'insulation-1');
          needs('windows', 'membrane');
          needs('cavity-fill', 'services', 'membrane');
          needs('air-barrier-inside', 'cavity-fill');
          if (site.choices!.airtightness === 'before-cover') {
            needs('airtightness-test', 'membrane', 'windows', 'services');
            needs('inner-finish', 'airtightness-test');
            needs('air-barrier-inside', 'airtightness-test');
          }
          if (step.kind === 'inner-finish')
            for (const other of steps)
              if (other.elevation === step.elevation && other !== step)
                expect(all.has(other.id)).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('days: workdays only, after all it waits for, one step a crew, no earlier than what it needs', () => {
    fc.assert(
      fc.property(randomSite, (site) => {
        const { steps } = planOf(site);
        const workdays = workdaysOf(site.calendar);
        const byId = new Map(steps.map((step) => [step.id, step]));
        for (const step of steps) {
          const [start, finish] = [dayNumber(step.start!), dayNumber(step.finish!)];
          expect(workdays.is(start) && workdays.is(finish)).toBe(true);
          for (const { step: id } of step.after)
            expect(start).toBeGreaterThan(dayNumber(byId.get(id)!.finish!));
          const people = site.crews?.[step.crew];
          if (people)
            expect(workdays.between(start, finish)).toBe(workdaysFor(step.hours, people, 8));
          if (step.kind === 'windows')
            expect(start).toBeGreaterThanOrEqual(
              dayNumber('2026-03-02') + site.leadTimes![0]!.days,
            );
          for (const other of steps)
            if (other !== step && other.crew === step.crew)
              expect(dayNumber(other.finish!) < start || dayNumber(other.start!) > finish).toBe(
                true,
              );
        }
      }),
      { numRuns: 60 },
    );
  });

  test('clocks and checks: before what covers them; a failed check holds that step and what waits for it', () => {
    fc.assert(
      fc.property(randomSite, fc.nat(), (site, pick) => {
        const plan = planOf(site);
        const byId = new Map(plan.steps.map((step) => [step.id, step]));
        const before = ancestors(plan.steps);
        for (const clock of plan.clocks) {
          expect(clock.from).toBe(byId.get(clock.step)!.finish);
          expect(dayNumber(clock.deadline) - dayNumber(clock.from)).toBe(clock.limitDays);
          if (clock.coveredBy) expect(before(clock.coveredBy).has(clock.step)).toBe(true);
          if (clock.covered)
            expect(clock.status).toBe(clock.covered > clock.deadline ? 'fail' : 'pass');
          else expect(clock.status).not.toBe('pass');
        }
        for (const { step, before: hides } of plan.checks) {
          expect(byId.has(step)).toBe(true);
          if (hides) expect([step, hides, before(hides).has(step)]).toEqual([step, hides, true]);
        }
        const holding = plan.checks.filter(({ before: hides }) => hides);
        const check = holding[pick % holding.length];
        if (!check) return;
        const held = planOf({
          ...site,
          checks: [{ check: check.id, result: 'fail', at: '2026-04-07' }],
        });
        for (const step of held.steps)
          expect(step.start === null).toBe(
            step.id === check.before || before(step.id).has(check.before!),
          );
      }),
      { numRuns: 60 },
    );
  });
});
