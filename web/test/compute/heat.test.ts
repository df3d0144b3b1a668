import { describe, expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { verdictsOf } from '@eldrun/core/verdicts';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { answer, type HeatQuestion } from '../../src/compute/jobs/heat.ts';
import { turnOf } from '../inline-worker.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const file = withBrief(walls[1]!, brief);
const request = (more: Partial<HeatQuestion> = {}): HeatQuestion => ({
  file,
  materials: {},
  wanted: 'section',
  ...more,
});
const { turn } = turnOf<never>();

describe('the worker of the section and the verdicts', () => {
  test('answers with the section that the core solves in one go', async () => {
    const reply = await answer(request(), turn);
    if (!reply || !('section' in reply)) throw new Error('no section');
    expect(reply.section.r).toBe(assess(file).section.r);
  });

  test('answers with verdicts, with the section it is given or its own', async () => {
    const whole = assess(file);
    const ids = verdictsOf(whole).map(({ id, status }) => [id, status]);
    for (const section of [whole.section, undefined]) {
      const reply = await answer(
        request({ wanted: 'verdicts', ...(section ? { section } : {}) }),
        turn,
      );
      if (!reply || !('verdicts' in reply)) throw new Error('no verdicts');
      expect(reply.verdicts.map(({ id, status }) => [id, status])).toEqual(ids);
    }
  });

  test('other air temperatures give the section under them', async () => {
    const foam: WallFile = {
      ...file,
      layers: file.layers.map((layer) =>
        layer.id === 'L6' && layer.kind === 'sheet'
          ? { ...layer, material: 'polyiso-foil-faced' }
          : layer,
      ),
    };
    const [cold, mild] = await Promise.all(
      [-25, 10].map((outdoor) =>
        answer(request({ file: foam, air: { indoor: 21, outdoor } }), turn),
      ),
    );
    if (!cold || !mild || !('section' in cold) || !('section' in mild)) throw new Error('none');
    expect(mild.section.r).toBeGreaterThan(cold.section.r);
  });

  test('drops what a newer question has overtaken', async () => {
    expect(
      await answer(request({ wanted: 'verdicts' }), turnOf<never>(() => true).turn),
    ).toBeNull();
  });

  test('says what cannot be computed, and throws what is no fault of the wall', async () => {
    const odd = { ...file, outdoor: { climate: 'moon' } } as WallFile;
    expect(await answer(request({ file: odd }), turn)).toMatchObject({
      problem: expect.stringContaining('moon'),
    });
    const broken = { ...file, layers: null } as unknown as WallFile;
    await expect(answer(request({ file: broken }), turn)).rejects.toThrow(TypeError);
  });
});
