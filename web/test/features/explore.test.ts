import { describe, expect, test } from '@jest/globals';
import {
  explore,
  numbersOf,
  type Exploration,
  type Explored,
  type Swept,
} from '@eldrun/core/exploration';
import type { UnitSystem } from '@eldrun/core/units';
import { coldWall } from '../../../core/test/walls.ts';
import { nothingMeets, outText } from '../../src/features/explore/explore-words.ts';
import { scaleOver } from '../../src/features/explore/measure-axes.ts';
import {
  answer,
  type ExploreAnswer,
  type ExplorePart,
  type ExploreQuestion,
} from '../../src/compute/jobs/explore.ts';
import { turnOf } from '../inline-worker.ts';

type Wanted = ExploreQuestion extends infer Q
  ? Q extends unknown
    ? Omit<Q, 'run' | 'exploration' | 'materials'>
    : never
  : never;

const exploration = (change: Partial<Exploration> = {}): Exploration => ({
  format: 'eldrun-exploration',
  version: 1,
  wall: coldWall(),
  vary: [
    { layer: 'studs', spacing: [0.4064, 0.6096] },
    { layer: 'board', thickness: [0.0254, 0.0381, 0.0508, 0.0762] },
  ],
  limits: { thickness: 0.26, moisture: 'caution' },
  objectives: ['cost', 'u'],
  ...change,
});

let runs = 0;

/** Asks a worker of an exploration. */
function explorerOf(of: Exploration) {
  const run = ++runs;
  return async (wanted: Wanted): Promise<ExploreAnswer> => {
    const question = { run, exploration: of, materials: {}, ...wanted };
    const found = await answer(question, turnOf<ExplorePart>().turn);
    if (!found) throw new Error('it was dropped');
    return found;
  };
}

async function swept(of: Exploration): Promise<{ swept: Swept; explored: Explored }> {
  const ask = explorerOf(of);
  const all = await ask({ wanted: 'sweep', numbers: numbersOf(8) });
  if (!('swept' in all)) throw new Error('nothing was swept');
  const found = await ask({ wanted: 'select', swept: all.swept });
  if (!('explored' in found)) throw new Error('nothing was found');
  return { swept: all.swept, explored: found.explored };
}

describe('a worker that explores', () => {
  test('finds what the core finds, moisture judged of all', async () => {
    const { swept: all, explored } = await swept(exploration());
    expect(explored).toEqual(explore(exploration()));
    expect([...all.moisture].every((status) => status < 3)).toBe(true);
  });

  test('says what lies around the wall, and what is wrong with it', async () => {
    const wanted = { wanted: 'around' as const, step: 0.0254, steps: 3 };
    const around = await explorerOf(exploration())(wanted);
    expect('next' in around && around.curve?.points).toHaveLength(4);
    const bad = exploration({ wall: coldWall({ materials: {}, outdoor: { climate: 'nowhere' } }) });
    expect(await explorerOf(bad)(wanted)).toMatchObject({
      problem: expect.stringContaining('nowhere'),
    });
  });
});

describe('where nothing meets the limits', () => {
  const said = async (
    limits: Exploration['limits'],
    units: UnitSystem = 'metric',
  ): Promise<string> => {
    const of = exploration({ limits: limits! });
    const { swept: all, explored } = await swept(of);
    return nothingMeets(explored, all, of, units);
  };

  test('the one that excludes most is named, with how near the nearest comes', async () => {
    expect(await said({ thickness: 0.1 })).toMatch(
      /^The thickness excludes most, 8 of 8: the nearest comes to 216.3 mm against 100 mm\.$/,
    );
    expect(await said({ u: 0.05 }, 'imperial')).toMatch(
      /^The R excludes most.* R \d.* against R 113\.6\.$/,
    );
    expect(await said({ cost: 1, thickness: 0.25 })).toMatch(/^The cost excludes most/);
  });

  test('nothing is said where some do', async () => {
    expect(await said({})).toBe('');
    expect(outText((await swept(exploration())).explored, 'thickness')).toMatch(/^\d out$/);
    expect(outText(null, 'cost')).toBe('');
  });
});

test('a scale goes out to round figures of the unit that is shown, whichever way it runs', () => {
  const scale = scaleOver(0.21, 0.287, 0.0254, 400, 40);
  expect(scale.ticks.map((tick) => Math.round(tick / 0.0254))).toEqual([8, 9, 10, 11, 12]);
  expect(scale.px(scale.from)).toBe(400);
  expect(scale.value(scale.px(0.25))).toBeCloseTo(0.25, 12);
  // A single value has a scale as well.
  expect(scaleOver(5, 5, 1, 0, 100).ticks.length).toBeGreaterThan(1);
});
