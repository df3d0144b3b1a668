import { describe, expect, test } from '@jest/globals';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { basesOf, basisOf, LIBRARY, withBasis } from '@eldrun/core/materials';
import { explainEffectiveR, explainLayerResistance } from '@eldrun/core/explain';
import { FASTENER_KINDS, lossLadder, moldFactorOf } from '@eldrun/core/steady-heat';
import { fromFactor, surfaceHumidity, surfaceLimit } from '@eldrun/core/steady-moisture';
import { INCH, messageText, R_VALUE } from '@eldrun/core/units';
import { saturationPressure } from '@eldrun/core/climate';
import { verdictsOf } from '@eldrun/core/verdicts';
import type { WallFile } from '@eldrun/core/build-up';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, withLayer, without } from '../walls.ts';

const STEEL = {
  section: 'c',
  material: 'steel',
  web: 0.00109,
  flange: 0.0413,
  lip: 0.0127,
  spacing: 0.4064,
};

const steelWall = () =>
  without(
    withLayer(coldWall(), 'studs', {
      fill: 'fiberglass-batt-r19',
      thickness: 0.1524,
      member: STEEL,
      fraction: 0.0043,
    }),
    'board',
  );

const ladderOf = (file: WallFile) => {
  const { wall, thermal } = assess(file);
  return lossLadder(wall, thermal);
};

describe('from label to effective R', () => {
  test('every step is there and they add up', () => {
    const wall = {
      ...withLayer(coldWall(), 'board', { material: 'polyiso-foil-faced' }),
      fasteners: [{ conductivity: 50, diameter: 0.006, perArea: 8, from: 'board', to: 'board' }],
      pointBridges: [{ chi: 0.02, perArea: 2 }],
      installation: { voidLevel: 1 as const },
    };
    const { label, rest, losses, effective } = ladderOf(wall);
    expect(losses.map(({ cause }) => cause)).toEqual([
      'values',
      'members',
      'framing',
      'fasteners',
      'pointBridges',
      'voids',
    ]);
    expect(losses.reduce((sum, { r }) => sum - r, label + rest)).toBeCloseTo(effective, 9);
    // Foam in the cold is worth less than its label.
    expect(losses[0]!.r).toBeGreaterThan(0.03);
  });

  test('steel studs with fill alone lose about three quarters of the label', () => {
    const { label, rest, effective } = ladderOf(steelWall());
    expect(label / R_VALUE).toBeCloseTo(19.6, 0);
    expect(1 - effective / (label + rest)).toBeGreaterThan(0.55);
    expect(1 - effective / (label + rest)).toBeLessThan(0.75);
  });
});

describe('label, aged and design values of a foam', () => {
  const foamWall = withLayer(coldWall(), 'board', { material: 'xps', thickness: 0.0508 });
  const xps = LIBRARY['xps']!;

  test('are a choice where the library states them', () => {
    expect(basesOf(xps)).toEqual(['design', 'label', 'aged']);
    expect(basesOf(LIBRARY['mineral-wool-board-rigid']!)).toEqual(['design']);
  });

  test('change the R of every layer of it, and stay visible', () => {
    const taken = (basis: 'label' | 'aged') =>
      validateWall(
        applyCommands(foamWall, [
          { type: 'setMaterial', id: 'xps', material: withBasis(xps, basis) },
        ]),
      );
    const label = assess(taken('label'));
    const r = label.thermal.layers.find(({ id }) => id === 'board')!.resistance;
    expect(r).toBeCloseTo((0.0508 / INCH) * 5 * R_VALUE, 9);
    expect(assess(taken('aged')).thermal.effective.r).toBeLessThan(label.thermal.effective.r);
    const said = verdictsOf(label).find(({ id }) => id === 'effective-r')!;
    expect(messageText(said.reason, 'metric')).toContain('label value: Extruded polystyrene');
    const back = applyCommands(taken('label'), [
      { type: 'setMaterial', id: 'xps', material: null },
    ]);
    expect(assess(validateWall(back)).thermal).toEqual(assess(foamWall).thermal);
    expect(basisOf(xps)).toBe('design');
  });

  test('the opened R shows winter, summer, label and aged conductivity', () => {
    const whole = assess(foamWall);
    const index = whole.wall.layers.findIndex(({ id }) => id === 'board');
    const labels = explainLayerResistance(whole, index).inputs.map(({ label }) => label);
    expect(labels).toEqual(
      expect.arrayContaining([
        'Conductivity λ in January',
        'Conductivity λ in July',
        'Label value of λ, at 24 °C',
        'Aged value of λ, at 24 °C',
      ]),
    );
  });
});

test('the opened effective R names section, whole wall, linear share and the steel table', () => {
  const labels = explainEffectiveR(assess(steelWall())).inputs.map(({ label }) => label);
  expect(labels).toEqual(
    expect.arrayContaining([
      'Section, clear field',
      'Whole wall',
      'Extra heat for each metre of a member, frame “main”',
      'Studs and fill, by the codes’ steel table',
    ]),
  );
});

test('of usual screws steel takes most', () => {
  const lossOf = (id: string) => {
    const { conductivity, diameter } = FASTENER_KINDS.find((kind) => kind.id === id)!;
    return assess({
      ...coldWall(),
      fasteners: [{ conductivity, diameter, perArea: 6, from: 'board', to: 'board' }],
    }).thermal.corrections.fasteners;
  };
  expect(lossOf('steel')).toBeGreaterThan(2 * lossOf('stainless'));
  expect(lossOf('washered')).toBeLessThan(lossOf('stainless'));
});

describe('the inner surface', () => {
  const verdictOf = (file: WallFile, id: string) =>
    verdictsOf(assess(file)).find((verdict) => verdict.id === id)!;
  const humid = (relativeHumidity: number): Partial<WallFile> => ({
    indoor: { temperature: 21, humidity: { kind: 'fixed', relativeHumidity } },
  });

  test('surface humidity and its limit are inverses', () => {
    const conditions = assess(coldWall()).wall.months[0]!;
    expect(surfaceHumidity(conditions, surfaceLimit(conditions, 0.8))).toBeCloseTo(0.8, 12);
    expect(fromFactor(conditions, 1)).toBe(conditions.indoorTemperature);
    expect(surfaceHumidity(conditions, 21)).toBeCloseTo(0.35, 12);
  });

  test('mold behind the furniture is judged with R_si 0.25 at 80 %, by month, and mended', () => {
    expect(verdictOf(coldWall(), 'inner-surface').status).toBe('pass');
    const wall = { ...steelWall(), ...humid(0.6) };
    const found = verdictOf(wall, 'inner-surface');
    expect(found.status).toBe('fail');
    expect(found.fixes.length).toBeGreaterThan(0);
    const after = validateWall(applyCommands(wall, found.fixes[0]!.commands));
    expect(verdictOf(after, 'inner-surface').status).toBe('pass');
    // The highest safe humidity it names is indeed the limit.
    const { wall: resolved, section } = assess(wall);
    const january = resolved.months[0]!;
    const safe =
      (0.8 * saturationPressure(fromFactor(january, moldFactorOf(section)))) /
      saturationPressure(21);
    expect(verdictOf({ ...wall, ...humid(safe - 0.002) }, 'inner-surface').status).not.toBe('fail');
    expect(verdictOf({ ...wall, ...humid(safe + 0.002) }, 'inner-surface').status).toBe('fail');
  });

  test('stripes over 3 K are ghosting, and outside insulation evens them', () => {
    const found = verdictOf(steelWall(), 'ghosting');
    expect(found.status).toBe('caution');
    const after = validateWall(applyCommands(steelWall(), found.fixes[0]!.commands));
    expect(verdictOf(after, 'ghosting').status).toBe('pass');
    expect(verdictOf(coldWall(), 'ghosting').status).toBe('pass');
  });

  test('steel without insulation outside fails and says what the codes’ table gives', () => {
    const found = verdictOf(steelWall(), 'steel-frame');
    expect(found.status).toBe('fail');
    expect(messageText(found.reason, 'imperial')).toMatch(/codes' table/);
    const labels = found.fixes.map(({ label }) => messageText(label, 'imperial'));
    expect(labels).toEqual(expect.arrayContaining([expect.stringMatching(/Studs to 24 in\./)]));
  });
});
