import { describe, expect, test } from '@jest/globals';
import {
  indoorAir,
  facesInside,
  modelAir,
  rainBehind,
  simulate,
  wallFaces,
  windFilm,
} from '@eldrun/core/transient';
import {
  classVaporPressure,
  saturationPressure,
  weatherOfClimate,
  CLIMATES,
} from '@eldrun/core/climate';
import { rankCorrelation, sampleSteps, summarizeSamples, type Sample } from '@eldrun/core/judgment';
import { drainageOf, resolveWall, waterLine, type WallFile } from '@eldrun/core/build-up';
import { assess } from '@eldrun/core/assessment';
import { verdictsOf } from '@eldrun/core/verdicts';
import { validateBrief, validateWall } from '@eldrun/core/wall/schema';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

const resolved = (wall: WallFile) => resolveWall(validateWall(wall));
const direct = (material: string, thickness = 0.0127): WallFile =>
  withLayer(without(coldWall(), 'gap', 'board'), 'lap', { material, thickness });

describe('rain behind the cladding', () => {
  test('lies at the water barrier where nothing drains it', () => {
    // Behind a membrane that hangs loose it runs on, before one that is stuck to its sheathing it stays.
    const on = (wrap: string) =>
      rainBehind(
        resolved(
          withLayer(direct('cement-lime-stucco'), 'wrap', { material: wrap, thickness: 0.0005 }),
        ),
      );
    expect(on('wrap-nonwoven')).toMatchObject({ layer: 'wrap', face: 'inner' });
    expect(on('self-adhered-permeable')).toMatchObject({ layer: 'wrap', face: 'outer' });
    expect(on('liquid-applied-permeable')).toMatchObject({ layer: 'wrap', face: 'outer' });
    expect(drainageOf(resolved(coldWall()))).not.toBeNull();
    expect(drainageOf(resolved(direct('wood-lap-siding')))).not.toBeNull();
    expect(drainageOf(resolved(direct('vinyl-siding', 0.001)))).not.toBeNull();
    const mat = direct('cement-lime-stucco');
    mat.layers.splice(-1, 0, sheet('mat', 'drainage-mat-thin', 0.006));
    expect(drainageOf(resolved(mat))).not.toBeNull();
  });

  test('the membrane is the barrier, else what can serve as one', () => {
    expect(waterLine(resolved(coldWall()))!.id).toBe('wrap');
    const foam = withLayer(without(coldWall(), 'wrap'), 'board', {
      material: 'polyiso-foil-faced',
    });
    expect(waterLine(resolved(foam))!.id).toBe('board');
  });

  test('faces inside the gap count, else those inside the water barrier', () => {
    expect(facesInside(resolved(coldWall()))).toBe(5);
    expect(facesInside(resolved(direct('cement-lime-stucco')))).toBe(4);
    expect(facesInside(resolved(direct('wood-lap-siding')))).toBe(4);
  });
});

test('the outer film follows the wind, between 10 and 25', () => {
  expect([windFilm(0), windFilm(3), windFilm(20)]).toEqual([10, 14.6, 25]);
});

test('composite sheathing takes the mold class of the face it shows', () => {
  const wall = resolved(
    withLayer(coldWall(), 'osb', {
      material: 'insulated-structural-sheathing-r6',
      thickness: 0.0365,
    }),
  );
  const faces = wallFaces(wall);
  const at = (inner: string) => faces.find((face) => face.inner === inner)!.moldClass;
  expect(at('studs')).toBe('medium-resistant');
  expect(at('osb')).toBe('sensitive');
});

describe('indoor air', () => {
  test('models by the day outdoors, at the ends and between them', () => {
    expect(modelAir('en15026', -15)).toEqual({ temperature: 20, relativeHumidity: 0.3 });
    expect(modelAir('en15026-high', 25)).toEqual({ temperature: 25, relativeHumidity: 0.7 });
    expect(modelAir('ashrae160', 5).relativeHumidity).toBeCloseTo(0.55, 12);
    expect(modelAir('ashrae160', 19.7).temperature).toBeCloseTo(22.5, 12);
  });

  test('a humidity class is held to what a cooled house has', () => {
    const indoor = { temperature: 24, humidity: { kind: 'class' as const, class: 3 } };
    const humid = 0.95 * saturationPressure(27);
    const { pressure } = indoorAir(indoor, 6, 27, humid, classVaporPressure);
    expect(pressure).toBeCloseTo(0.7 * saturationPressure(24), 9);
    expect(indoorAir(indoor, 0, 5, 500, classVaporPressure).pressure).toBe(
      classVaporPressure(3, 500, 5, 24),
    );
  });

  test('a run takes the model that is chosen', () => {
    const run = (change: Partial<WallFile>) =>
      simulate(
        {
          format: 'eldrun-simulation',
          version: 1,
          wall: validateWall(coldWall(change)),
          transient: {
            climate: { climate: 'cold-humid' },
            side: 'north',
            start: 0,
            hours: 480,
            watch: 'osb',
            initial: { temperature: 10, relativeHumidity: 0.7 },
          },
        },
        weatherOfClimate(CLIMATES['cold-humid']!, 1),
      ).result.causes.indoors;
    const humidity = { kind: 'fixed' as const, relativeHumidity: 0.35 };
    const plain = run({ indoor: { temperature: 21, humidity } });
    const high = run({ indoor: { temperature: 21, humidity, model: 'en15026-high' } });
    expect(high).toBeGreaterThan(plain);
    expect(() =>
      validateWall(coldWall({ indoor: { temperature: 21, humidity, model: 'x' as never } })),
    ).toThrow(/indoor\.model/);
  });

  test('an exposure that is none is refused with its field', () => {
    const { convention, indoor, outdoor } = coldWall();
    const brief = { convention, indoor, outdoor };
    expect(() => validateBrief({ ...brief, exposure: { rain: 2 } })).toThrow(/exposure\.rain/);
    expect(() => validateBrief({ ...brief, exposure: { sides: ['up'] } })).toThrow(
      /exposure\.sides/,
    );
    expect(validateBrief({ ...brief, exposure: { rain: 0.02 } }).exposure).toEqual({ rain: 0.02 });
  });
});

describe('drainage', () => {
  const verdict = (wall: WallFile, id: string) =>
    verdictsOf(assess(validateWall(wall))).find((found) => found.id === id);

  test('flat foam on a smooth barrier is a caution, a textured wrap mends it, fibers drain', () => {
    const foam = withLayer(coldWall(), 'board', { material: 'xps' });
    expect(verdict(foam, 'insulation-drainage')).toMatchObject({ status: 'caution' });
    expect(verdict(foam, 'insulation-drainage')!.fixes).toHaveLength(1);
    const textured = withLayer(foam, 'wrap', { material: 'wrap-drainable', thickness: 0.001 });
    expect(verdict(textured, 'insulation-drainage')).toBeUndefined();
    expect(verdict(coldWall(), 'insulation-drainage')).toBeUndefined();
  });

  test('a texture counts as drainage, a finish on insulation has its gap behind that', () => {
    const stucco = direct('cement-lime-stucco');
    expect(verdict(stucco, 'cladding-gap')!.status).toBe('caution');
    const textured = withLayer(stucco, 'wrap', { material: 'wrap-drainable', thickness: 0.001 });
    expect(verdict(textured, 'cladding-gap')!.status).toBe('pass');
    const finish = withLayer(
      withLayer(without(coldWall(), 'gap'), 'board', { material: 'eps-type-i' }),
      'lap',
      { material: 'eifs-lamina', thickness: 0.004 },
    );
    expect(verdict(finish, 'cladding-gap')!.status).toBe('fail');
    expect(verdict(finish, 'cladding-gap')!.fixes).toMatchObject([
      { commands: [{ type: 'insertLayer', layer: { material: 'drainage-mat-thin' } }] },
    ]);
    const drained = withLayer(finish, 'wrap', { material: 'wrap-drainable', thickness: 0.001 });
    expect(verdict(drained, 'cladding-gap')!.status).toBe('pass');
  });

  test('a render system on insulation may be the only rain barrier, a weather board is one', () => {
    const render = withLayer(without(coldWall(), 'wrap', 'gap'), 'lap', {
      material: 'mineral-render',
      thickness: 0.01,
    });
    expect(verdict(render, 'water-barrier')!.status).toBe('caution');
    const board = withLayer(without(coldWall(), 'wrap'), 'board', {
      material: 'wood-fiber-weather-board',
      thickness: 0.06,
    });
    expect(verdict(board, 'water-barrier')!.status).toBe('pass');
  });
});

describe('how sure', () => {
  test('rank correlation: 1 in order, −1 against it, 0 where nothing varies, ties share their rank', () => {
    expect(rankCorrelation([1, 2, 3, 9], [10, 20, 30, 31])).toBeCloseTo(1, 12);
    expect(rankCorrelation([1, 2, 3], [3, 2, 1])).toBeCloseTo(-1, 12);
    expect(rankCorrelation([1, 1, 1], [3, 2, 1])).toBe(0);
    expect(rankCorrelation([1, 1, 2], [1, 2, 3])).toBeCloseTo(Math.sqrt(3) / 2, 12);
  });

  test('between a tenth and nine tenths nothing is decided', () => {
    const drawn = {
      leak: 1,
      humidity: 0,
      side: 0,
      permeance: 1,
      rain: 0.01,
      gap: 1,
      sorption: 1,
      weather: 0,
      pressure: 0,
    };
    const samples = (failing: number, count = 20): Sample[] =>
      Array.from({ length: count }, (_, i) => ({
        drawn: { ...drawn, leak: i },
        moisture: i >= count - failing ? 'fail' : 'pass',
        damage: i / 10,
      }));
    expect(summarizeSamples(samples(1)).verdict).toBe('holds');
    expect(summarizeSamples(samples(5)).verdict).toBe('not decided');
    expect(summarizeSamples(samples(19)).verdict).toBe('fails');
    expect(summarizeSamples(samples(5, 30)).matters[0]).toEqual({ input: 'leak', correlation: 1 });
    // Fewer rank nothing.
    expect(summarizeSamples(samples(5, 29)).matters).toEqual([]);
  });

  test('a sample is the same for the same number', () => {
    const assessment = assess(validateWall(coldWall()));
    const once = () => {
      const steps = sampleSteps(assessment, 3);
      let step = steps.next();
      while (!step.done) step = steps.next();
      return step.value!;
    };
    const sample = once();
    expect(once()).toEqual(sample);
    expect(['pass', 'caution', 'fail']).toContain(sample.moisture);
  });
});
