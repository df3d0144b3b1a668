import { describe, expect, test } from '@jest/globals';
import { withBrief } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { answer, type WettingQuestion } from '../../src/compute/jobs/wetting.ts';
import { turnOf } from '../inline-worker.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const wall = withBrief(walls[1]!, brief);
const request = (more: Partial<WettingQuestion> = {}): WettingQuestion => ({
  wall,
  up: ['L3', 'L4'],
  filled: [],
  from: '2026-04-06',
  days: 21,
  side: 250,
  limit: 0.19,
  materials: {},
  weather: null,
  ...more,
});
const { turn } = turnOf<{ share: number }>();

describe('the worker that lets it rain', () => {
  test('tells how far it is, then what rain did', async () => {
    const { turn: telling, told } = turnOf<{ share: number }>();
    const reply = await answer(request(), telling);
    const shares = told.map(({ share }) => share);
    if (!reply || !('wetting' in reply)) throw new Error('no answer');
    expect(reply.wetting).toMatchObject({ layer: 'L4', limit: 0.19 });
    expect(reply.wetting!.days).toHaveLength(21);
    expect(shares.length).toBeGreaterThan(0);
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  });

  test('starts as wet as it was measured, at the studs where they are wanted', async () => {
    const reply = await answer(request({ studs: true, wet: 0.19 }), turn);
    if (!reply || !('wetting' in reply)) throw new Error('no answer');
    expect(reply.wetting!.layer).toBe('L3');
    expect(reply.wetting!.days[0]!.moisture).toBeGreaterThan(0.17);
    expect(reply.wetting!.days.at(-1)!.moisture).toBeLessThan(reply.wetting!.days[0]!.moisture);
  });

  test('nothing up is nothing, and an older job is dropped', async () => {
    expect(await answer(request({ up: [] }), turn)).toEqual({
      wetting: null,
    });
    expect(await answer(request(), turnOf<{ share: number }>(() => true).turn)).toBeNull();
  });

  test('what cannot be looked up is a problem, not an error', async () => {
    const broken = {
      ...wall,
      layers: [...wall.layers, { id: 'X', kind: 'sheet' as const, material: 'moon', thickness: 1 }],
    };
    const reply = await answer(request({ wall: broken }), turn);
    expect(JSON.stringify(reply)).toMatch(/"problem":".*moon/);
  });
});
