import { describe, expect, test } from '@jest/globals';
import { applyCommands } from '@eldrun/core/wall';
import {
  besideJudgment,
  judge,
  judgedMarginOf,
  judgeWithRuns,
  judgmentFixes,
  judgmentFixSteps,
  madeUpWeather,
  missingForRuns,
  planRuns,
  runPlan,
  sampledName,
  type Judgment,
} from '@eldrun/core/judgment';
import {
  criticalHumidity,
  judgedLayer,
  moldLimit,
  stopsAir,
  surfaceHumidity,
  surfaceLimit,
} from '@eldrun/core/steady-moisture';
import { saturationPressure } from '@eldrun/core/climate';
import { DEFAULT_RUN, simulate, transientFor } from '@eldrun/core/transient';
import { verdictsOf } from '@eldrun/core/verdicts';
import { messageText } from '@eldrun/core/units';
import { resolveWall, waterLine, type Layer, type WallFile } from '@eldrun/core/build-up';
import { LIBRARY, type Material } from '@eldrun/core/materials';
import { validateWall } from '@eldrun/core/wall/schema';
import { moistureOf } from '../../src/assembly/judgment/in-parts.ts';
import { assessed, CASES, notBest, simulated } from '../judged-by-peers.ts';
import { coldWall, framed, sheet, withLayer, without } from '../walls.ts';

const judged = (wall: WallFile): Judgment => judge(assessed(wall));
const text = (judgment: Judgment): string => messageText(judgment.decides.text, 'metric');

describe('walls that peers judged', () => {
  test('without a simulation: every answer allowed, 80 % the best', () => {
    const answers = new Map(CASES.map(({ name, wall }) => [name, judged(wall).moisture]));
    expect(notBest(CASES, answers).length).toBeLessThanOrEqual(0.2 * CASES.length);
  });
});

const inside = (wall: WallFile, material: string, thickness = 0.0003): WallFile => ({
  ...wall,
  layers: wall.layers.toSpliced(1, 0, sheet('inner', material, thickness)),
});
const bare = without(coldWall(), 'board');
const leaky = { flow: 15 / 3600, pressure: 50 };

describe('the judged face', () => {
  const faceOf = (wall: WallFile) => judgedLayer(resolveWall(validateWall(wall)))?.id ?? null;

  test('is the first layer outside the fill that stops air, foam in the fill included', () => {
    expect(faceOf(coldWall())).toBe('osb');
    expect(faceOf(withLayer(coldWall(), 'osb', { material: 'fiberboard-sheathing' }))).toBe('wrap');
    const weatherBoard = without(
      withLayer(coldWall(), 'osb', { material: 'wood-fiber-weather-board' }),
      'wrap',
      'board',
    );
    expect(faceOf(weatherBoard)).toBeNull();
    const foam = {
      ...coldWall(),
      layers: coldWall().layers.toSpliced(
        2,
        0,
        framed('foam', 0.05, 'spray-foam-closed-cell', { width: 0.038, spacing: 0.4064 }, 'main'),
      ),
    };
    expect(faceOf(foam)).toBe('foam');
    expect(faceOf(withLayer(foam, 'foam', { fill: 'spray-foam-open-cell' }))).toBe('osb');
  });

  test('where no air permeance is stated the category says', () => {
    const stops = (id: string) => stopsAir(id, LIBRARY[id]!);
    expect([stops('osb'), stops('eps-type-ii'), stops('kraft-facing')]).toEqual([
      true,
      false,
      false,
    ]);
    const own = (category: string) => stopsAir('own', { name: 'Own', category, vapor: { mu: 1 } });
    expect([own('metal'), own('wood-fiber'), own('batt'), own('gypsum')]).toEqual([
      true,
      false,
      false,
      true,
    ]);
  });

  test('takes the three months that are coldest outdoors', () => {
    const wall = resolveWall(coldWall());
    const face = judgedMarginOf(wall)!;
    const coldest = wall.months
      .map(({ outdoorTemperature }, m) => ({ outdoorTemperature, m }))
      .toSorted((a, b) => a.outdoorTemperature - b.outdoorTemperature)
      .slice(0, 3)
      .map(({ m }) => face.margin[m]!);
    expect(face.coldest).toBeCloseTo((coldest[0]! + coldest[1]! + coldest[2]!) / 3, 12);
  });
});

describe('without a simulation', () => {
  test('a warm face passes, and relies on the gap', () => {
    const judgment = judged(withLayer(coldWall(), 'board', { thickness: 0.15 }));
    expect(judgment).toMatchObject({
      moisture: 'pass',
      basis: 'static',
      decides: { id: 'warm-face' },
    });
    expect(judgment.relies.map((rely) => messageText(rely, 'metric'))).toEqual([
      expect.stringMatching(/gap behind the cladding/),
      expect.stringMatching(/hangs loose/),
    ]);
  });

  test('retarder, air barrier and an open outer side pass, and rely on the air barrier', () => {
    const wall = inside(bare, 'variable-membrane-high-range');
    expect(judged(wall)).toMatchObject({
      moisture: 'pass',
      decides: { id: 'retarder-and-air-barrier' },
    });
    expect(text(judged(wall))).toMatch(/relies on its air barrier/);
    expect(judged({ ...wall, airtightness: leaky })).toMatchObject({
      moisture: 'caution',
      decides: { id: 'leaky' },
    });
    expect(judged({ ...wall, airtightness: { flow: 3 / 3600, pressure: 50 } }).moisture).toBe(
      'pass',
    );
    const deep = withLayer(wall, 'studs', { thickness: 0.3 });
    expect(judged(deep)).toMatchObject({ moisture: 'caution', decides: { id: 'deep-and-cold' } });
  });

  test('a house as damp as a pool fails', () => {
    const indoor = { temperature: 28, humidity: { kind: 'fixed' as const, relativeHumidity: 0.6 } };
    const wall = inside({ ...bare, indoor }, 'polyethylene-6mil', 0.00015);
    expect(judged(wall)).toMatchObject({ moisture: 'fail', decides: { id: 'wet-house' } });
  });

  test('a code’s row is a caution, none is a failure, and an unknown one never is', () => {
    const painted = { ...bare, layers: [sheet('paint', 'latex-paint', 0.0001), ...bare.layers] };
    const gypsum = withLayer(painted, 'osb', {
      material: 'gypsum-sheathing-glass-mat',
      thickness: 0.0127,
    });
    expect(judged(gypsum)).toMatchObject({ moisture: 'caution', decides: { id: 'code-row' } });
    expect(judged(painted).moisture).toBe('fail');
    const { designTemperature, temperature, relativeHumidity } = resolveWall({
      ...painted,
      outdoor: { climate: 'mixed-humid' },
    }).site;
    const nowhere = {
      ...gypsum,
      outdoor: {
        designTemperature,
        monthly: { temperature: [...temperature], relativeHumidity: [...relativeHumidity] },
      },
    };
    expect(judged(nowhere)).toMatchObject({ moisture: 'caution', decides: { id: 'no-row' } });
    expect(judged(nowhere).code.status).toBe('unknown');
  });

  test('a tight skin over nothing that holds vapor back fails even where no retarder is asked for', () => {
    const wall = {
      ...without(coldWall(), 'wrap', 'board', 'gap', 'lap'),
      outdoor: { climate: 'mixed-humid' },
    };
    const shell = withLayer(wall, 'osb', { material: 'butyl-foil-membrane', thickness: 0.001 });
    expect(judged(shell)).toMatchObject({ moisture: 'fail', decides: { id: 'tight-and-cold' } });
  });

  test('a steel shell is skin where layers stand outside it', () => {
    const shell = {
      name: 'Shell',
      category: 'metal',
      conductivity: 50,
      density: 7850,
      specificHeat: 450,
      vapor: { mu: 1e6 },
      roles: ['cladding' as const, 'wrb' as const, 'air-barrier' as const],
    };
    const wall = {
      ...withLayer(without(coldWall(), 'wrap'), 'osb', { material: 'shell', thickness: 0.002 }),
      materials: { shell },
    };
    expect(judged(withLayer(wall, 'board', { thickness: 0.15 })).decides.id).toBe('warm-face');
  });

  test('the code is a badge and changes nothing', () => {
    const wall = withLayer(coldWall(), 'board', { thickness: 0.15 });
    const without2018 = judged({ ...wall, code: { edition: 'none' } });
    expect(without2018).toMatchObject({ moisture: 'pass', code: { status: 'unknown' } });
    expect(judged({ ...wall, code: { edition: '2018' } })).toMatchObject({
      moisture: 'pass',
      code: { status: 'misses' },
    });
  });
});

describe('what decides alone', () => {
  const trapped = withLayer(inside(coldWall(), 'polyethylene-6mil', 0.00015), 'board', {
    material: 'polyiso-foil-faced',
  });
  test.each<[string, WallFile]>([
    ['layer-order', { ...coldWall(), layers: coldWall().layers.toReversed() }],
    ['water-barrier', without(coldWall(), 'wrap')],
    ['vapor-trap', trapped],
    [
      'retarder-side',
      inside({ ...bare, outdoor: { climate: 'hot-humid' } }, 'polyethylene-6mil', 0.00015),
    ],
    [
      'cladding-gap',
      withLayer(without(coldWall(), 'gap', 'board'), 'lap', {
        material: 'adhered-stone-veneer',
        thickness: 0.045,
      }),
    ],
    [
      'inner-surface',
      {
        ...inside(bare, 'polyethylene-6mil', 0.00015),
        indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity: 0.72 } },
      },
    ],
  ])('%s', (id, wall) => {
    const judgment = judged(wall);
    expect(judgment).toMatchObject({ moisture: 'fail', decides: { id }, relies: [] });
    expect(text(judgment)).toMatch(/\.$/);
  });

  test('in the hottest zones class II does too', () => {
    const hot = { ...bare, outdoor: { climate: 'hot-humid' } };
    const primer = inside(hot, 'vapor-retarder-primer', 0.0001);
    expect(judged(primer).decides.id).toBe('retarder-side');
    // Kraft opens where it is damp.
    expect(judged(inside(hot, 'kraft-facing')).moisture).not.toBe('fail');
  });

  test('an hourly run does not overrule it, and is not asked for', () => {
    const assessment = assessed(without(coldWall(), 'wrap'));
    expect(planRuns(assessment, madeUpWeather(assessment.wall))).toBeNull();
    expect(judgeWithRuns(assessment, null)).toEqual(judge(assessment));
  });
});

describe('with runs', () => {
  const classic = inside(bare, 'polyethylene-6mil', 0.00015);

  test('the classic cold-climate wall passes; with five times the leak it does not', () => {
    const sound = simulated(classic);
    expect(sound).toMatchObject({ moisture: 'pass', basis: 'hourly' });
    expect(sound.relies.length).toBeGreaterThan(0);
    const drafty = simulated({ ...classic, airtightness: leaky });
    expect(drafty.moisture).not.toBe('pass');
    expect(text(drafty)).toMatch(/mold index|moisture/i);
  });

  test('shut-in studs are run along themselves, wet at the start; they do not dry between foil and foil', () => {
    const steelFree = withLayer(
      withLayer(inside(coldWall(), 'polyethylene-6mil', 0.00015), 'osb', {
        material: 'gypsum-sheathing-glass-mat',
        thickness: 0.0127,
      }),
      'board',
      { material: 'polyiso-foil-faced' },
    );
    const assessment = assessed(steelFree);
    const weather = madeUpWeather(assessment.wall);
    const plan = planRuns(assessment, weather)!;
    expect(plan.shutIn!.transient).toMatchObject({
      watch: 'studs',
      path: 'member',
      initial: { layers: { studs: { moistureContent: 0.25 } } },
      rain: { layer: 'studs', face: 'outer', share: 0.01 },
    });
    const runs = runPlan(plan, weather);
    const trapped = { moisture: 'fail', decides: { id: 'vapor-trap' } };
    expect(judgeWithRuns(assessment, runs)).toMatchObject({ ...trapped, basis: 'hourly' });
    // A run that does not count says nothing of whether it dries.
    const shutIn = { ...runs.shutIn!, problem: 'It does not settle.' };
    const undecided = judgeWithRuns(assessment, { ...runs, shutIn });
    expect(undecided).toMatchObject({ ...trapped, basis: 'static', alone: true });
    expect(text(undecided)).not.toMatch(/dry/);
  });

  test('a climate without sun, wind and rain stays static and says why', () => {
    const { temperature, relativeHumidity, designTemperature } = resolveWall(bare).site;
    const wall = resolveWall({
      ...bare,
      outdoor: {
        designTemperature,
        monthly: { temperature: [...temperature], relativeHumidity: [...relativeHumidity] },
      },
    });
    expect(missingForRuns(wall)).toMatch(/sun, wind, rain/);
  });

  test('the exposure: rain behind a cladding without a gap only, and what the brief changes', () => {
    const plan = (wall: WallFile) => {
      const assessment = assessed(wall);
      return planRuns(assessment, madeUpWeather(assessment.wall))!.standard.map(
        ({ transient }) => transient,
      );
    };
    expect(plan(classic).map(({ side }) => side)).toEqual(['north', 'rain']);
    expect(plan(classic)[0]).toMatchObject({
      start: 6552,
      hours: 17520,
      initial: { relativeHumidity: 0.8 },
      leak: { layer: 'osb', face: 'inner', q50: 3 },
      cavity: { layer: 'gap', opening: 5000, screened: true },
    });
    expect(plan(classic)[0]!.rain).toBeUndefined();
    const lap = plan(without(classic, 'gap'))[0]!;
    expect(lap.laps).toMatchObject({ layer: 'lap' });
    expect(lap.rain).toBeUndefined();
    const direct = withLayer(without(classic, 'gap'), 'lap', { material: 'plywood-siding' });
    expect(plan(direct)[0]!.rain).toEqual({
      layer: 'wrap',
      face: 'inner',
      share: 0.01,
      exposure: 1,
      overhang: 0.35,
    });
    const drained = withLayer(direct, 'wrap', { material: 'wrap-drainable', thickness: 0.001 });
    expect(plan(drained)[0]!.rain).toBeUndefined();
    const exposure = { rain: 0.02, sides: ['west' as const], start: 0, relativeHumidity: 0.6 };
    expect(plan({ ...direct, exposure })).toMatchObject([
      { side: 'west', start: 0, initial: { relativeHumidity: 0.6 }, rain: { share: 0.02 } },
    ]);
  });
});

describe('fixes', () => {
  function fixesOf(wall: WallFile) {
    const assessment = assessed(wall);
    const steps = judgmentFixSteps(assessment, judge(assessment), {}, null);
    let step = steps.next();
    while (!step.done) step = steps.next();
    const { fixes, refused } = step.value;
    for (const fix of fixes) {
      const after = judged(applyCommands(wall, fix.commands));
      expect(after.moisture).toBe(fix.after);
      expect(after.moisture).not.toBe(judged(wall).moisture);
      expect(messageText(fix.gives, 'metric')).not.toBe('');
    }
    return { labels: fixes.map(({ label }) => messageText(label, 'metric')), refused };
  }

  test('a good wall gets none', () => {
    expect(fixesOf(inside(bare, 'variable-membrane-high-range')).labels).toEqual([]);
  });

  test('a leaky house is sealed and tested first', () => {
    const wall = { ...inside(bare, 'variable-membrane-high-range'), airtightness: leaky };
    expect(fixesOf(wall).labels[0]).toMatch(/test it to 3\.0 m³/);
  });

  test('paint alone gets a variable retarder before it gets new insulation', () => {
    const painted = { ...bare, layers: [sheet('paint', 'latex-paint', 0.0001), ...bare.layers] };
    const { labels } = fixesOf(painted);
    expect(labels[0]).toMatch(/^Add a variable vapor retarder/);
  });

  test('a vapor-closed layer inside is taken out where it is hot', () => {
    const wall = inside(
      { ...bare, outdoor: { climate: 'hot-humid' } },
      'polyethylene-6mil',
      0.00015,
    );
    expect(fixesOf(wall).labels[0]).toMatch(/^Take out polyethylene/);
  });

  test('a thicker board comes before a new one, and a gap before either where rain is stored', () => {
    const thin = withLayer(
      { ...coldWall(), layers: [sheet('paint', 'latex-paint', 0.0001), ...coldWall().layers] },
      'board',
      { material: 'xps', thickness: 0.0254 },
    );
    expect(fixesOf(thin).labels.some((label) => /^Outside board to/.test(label))).toBe(true);
    const brick = withLayer(
      without(inside(coldWall(), 'polyethylene-6mil', 0.00015), 'gap', 'board'),
      'lap',
      { material: 'brick-veneer', thickness: 0.09 },
    );
    const { labels } = fixesOf(brick);
    expect(labels.some((label) => /^Gap of 25\.4 mm behind clay brick/.test(label))).toBe(true);
  });

  test('a missing water barrier is added', () => {
    expect(
      fixesOf(without(inside(bare, 'variable-membrane-high-range'), 'wrap')).labels[0],
    ).toMatch(/vapor-open membrane/);
  });

  test('more than 150 mm outside is refused, and a way of building named', () => {
    const indoor = {
      temperature: 26,
      humidity: { kind: 'fixed' as const, relativeHumidity: 0.62 },
    };
    const pool = withLayer({ ...bare, indoor, outdoor: { climate: 'cool-humid' } }, 'studs', {
      thickness: 0.0889,
    });
    const { labels, refused } = fixesOf(pool);
    expect(labels).toEqual([]);
    expect(messageText(refused!, 'imperial')).toMatch(/more than 6 in\..*two rows of studs/);
  });
});

describe('air from outdoors, cold and damp rooms', () => {
  const q50 = (value: number) => ({ airtightness: { flow: value / 3600, pressure: 50 } });
  const cooled = (inner: Layer[], more: Partial<WallFile> = {}): WallFile => {
    const { layers } = without(coldWall(), 'board', 'gap');
    return coldWall({
      outdoor: { climate: 'hot-humid' },
      indoor: { temperature: 18, humidity: { kind: 'fixed', relativeHumidity: 0.55 } },
      layers: [...inner, ...layers],
      ...more,
    });
  };
  const paint = sheet('paint', 'latex-paint', 0.0001);

  test('a leaky wall of a cooled house is a caution, by fans as by holes; a tight one is none', () => {
    expect(judged(cooled([paint], q50(0.5)))).toMatchObject({ moisture: 'pass' });
    expect(judged(cooled([paint], q50(20)))).toMatchObject({
      moisture: 'caution',
      decides: { id: 'humid-air' },
    });
    expect(judged(cooled([paint], { ...q50(5), pressure: -3 }))).toMatchObject({
      moisture: 'caution',
      decides: { id: 'humid-air' },
    });
  });

  test('by the hour too: behind vinyl paper, and where outdoor air leaks in, it is damper', () => {
    const dampest = (wall: WallFile): number => {
      const assessment = assessed(wall);
      const weather = madeUpWeather(assessment.wall);
      const climate = { climate: 'hot-humid' };
      const transient = {
        ...transientFor(assessment.wall, DEFAULT_RUN, climate)!,
        start: 4344,
        hours: 744,
      };
      const run = simulate({ format: 'eldrun-simulation', version: 1, wall, transient }, weather);
      const face = run.result.faces.findIndex(({ inner }) => inner === 'gypsum');
      return run.result.faces[face]!.humidHours;
    };
    const humid = {
      indoor: { temperature: 18, humidity: { kind: 'fixed' as const, relativeHumidity: 0.7 } },
    };
    const tight = dampest(cooled([paint], { ...q50(0.1), ...humid }));
    expect(dampest(cooled([paint], { ...q50(20), ...humid }))).toBeGreaterThan(tight);
    const vinyl = sheet('paint', 'vapor-retarder-primer', 0.0001);
    expect(dampest(cooled([vinyl], { ...q50(0.1), ...humid }))).toBeGreaterThan(tight + 100);
  });

  test('a cold store keeps its polyethylene: without it outdoor vapor wets the board as well', () => {
    const store = cooled([], {
      indoor: { temperature: 2, humidity: { kind: 'fixed', relativeHumidity: 0.85 } },
    });
    const wall = inside(store, 'polyethylene-6mil', 0.00015);
    expect(judged(wall).moisture).toBe('fail');
    expect(judged(store)).toMatchObject({ moisture: 'fail', decides: { id: 'humid-air' } });
    const assessment = assessed(wall);
    const { fixes } = judgmentFixes(assessment, judge(assessment), {}, null);
    expect(fixes.flatMap(({ commands }) => commands)).not.toContainEqual(
      expect.objectContaining({ type: 'removeLayer' }),
    );
    const side = verdictsOf(assessment).find(({ id }) => id === 'retarder-side')!;
    expect(side.fixes).toEqual([]);
  });

  test('a retarder and an air barrier do not pass at any humidity in any cold', () => {
    const at = (relativeHumidity: number, climate = 'subarctic') =>
      judged({
        ...inside(without(coldWall(), 'board'), 'variable-membrane-high-range'),
        outdoor: { climate },
        indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity } },
      });
    expect(at(0.33).moisture).toBe('pass');
    expect(at(0.45)).toMatchObject({ moisture: 'caution', decides: { id: 'humid-and-cold' } });
    expect(at(0.55)).toMatchObject({ moisture: 'fail', decides: { id: 'humid-and-cold' } });
    expect(at(0.5, 'mixed-marine').moisture).toBe('pass');
  });

  test('rooms under 15 °C are judged by the critical humidity of their temperature, not by 80 %', () => {
    const at = (indoorTemperature: number) => ({
      indoorTemperature,
      outdoorTemperature: -10,
      indoorVaporPressure: 0.6 * saturationPressure(indoorTemperature),
      outdoorVaporPressure: 250,
    });
    expect(moldLimit(at(16))).toBeCloseTo(surfaceLimit(at(16), 0.8), 9);
    const garage = at(12);
    expect(moldLimit(garage)).toBeLessThan(surfaceLimit(garage, 0.8));
    expect(surfaceHumidity(garage, moldLimit(garage))).toBeCloseTo(
      criticalHumidity(moldLimit(garage)),
      6,
    );
  });
});

describe('what a judgment says stands in the list', () => {
  test('the rule that decided has a row of its status, with mends or which way of building suits', () => {
    for (const { wall } of CASES) {
      const assessment = assessed(wall);
      const judgment = judge(assessment);
      const fixes = judgmentFixes(assessment, judgment, {}, null);
      const rows = besideJudgment(verdictsOf(assessment), judgment, fixes);
      if (judgment.moisture === 'pass') continue;
      const row = rows.find(({ id }) => id === judgment.decides.id)!;
      expect(row.status).toBe(judgment.moisture);
      const said = messageText(row.reason, 'metric');
      expect(row.fixes.length > 0 || /suits?|It would take more/.test(said)).toBe(true);
    }
  });
});

describe('composite sheets and masonry', () => {
  test('a panel of foam and wood is judged in its parts, its skin on the cold side by itself', () => {
    const panel = (composition: { material: string; thickness: number }[]): WallFile => ({
      ...withLayer(without(coldWall(), 'wrap', 'board'), 'osb', {
        material: 'panel',
        thickness: 0.0365,
      }),
      materials: {
        panel: { ...LIBRARY['insulated-structural-sheathing-r6']!, composition },
      },
    });
    const foam = { material: 'polyiso-glass-mat-faced', thickness: 0.0254 };
    const wood = { material: 'osb', thickness: 0.0111 };
    const face = (wall: WallFile) => judgedLayer(moistureOf(assessed(wall)).wall)!.fill!.name;
    expect(face(panel([wood, foam]))).toMatch(/^Oriented strand board.* of insulated structural/);
    expect(face(panel([foam, wood]))).toMatch(/^Polyiso/);
    const { wall } = moistureOf(assessed(panel([foam, wood])));
    expect(wall.layers.map(({ id }) => id)).toContain('osb-part-2');
    expect(waterLine(wall)!.id).toBe('osb-part-2');
    expect(moistureOf(assessed(coldWall())).wall.layers).toHaveLength(coldWall().layers.length);
  });

  test('masonry insulated inside: frost where it is wet and cold, none where it is dry', () => {
    const wall = (climate: string): WallFile =>
      coldWall({
        outdoor: { climate },
        layers: [
          sheet('plaster', 'gypsum-plaster', 0.013),
          sheet('board', 'xps', 0.05),
          sheet('brick', 'brick-masonry', 0.33),
        ],
      });
    expect(judged(wall('cold-humid'))).toMatchObject({ decides: { id: 'mass-masonry' } });
    expect(judged(wall('cold-dry')).moisture).toBe('pass');
  });
});

describe('how sure stands in the line', () => {
  const wall = withLayer(coldWall(), 'board', { thickness: 0.15 });
  const nameOf = (file: WallFile) => sampledName(resolveWall(validateWall(file)));
  const sampled = (failing: number, of = nameOf(wall)): WallFile => ({
    ...wall,
    sampled: { of, samples: 100, failing, cautious: 0 },
  });

  test('how many fail; between a tenth and nine tenths nothing is decided', () => {
    expect(judged(wall).moisture).toBe('pass');
    expect(judged(sampled(4))).toMatchObject({ moisture: 'pass', decides: { id: 'warm-face' } });
    expect(text(judged(sampled(4)))).toMatch(/4 of 100 samples fail\.$/);
    expect(judged(sampled(43))).toMatchObject({
      moisture: 'caution',
      decides: { id: 'not-decided' },
    });
    expect(text(judged(sampled(43)))).toMatch(/^Not decided: 43 of 100 samples fail/);
    expect(judged(sampled(95))).toMatchObject({ moisture: 'fail', decides: { id: 'samples' } });
  });

  test('samples of another wall say nothing; the order of a file’s fields does not matter', () => {
    const other = nameOf(withLayer(wall, 'board', { thickness: 0.1 }));
    expect(text(judged(sampled(43, other)))).not.toMatch(/samples/);
    const turned = JSON.parse(JSON.stringify(wall)) as Record<string, unknown>;
    const reversed = Object.fromEntries(Object.entries(turned).toReversed()) as unknown as WallFile;
    expect(nameOf(reversed)).toBe(nameOf(wall));
    // What a material costs is no matter, how it holds water is.
    const made = (change: Partial<Material>): WallFile => ({
      ...wall,
      materials: { osb: { ...LIBRARY['osb']!, ...change } },
    });
    expect(nameOf(made({ note: 'another' }))).toBe(nameOf(wall));
    expect(nameOf(made({ density: 700 }))).not.toBe(nameOf(wall));
    expect(() =>
      validateWall({ ...wall, sampled: { of: 'x', samples: 10, failing: 11, cautious: 0 } }),
    ).toThrow(/sampled\.failing/);
  });
});
