import { describe, expect, test } from '@jest/globals';
import { withBrief } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { answer, type WettingRequest } from '../../src/compute/wetting-job.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const wall = withBrief(walls[1]!, brief);
const request = (more: Partial<WettingRequest> = {}): WettingRequest => ({
  job: 1,
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
const turn = () => Promise.resolve();
const never = () => false;

describe('the worker that lets it rain', () => {
  test('tells how far it is, then what rain did', async () => {
    const shares: number[] = [];
    const reply = await answer(request(), turn, never, ({ share }) => shares.push(share));
    if (!reply || !('wetting' in reply)) throw new Error('no answer');
    expect(reply.wetting).toMatchObject({ layer: 'L4', limit: 0.19 });
    expect(reply.wetting!.days).toHaveLength(21);
    expect(shares.length).toBeGreaterThan(0);
    expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  });

  test('starts as wet as it was measured, at the studs where they are wanted', async () => {
    const reply = await answer(request({ studs: true, wet: 0.19 }), turn, never, () => undefined);
    if (!reply || !('wetting' in reply)) throw new Error('no answer');
    expect(reply.wetting!.layer).toBe('L3');
    expect(reply.wetting!.days[0]!.moisture).toBeGreaterThan(0.17);
    expect(reply.wetting!.days.at(-1)!.moisture).toBeLessThan(reply.wetting!.days[0]!.moisture);
  });

  test('nothing up is nothing, and an older job is dropped', async () => {
    expect(await answer(request({ up: [] }), turn, never, () => undefined)).toEqual({
      job: 1,
      wetting: null,
    });
    expect(
      await answer(
        request(),
        turn,
        () => true,
        () => undefined,
      ),
    ).toBeNull();
  });

  test('what cannot be looked up is a problem, not an error', async () => {
    const broken = {
      ...wall,
      layers: [...wall.layers, { id: 'X', kind: 'sheet' as const, material: 'moon', thickness: 1 }],
    };
    const reply = await answer(request({ wall: broken }), turn, never, () => undefined);
    expect(JSON.stringify(reply)).toMatch(/"problem":".*moon/);
  });
});
