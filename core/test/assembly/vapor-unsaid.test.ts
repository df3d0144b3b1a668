import { describe, expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { LIBRARY, type Vapor } from '@eldrun/core/materials';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { evaluate } from '@eldrun/core/evaluation';
import { judge, missingForRuns } from '@eldrun/core/judgment';
import { layerFigures } from '@eldrun/core/explain';
import { DEFAULT_RUN, simulate, transientFor } from '@eldrun/core/transient';
import { validateWall } from '@eldrun/core/wall/schema';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { coldWall, withLayer } from '../walls.ts';

const WALLS = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall) => withBrief(wall, brief)),
);

/** The wall with a material of its own in a layer, whose vapor figure is the one given. */
function withFigure(wall: WallFile, layer: string, vapor: Vapor | null): WallFile {
  const found = wall.layers.find(({ id }) => id === layer)!;
  if (found.kind !== 'sheet') throw new Error('only sheets');
  const { perms, ...material } = { ...LIBRARY, ...wall.materials }[found.material]!;
  return {
    ...withLayer(wall, layer, { material: 'own' }),
    materials: {
      ...wall.materials,
      own: {
        ...material,
        name: 'Mineral skin',
        vapor,
        ...(vapor === null && perms ? { perms } : {}),
      },
    },
  };
}

const sheetsOf = (wall: WallFile): string[] =>
  wall.layers.flatMap(({ kind, id }) => (kind === 'sheet' ? [id] : []));

/** A wall whose judgment hangs on a layer's figure, and which layer that is. */
function undecided(): [WallFile, string] {
  for (const wall of WALLS)
    for (const layer of sheetsOf(wall))
      if (judge(assess(withFigure(wall, layer, null))).moisture === 'unknown') return [wall, layer];
  throw new Error('none');
}

describe('a vapor figure that nobody has said', () => {
  test('is kept as such by the file, and never passes where it decides', () => {
    const [wall, layer] = undecided();
    const file = validateWall(JSON.parse(JSON.stringify(withFigure(wall, layer, null))));
    expect(file.materials!['own']!.vapor).toBeNull();
    const { judgment, moisture, verdicts, thermal } = evaluate(file);
    expect(judgment).toMatchObject({ moisture: 'unknown', decides: { id: 'vapor-unsaid' } });
    expect(judgment.decides.text).toMatch(/how much vapor mineral skin lets through/);
    expect(moisture).toMatchObject({ monthly: null, vapor: null });
    expect(verdicts.find(({ id }) => id === 'vapor-unsaid')).toMatchObject({ status: 'unknown' });
    expect(thermal.effective.r).toBe(evaluate(wall).thermal.effective.r);
    const index = wall.layers.findIndex(({ id }) => id === layer);
    expect(layerFigures(assess(file), index, 'metric')).toMatch(/not counted|vapor figure unknown/);
  });

  test('is told alike for every figure where it does not decide', () => {
    for (const wall of WALLS)
      for (const layer of sheetsOf(wall)) {
        const unsaid = judge(assess(withFigure(wall, layer, null))).moisture;
        const said = [{ mu: 1 }, { mu: 30 }, { permeance: 1e-10 }, { permeance: 1e-13 }].map(
          (vapor) => judge(assess(withFigure(wall, layer, vapor))).moisture,
        );
        if (unsaid === 'unknown') expect(new Set(said).size).toBeGreaterThan(1);
        else expect(new Set(said)).toEqual(new Set([unsaid]));
      }
  });

  test('of more materials than are tried together is no less unknown', () => {
    const three = ['gypsum', 'osb', 'wrap'].reduce((wall, layer) => {
      const { materials, ...rest } = withFigure(wall, layer, null);
      return {
        ...withLayer(rest, layer, { material: `own-${layer}` }),
        materials: { ...wall.materials, [`own-${layer}`]: { ...materials!['own']! } },
      };
    }, coldWall());
    expect(judge(assess(three)).moisture).toBe('unknown');
  });

  test('keeps hours from being run, and says why', () => {
    const [wall, layer] = undecided();
    const file = withFigure(wall, layer, null);
    const { wall: resolved } = assess(file);
    expect(missingForRuns(resolved)).toBe('Mineral skin has no vapor figure');
    expect(evaluate(file, { hourly: true }).problems.join()).toMatch(/Mineral skin has no vapor/);
    const transient = transientFor(assess(wall).wall, DEFAULT_RUN, {
      climate: 'cold-humid',
      seed: 1,
    });
    expect(() =>
      simulate({ format: 'eldrun-simulation', version: 1, wall: file, transient: transient! }),
    ).toThrow(/Mineral skin has no vapor figure/);
  });
});
