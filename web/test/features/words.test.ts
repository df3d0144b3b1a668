import { describe, expect, test } from '@jest/globals';
import { applyCommands } from '@eldrun/core/wall';
import { assess, type Assessment } from '@eldrun/core/assessment';
import { verdictsOf } from '@eldrun/core/verdicts';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import type { UnitSystem } from '@eldrun/core/units';
import { layerFigures } from '@eldrun/core/explain';
import { changeText } from '@eldrun/core/decision';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { fixLines } from '../../src/features/wall/fix-lines.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const optionB = withBrief(walls[1]!, brief);

/** The second line of each row, indoors first. */
function lines(file: WallFile, units: UnitSystem = 'imperial'): string[] {
  const assessment = assess(file);
  return file.layers.map((_, i) => layerFigures(assessment, i, units));
}

describe('what a layer is worth, in its row', () => {
  test('R and permeance; between and in the wood; membranes by permeance alone; what does not count', () => {
    const [gypsum, membrane, studs, , , board, gap, cladding] = lines(optionB);
    expect(gypsum).toMatch(/^R 0\.5 · \d+ perms dry$/);
    expect(membrane).toMatch(/^[\d.]+ perms? dry$/);
    expect(studs).toMatch(/^R [\d.]+ between · R 6\.6 wood$/);
    expect(board).toMatch(/^R [\d.]+ · \d+ perms dry$/);
    expect(gap).toBe('drains and vents, not counted');
    expect(cladding).toBe('not counted outside the gap');
  });

  test('foam says what it is worth cold, steel is called steel, SI has its own units', () => {
    const foam = applyCommands(optionB, [
      { type: 'setFill', id: 'L6', fill: 'polyiso-foil-faced' },
    ]);
    expect(lines(foam)[5]).toMatch(/^R [\d.]+ cold \([\d.]+ at 75 °F\)/);
    const steel = withBrief(DEMO_PROJECTS[2]!.walls[0]!, DEMO_PROJECTS[2]!.brief);
    expect(lines(steel)[1]).toMatch(/steel$/);
    expect(lines(optionB, 'metric')[0]).toMatch(/^R 0\.\d\d · [\d.]+ m s_d dry$/);
  });

  test('a layer that is not there has no line', () => {
    expect(layerFigures(assess(optionB), 99, 'imperial')).toBe('');
  });
});

describe('a fix in words', () => {
  const paintOnly: Assessment = assess(withBrief(walls[3]!, brief));
  const fixes = verdictsOf(paintOnly).flatMap((verdict) => verdict.fixes);

  test('says what it comes to beside the wall that it is of', () => {
    const found = fixLines(fixes, paintOnly, 'imperial');
    expect(found.length).toBeGreaterThan(0);
    for (const { label, effect, fix } of found) {
      expect(label).not.toBe('');
      expect(effect).toContain('R ');
      const thicker = fix.effect.thickness - paintOnly.quantities.thickness;
      expect(/^[+−].* (in\.|mil) · /.test(effect)).toBe(Math.abs(thicker) > 1e-6);
      expect(effect.includes('$')).toBe(
        Math.abs(fix.effect.cost - paintOnly.quantities.cost) > 0.01,
      );
    }
  });

  test('of a judgment says what is judged after it, and what it gives up', () => {
    const [fix] = fixes;
    const [line] = fixLines(
      [{ ...fix!, after: 'caution', gives: ['Deeper window boxes.'] }],
      paintOnly,
      'metric',
    );
    expect(line!.effect).toMatch(/^then a caution · /);
    expect(line!.effect).toContain('m²K/W');
    expect(line!.gives).toBe('Deeper window boxes.');
  });
});

test('what changed after a decision is said in words, the fields of how a wall is held too', () => {
  expect(changeText({ what: 'brief', fields: ['loads', 'indoor'] }, () => '')).toBe(
    'The brief changed: wind and seismic category, the indoor air.',
  );
  const differences = { layers: [], fields: ['attachment', 'pointBridges', 'installation'] };
  expect(changeText({ what: 'wall', wall: 'w', differences }, () => 'North')).toBe(
    '“North” changed: how its cladding is held, its brackets, its installation.',
  );
});
