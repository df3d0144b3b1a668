import { describe, expect, test } from '@jest/globals';
import {
  choicesOfWall,
  combinationsOf,
  explore,
  nextSteps,
  thicknessCurve,
  varyOf,
  type Exploration,
  type Explored,
} from '@eldrun/core/exploration';
import { evaluate } from '@eldrun/core/evaluation';
import { InputError } from '@eldrun/core/errors';
import { assess } from '@eldrun/core/assessment';
import {
  judgeWithRuns,
  madeUpWeather,
  MOISTURE_ORDER,
  planRuns,
  runPlan,
} from '@eldrun/core/judgment';
import { validateExploration } from '@eldrun/core/exploration/schema';
import {
  joinedSwept,
  numbersOf,
  partNumbers,
  partSize,
  partSteps,
  rowOf,
  Sections,
  selectSteps,
  sweep,
  sweptBytes,
  sweptOfBytes,
  variantsOf,
  type Excluded,
  type Limits,
  type Objective,
  type Swept,
} from '@eldrun/core/exploration';
import { measure } from '@eldrun/core/options';
import { coldWall, withLayer } from '../walls.ts';

const SCREWS = { conductivity: 50, diameter: 0.006, perArea: 6, from: 'board', to: 'board' };

function exploration(change: Partial<Exploration> = {}): Exploration {
  return validateExploration({
    format: 'eldrun-exploration',
    version: 1,
    wall: coldWall({ fasteners: [SCREWS] }),
    vary: [
      { layer: 'studs', spacing: [0.4064, 0.6096] },
      { layer: 'studs', fill: ['mineral-wool-batt', 'cellulose-dense-pack'] },
      { layer: 'board', material: ['mineral-wool-board-rigid', 'polyiso-foil-faced', 'xps'] },
      { layer: 'board', thickness: [0.0127, 0.0254, 0.0381, 0.0508, 0.0762, 0.1016] },
    ],
    limits: { thickness: 0.3, moisture: 'caution' },
    objectives: ['cost', 'u'],
    ...change,
  });
}

/** The same by solving every combination and comparing each with each. */
function bruteForce(asked: Exploration): Pick<Explored, 'excluded' | 'frontier' | 'evaluated'> {
  const { limits = {}, objectives } = asked;
  const variants = variantsOf(asked);
  const excluded: Partial<Record<Excluded, number>> = {};
  const meeting: Explored['frontier'] = [];
  let evaluated = 0;
  const order = ['pass', 'caution', 'fail'];
  for (let n = 0; n < variants.count; n++) {
    const missed: Excluded[] = [];
    try {
      const measures = measure(variants.wallAt(n));
      evaluated++;
      for (const name of ['thickness', 'u', 'carbon'] as const)
        if (measures[name]! > (limits[name] ?? Infinity)) missed.push(name);
      const priced = limits.cost !== undefined || objectives.includes('cost');
      if (measures.cost === null) missed.push(...(priced ? ['prices' as const] : []));
      else if (measures.cost > (limits.cost ?? Infinity)) missed.push('cost');
      if (order.indexOf(measures.moisture) > order.indexOf(limits.moisture ?? 'fail'))
        missed.push('moisture');
      if (missed.length === 0) meeting.push({ number: n, values: variants.valuesAt(n), measures });
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      missed.push('invalid');
    }
    for (const limit of missed) excluded[limit] = (excluded[limit] ?? 0) + 1;
  }
  const beats = (a: Explored['frontier'][0], b: Explored['frontier'][0]): boolean =>
    objectives.every((o) => a.measures[o]! <= b.measures[o]!) &&
    objectives.some((o) => a.measures[o]! < b.measures[o]!);
  const frontier = meeting.filter((one) => !meeting.some((other) => beats(other, one)));
  return { excluded, frontier, evaluated };
}

const byValues = (frontier: Explored['frontier']): Explored['frontier'] =>
  [...frontier].sort((a, b) => JSON.stringify(a.values).localeCompare(JSON.stringify(b.values)));

function expectAsSolved(asked: Exploration): Explored {
  const found = explore(asked);
  const { excluded, frontier, evaluated } = bruteForce(asked);
  expect(found.excluded).toEqual(excluded);
  expect(found.evaluated).toBe(evaluated);
  expect(byValues(found.frontier)).toEqual(byValues(frontier));
  return found;
}

describe('an exploration is what solving every combination gives', () => {
  const objectives: Objective[][] = [
    ['cost', 'u'],
    ['u'],
    ['carbon', 'thickness'],
    ['u', 'cost', 'carbon'],
  ];
  test.each(objectives.map((of) => [of.join(', '), of] as const))('for %s', (_, of) => {
    expect(expectAsSolved(exploration({ objectives: [...of] })).frontier.length).toBeGreaterThan(0);
  });

  const limits: Limits[] = [{ u: 0.2 }, { u: 0.2, cost: 90 }, { carbon: 20, moisture: 'pass' }, {}];
  test.each(limits.map((of) => [JSON.stringify(of), of] as const))('within %s', (_, of) => {
    expectAsSolved(exploration({ limits: of }));
  });

  test('in a damp house, where the inner surface decides', () => {
    const wall = coldWall({
      indoor: { temperature: 20, humidity: { kind: 'fixed', relativeHumidity: 0.62 } },
    });
    expectAsSolved(exploration({ wall }));
  });

  test('on steel studs, solved one by one', () => {
    const wall = withLayer(coldWall(), 'studs', {
      fraction: undefined,
      member: {
        section: 'c',
        material: 'steel',
        web: 0.00109,
        flange: 0.0413,
        lip: 0.0127,
        spacing: 0.4064,
        direction: 'vertical',
      },
    });
    delete (wall.layers[1] as { fraction?: number }).fraction;
    expectAsSolved(
      exploration({
        wall,
        vary: [
          { layer: 'board', thickness: [0.0254, 0.0508, 0.0762] },
          { layer: 'studs', spacing: [0.4064, 0.6096] },
        ],
        limits: {},
      }),
    );
  });

  test('with layers that may be absent, and the fasteners that name them', () => {
    const found = expectAsSolved(
      exploration({
        vary: [
          { layer: 'board', absent: [false, true] },
          { layer: 'board', thickness: [0.0254, 0.0508] },
          { layer: 'wrap', absent: [false, true] },
        ],
        limits: {},
      }),
    );
    expect(found.combinations).toBe(8);
  });

  test('with values that make no wall, counted and named', () => {
    const found = expectAsSolved(
      exploration({
        vary: [
          { layer: 'studs', spacing: [0.03, 0.4064] },
          { layer: 'studs', fill: ['mineral-wool-batt', 'no such fill'] },
        ],
        limits: {},
      }),
    );
    expect(found.excluded).toEqual({ invalid: 3 });
    expect(found.problems.map(({ count }) => count)).toEqual([2, 1]);
    expect(found.problems[0]!.text).toContain('no such fill');
    expect(found.problems[1]!.text).toContain('layers[1].member.spacing');
  });
});

test('what has no price is excluded while cost counts, and is never free', () => {
  const mystery = { name: 'Board', conductivity: 0.02, density: 30, vapor: { mu: 50 } };
  const wall = coldWall({ materials: { mystery } });
  const vary = [{ layer: 'board', material: ['mineral-wool-board-rigid', 'mystery'] }];
  const priced = explore(exploration({ wall, vary, limits: {} }));
  expect(priced.excluded).toEqual({ prices: 1 });
  const any = explore(exploration({ wall, vary, limits: {}, objectives: ['u'] }));
  expect(any.excluded).toEqual({});
  expect(any.frontier[0]!.measures).toMatchObject({ cost: null, carbon: null });
});

test('every measure equals what check gives', () => {
  const asked = exploration({ limits: {} });
  const { frontier } = explore(asked);
  const variants = variantsOf(asked);
  for (let n = 0; n < variants.count; n++) {
    const member = frontier.find(
      ({ values }) => JSON.stringify(values) === JSON.stringify(variants.valuesAt(n)),
    );
    if (!member) continue;
    const result = evaluate(variants.wallAt(n));
    expect(member.measures).toEqual({
      u: result.thermal.effective.u,
      r: result.thermal.effective.r,
      cost: result.quantities.cost,
      carbon: result.quantities.carbon,
      thickness: result.quantities.thickness,
      margin: Math.min(...result.moisture.condensingPlane!.margin),
      moisture: result.judgment.moisture,
    });
  }
});

test('the last entry changes first, and a spacing moves the whole frame', () => {
  const asked = exploration();
  const variants = variantsOf(asked);
  expect(combinationsOf(asked)).toBe(72);
  expect(variants.valuesAt(0).at(-1)).toBe(0.0127);
  expect(variants.valuesAt(1).at(-1)).toBe(0.0254);
  const broken = coldWall();
  broken.layers.splice(2, 0, { ...broken.layers[1]!, id: 'outer' });
  const moved = variantsOf({ ...asked, wall: broken }).wallAt(71);
  const spacings = moved.layers.flatMap((layer) =>
    layer.kind === 'framed' ? [[layer.id, layer.member.spacing]] : [],
  );
  expect(spacings).toEqual([
    ['studs', 0.6096],
    ['outer', 0.6096],
    ['gap', 0.4064],
  ]);
});

test('a section that is not solved lies within what is said of it, and within 1 %', () => {
  const asked = exploration({ limits: {} });
  const variants = variantsOf(asked);
  const sections = new Sections();
  const steps = sweep(variants, numbersOf(variants.count), {
    materials: {},
    sections,
    judged: false,
  });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const { u, error } = step.value;
  expect(sections.count).toBeLessThan(variants.count / 4);
  for (let n = 0; n < variants.count; n++) {
    expect(Math.abs(u[n]! / measure(variants.wallAt(n)).u - 1)).toBeLessThanOrEqual(error[n]!);
    expect(error[n]).toBeLessThan(0.01);
  }
});

describe('refuses, naming the field', () => {
  test.each<[string, object, string]>([
    ['an unknown layer', { vary: [{ layer: 'L99', thickness: [0.01] }] }, 'vary[0].layer'],
    [
      'a length that is none',
      { vary: [{ layer: 'board', thickness: [0.02, -1] }] },
      'vary[0].thickness[1]',
    ],
    [
      'a text for a length',
      { vary: [{ layer: 'board', thickness: ['2 in'] }] },
      'vary[0].thickness[0]',
    ],
    ['a fill of a sheet', { vary: [{ layer: 'board', fill: ['eps'] }] }, 'vary[0].fill'],
    [
      'two things in one entry',
      { vary: [{ layer: 'board', thickness: [0.02], absent: [true] }] },
      'vary[0]',
    ],
    ['no values', { vary: [{ layer: 'board', thickness: [] }] }, 'vary[0].thickness'],
    ['an unknown objective', { objectives: ['beauty'] }, 'objectives[0]'],
    ['no objective', { objectives: [] }, 'objectives'],
    ['an objective twice', { objectives: ['u', 'u'] }, 'objectives[1]'],
    ['a word for true', { vary: [{ layer: 'wrap', absent: ['yes'] }] }, 'vary[0].absent[0]'],
    ['a status that is none', { limits: { moisture: 'wet' } }, 'limits.moisture'],
    ['a bad wall', { wall: { ...coldWall(), version: 9 } }, 'wall.version'],
  ])('%s', (_, change, path) => {
    const bad = { ...exploration(), ...change };
    expect(() => validateExploration(bad)).toThrow(expect.objectContaining({ path }));
  });
});

describe('next steps', () => {
  const wall = coldWall({ fasteners: [SCREWS] });
  const steps = nextSteps(assess(wall));
  const now = measure(wall);

  test('raise R, make no judgment worse, and come by R for each dollar', () => {
    expect(steps.length).toBeGreaterThan(5);
    const order = ['pass', 'caution', 'fail'];
    for (const { measures } of steps) {
      expect(measures.r).toBeGreaterThan(now.r);
      expect(order.indexOf(measures.moisture)).toBeLessThanOrEqual(order.indexOf(now.moisture));
    }
    const paid = steps.filter(({ measures }) => measures.cost! > now.cost!);
    const worth = paid.map(({ measures }) => (measures.r - now.r) / (measures.cost! - now.cost!));
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
  });
});

describe('what may vary about a wall', () => {
  const wall = coldWall();
  const choices = choicesOfWall(wall);
  const choice = (layer: string, varied: string) =>
    choices.find((one) => one.layer === layer && one.varied === varied)!;

  test('each layer offers what is sold of it and what does the same work, its own included', () => {
    expect(choice('board', 'thickness').values).toContain(0.0381);
    expect(choice('board', 'material').values).toContain('polyiso-foil-faced');
    expect(choice('studs', 'fill').values).not.toContain('fiberglass-batt-r13');
    expect(choice('studs', 'spacing').values).toContain(0.6096);
    expect(choice('gap', 'absent')).toBeDefined();
    for (const { now, values } of choices) expect(values).toContainEqual(now);
    for (const one of choices) {
      const entry = varyOf(one, one.values, wall);
      expect(() => exploration({ wall, vary: [entry], limits: {} })).not.toThrow();
    }
  });

  test('a spacing brings the framing factor that is usual there', () => {
    expect(varyOf(choice('studs', 'spacing'), [0.4064, 0.6096], wall)).toMatchObject({
      fraction: [0.23, expect.closeTo(0.1988, 3)],
    });
  });
});

test('one more inch outside gains less each time, of the board that is there or of mineral wool', () => {
  const { points, material } = thicknessCurve(coldWall(), 0.0254, 6);
  expect(material).toBe('mineral-wool-board-rigid');
  expect(points).toHaveLength(7);
  for (const { outside, measures } of points.slice(1))
    expect(measures).toEqual(measure(withLayer(coldWall(), 'board', { thickness: outside })));
  const bare = coldWall();
  bare.layers.splice(4, 1);
  expect(points[0]!.measures).toEqual(measure(bare));
  expect(thicknessCurve(bare, 0.0254, 2).points[2]!.measures.r).toBeCloseTo(
    points[2]!.measures.r,
    9,
  );
});

describe('an exploration in parts', () => {
  const asked = exploration();
  const count = combinationsOf(asked);
  const variants = variantsOf(asked);
  const evaluated = (size: number): { swept: Swept; at: number }[] =>
    Array.from({ length: Math.ceil(count / size) }, (_, part) => {
      const numbers = partNumbers(part, size, count);
      const options = { materials: {}, sections: new Sections(), judged: true };
      const steps = partSteps(asked, variants, numbers, options);
      let step = steps.next();
      while (!step.done) step = steps.next();
      return { swept: step.value, at: part * size };
    });
  const selected = (parts: { swept: Swept; at: number }[]): Explored => {
    const swept = joinedSwept(parts, partNumbers(0, count, count));
    const steps = selectSteps(asked, variants, swept, { materials: {}, sections: new Sections() });
    let step = steps.next();
    while (!step.done) step = steps.next();
    return step.value;
  };

  test('comes to what it comes to in one go, in whatever order they are there', () => {
    expect(rowOf(asked)).toBe(18);
    expect(partSize(18, 20)).toBe(36);
    const parts = evaluated(18);
    expect(selected(parts.toReversed())).toEqual(explore(asked));
  });

  test('is kept as bytes, what is missing too', () => {
    const [{ swept }] = evaluated(30) as [{ swept: Swept; at: number }];
    swept.cost[3] = NaN;
    const read = sweptOfBytes(sweptBytes(swept), partNumbers(0, 30, count));
    expect({ ...read, invalid: swept.invalid }).toEqual(swept);
    expect(() => sweptOfBytes(sweptBytes(swept), partNumbers(0, 29, count))).toThrow(RangeError);
  });
});

test('with hours a combination is judged by its years, unless it misses another limit', () => {
  const asked = exploration({
    vary: [{ layer: 'board', thickness: [0.0127, 0.2] }],
    limits: { thickness: 0.3, moisture: 'pass' },
  });
  const variants = variantsOf(asked);
  const steps = partSteps(asked, variants, partNumbers(0, 2, 2), {
    materials: {},
    sections: new Sections(),
    judged: true,
    hourly: { weather: null },
  });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const assessment = assess(variants.wallAt(0));
  const weather = madeUpWeather(assessment.wall);
  const runs = runPlan(planRuns(assessment, weather)!, weather);
  expect(MOISTURE_ORDER[step.value.moisture[0]!]).toBe(judgeWithRuns(assessment, runs).moisture);
  // Too thick as it is: it was not simulated.
  expect(MOISTURE_ORDER[step.value.moisture[1]!]).toBe(measure(variants.wallAt(1)).moisture);
}, 60_000);
