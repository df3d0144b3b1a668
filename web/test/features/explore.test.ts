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
  Explorer,
  type ExploreAnswer,
  type ExploreRequest,
} from '../../src/compute/explore-job.ts';

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

/** What a worker tells of a request, but for what is only progress. */
function told(explorer: Explorer, said: ExploreAnswer[], request: ExploreRequest): ExploreAnswer {
  said.length = 0;
  explorer.answer(request);
  return said.findLast((answer) => !('done' in answer) && !('selecting' in answer))!;
}

function explorerOf(of: Exploration) {
  const said: ExploreAnswer[] = [];
  const explorer = new Explorer((answer) => said.push(answer));
  explorer.answer({ begin: of, materials: {} });
  return (request: ExploreRequest) => told(explorer, said, request);
}

function swept(of: Exploration): { swept: Swept; explored: Explored } {
  const ask = explorerOf(of);
  const answer = ask({ sweep: numbersOf(8), at: 0 });
  if (!('swept' in answer)) throw new Error('nothing was swept');
  const found = ask({ select: answer.swept });
  if (!('explored' in found)) throw new Error('nothing was found');
  return { swept: answer.swept, explored: found.explored };
}

describe('a worker that explores', () => {
  test('finds what the core finds, moisture judged of all', () => {
    const { swept: all, explored } = swept(exploration());
    expect(explored).toEqual(explore(exploration()));
    expect([...all.moisture].every((status) => status < 3)).toBe(true);
  });

  test('says what lies around the wall, and what is wrong with it', () => {
    const around = explorerOf(exploration())({ around: { step: 0.0254, steps: 3 } });
    expect('next' in around && around.curve?.points).toHaveLength(4);
    const bad = exploration({ wall: coldWall({ materials: {}, outdoor: { climate: 'nowhere' } }) });
    expect(explorerOf(bad)({ around: { step: 0.0254, steps: 3 } })).toMatchObject({
      problem: expect.stringContaining('nowhere'),
    });
  });
});

describe('where nothing meets the limits', () => {
  const said = (limits: Exploration['limits'], units: UnitSystem = 'metric'): string => {
    const of = exploration({ limits: limits! });
    const { swept: all, explored } = swept(of);
    return nothingMeets(explored, all, of, units);
  };

  test('the one that excludes most is named, with how near the nearest comes', () => {
    expect(said({ thickness: 0.1 })).toMatch(
      /^The thickness excludes most, 8 of 8: the nearest comes to 216.3 mm against 100 mm\.$/,
    );
    expect(said({ u: 0.05 }, 'imperial')).toMatch(
      /^The R excludes most.* R \d.* against R 113\.6\.$/,
    );
    expect(said({ cost: 1, thickness: 0.25 })).toMatch(/^The cost excludes most/);
  });

  test('nothing is said where some do', () => {
    expect(said({})).toBe('');
    expect(outText(swept(exploration()).explored, 'thickness')).toMatch(/^\d out$/);
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
