import { describe, expect, test } from '@jest/globals';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { evaluate } from '@eldrun/core/evaluation';
import { messageText, R_VALUE } from '@eldrun/core/units';
import { verdictsOf, type Verdict } from '@eldrun/core/verdicts';
import type { WallFile } from '@eldrun/core/build-up';
import { STATUS_ORDER } from '@eldrun/core/verdicts';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, framed, sheet, withLayer, without } from '../walls.ts';

const verdictsFor = (wall: WallFile) => verdictsOf(assess(validateWall(wall)));

function verdict(wall: WallFile, id: string): Verdict {
  const found = verdictsFor(wall).find((v) => v.id === id);
  if (!found) throw new Error(`no verdict ${id}`);
  return found;
}

const rank = ({ status }: Verdict): number => STATUS_ORDER.indexOf(status);

/** Applies each fix: the wall stays valid, the verdict is better than it was, and the effect is what was promised. */
function expectFixed(wall: WallFile, id: string, fixes: number): void {
  const before = verdict(wall, id);
  expect(before.fixes).toHaveLength(fixes);
  for (const fix of before.fixes) {
    const after = validateWall(applyCommands(wall, fix.commands));
    expect(rank(verdict(after, id))).toBeGreaterThan(rank(before));
    expect(assess(after).thermal.effective.r).toBe(fix.effect.effectiveR);
    expect(assess(after).quantities.thickness).toBe(fix.effect.thickness);
  }
}

describe('effective R', () => {
  const aim = (r: number) => coldWall({ targets: { r: r * R_VALUE } });

  test('meets, misses, or has no target', () => {
    expect(verdict(aim(20), 'effective-r').status).toBe('pass');
    expect(verdict(aim(40), 'effective-r').status).toBe('fail');
    expect(verdict(coldWall(), 'effective-r').status).toBe('info');
  });

  test('the fix is the smallest step as sold that reaches it', () => {
    const wall = aim(30);
    expectFixed(wall, 'effective-r', 1);
    const [fix] = verdict(wall, 'effective-r').fixes;
    expect(messageText(fix!.label, 'imperial')).toBe('Outside board to 3 in.');
    const smaller = withLayer(wall, 'board', { thickness: 0.0635 });
    expect(verdict(smaller, 'effective-r').status).toBe('fail');
  });

  test('a wall without a board is offered both strategies', () => {
    const wall = without(aim(24), 'board');
    expectFixed(wall, 'effective-r', 2);
    const words = verdict(wall, 'effective-r').fixes.map((fix) =>
      messageText(fix.label, 'imperial'),
    );
    expect(words[0]).toMatch(/mineral wool board/);
    expect(words[1]).toMatch(/polyiso/);
  });

  test('no fix where even the thickest does not reach it', () => {
    expect(verdict(aim(200), 'effective-r').fixes).toEqual([]);
  });
});

test('sheathing under the dew point is explained: how often, how far', () => {
  const bare = without(coldWall(), 'board');
  const { status, title } = verdict(bare, 'sheathing-dew-point');
  expect(status).toBe('info');
  const { margin } = assess(bare).moisture.condensingPlane!;
  const months = margin.filter((m) => m < 0).length;
  expect(messageText(title, 'metric')).toContain(
    `${months} months, by up to ${(-Math.min(...margin)).toFixed(1)} K`,
  );
});

test('a file’s own board without sizes is stepped by usual ones', () => {
  const wall = coldWall({
    targets: { r: 30 * R_VALUE },
    materials: {
      wool: { name: 'Wool', category: 'board-insulation', conductivity: 0.035, vapor: { mu: 1 } },
    },
  });
  expectFixed(withLayer(wall, 'board', { material: 'wool' }), 'effective-r', 1);
});

test('a fix may turn a note into a pass', () => {
  // With more foam the cold plane, a note, becomes a warm one: that must not hide the step to 3 in.
  for (const thickness of [0.0508, 0.0635]) {
    const wall = withLayer(coldWall({ targets: { r: 33 * R_VALUE } }), 'board', {
      material: 'polyiso-foil-faced',
      thickness,
    });
    expect(verdict(wall, 'effective-r').status).toBe('fail');
    expect(verdict(wall, 'effective-r').fixes.length).toBeGreaterThan(0);
  }
});

test('framing loss: a wider spacing is offered with its factor', () => {
  const wall = without(coldWall(), 'board');
  expect(verdict(wall, 'framing-loss').status).toBe('caution');
  const [fix] = verdict(wall, 'framing-loss').fixes;
  expect(fix!.commands).toMatchObject([
    { type: 'setMember', member: { spacing: 0.6096 } },
    { type: 'setFraction', fraction: 0.23 - 0.038 / 0.4064 + 0.038 / 0.6096 },
  ]);
  expect(fix!.effect.effectiveR).toBeGreaterThan(assess(wall).thermal.effective.r);
});

describe('control layers', () => {
  const bare = without(coldWall(), 'wrap');

  test('no water barrier is mended by a vapor-open membrane at the sheathing', () => {
    expect(verdict(bare, 'water-barrier').status).toBe('fail');
    expectFixed(bare, 'water-barrier', 1);
    const after = applyCommands(bare, verdict(bare, 'water-barrier').fixes[0]!.commands);
    expect(after.layers[3]).toMatchObject({ material: 'wrb-monolithic-membrane' });
  });

  test('no air barrier', () => {
    const leaky = withLayer(withLayer(bare, 'gypsum', { material: 'wood-paneling' }), 'osb', {
      material: 'wood-board-sheathing',
    });
    expect(verdict(leaky, 'air-barrier').status).toBe('fail');
    expectFixed(leaky, 'air-barrier', 1);
  });

  test('low-permeance layers on both sides of wood', () => {
    const trap = withLayer(coldWall(), 'board', { material: 'polyiso-foil-faced' });
    expect(verdict(trap, 'vapor-trap').status).toBe('pass');
    trap.layers.splice(1, 0, sheet('poly', 'polyethylene-6mil', 0.00015));
    expect(verdict(trap, 'vapor-trap').status).toBe('fail');
    expectFixed(trap, 'vapor-trap', 1);
    const kraft = withLayer(trap, 'poly', { material: 'kraft-facing', thickness: 0.0003 });
    expect(verdict(kraft, 'vapor-trap').status).toBe('pass');
  });

  test('no fix trades one failure for another: foam is not offered over an inner barrier', () => {
    const wall = without(coldWall({ targets: { r: 24 * R_VALUE } }), 'board');
    wall.layers.splice(1, 0, sheet('poly', 'polyethylene-6mil', 0.00015));
    const words = verdict(wall, 'effective-r').fixes.map((fix) => messageText(fix.label, 'metric'));
    expect(words).toHaveLength(1);
    expect(words[0]).toMatch(/mineral wool/);
  });
});

test('too thick: the thinner size that keeps the most R', () => {
  const wall = coldWall({ targets: { thickness: 0.225 } });
  expect(verdict(wall, 'thickness-limit').status).toBe('fail');
  expectFixed(wall, 'thickness-limit', 1);
  expect(messageText(verdict(wall, 'thickness-limit').fixes[0]!.label, 'imperial')).toContain(
    '1 1/4 in.',
  );
  expect(verdict(coldWall({ targets: { thickness: 0.3 } }), 'thickness-limit').status).toBe('pass');
});

test('too thick: batts as sold, with their studs, come before leaving a board out', () => {
  const studs = framed('studs', 0.1397, 'mineral-wool-batt', { width: 0.0381, spacing: 0.4064 });
  const limited = (thickness: number) =>
    withLayer(coldWall({ targets: { thickness }, code: { edition: 'none' } }), 'studs', studs);
  const wall = limited(0.183);
  const [fix] = verdict(wall, 'thickness-limit').fixes;
  expect(messageText(fix!.label, 'imperial')).toMatch(/ to 3 1\/2 in\.$/);
  const none = verdict(limited(0.16), 'thickness-limit').fixes;
  for (const { label } of none) expect(messageText(label, 'imperial')).not.toMatch(/2 1\/2 in/);
});

test('a cladding that needs a gap gets one', () => {
  const wall = withLayer(without(coldWall(), 'gap', 'board'), 'lap', {
    material: 'brick-veneer',
    thickness: 0.0921,
  });
  expect(verdict(wall, 'cladding-gap').status).toBe('fail');
  expectFixed(wall, 'cladding-gap', 1);
  expect(verdict(coldWall(), 'cladding-gap').status).toBe('pass');
  const thin = withLayer(withLayer(coldWall(), 'gap', { thickness: 0.006 }), 'lap', {
    material: 'fiber-cement-panel',
  });
  expect(verdict(thin, 'cladding-gap').status).toBe('caution');
  expectFixed(thin, 'cladding-gap', 1);
});

test('order, steel and safety speak up where they apply', () => {
  const turned = coldWall();
  turned.layers.unshift(turned.layers.pop()!);
  expect(verdict(turned, 'layer-order').status).toBe('fail');
  const steel = withLayer(coldWall(), 'studs', {
    member: {
      section: 'c',
      material: 'steel',
      web: 0.00109,
      flange: 0.041,
      lip: 0.0127,
      spacing: 0.4064,
    },
    fraction: undefined,
  });
  expect(verdict(steel, 'steel-frame').status).toBe('caution');
  expectFixed(steel, 'steel-frame', 2);
  const safety = messageText(
    verdict(withLayer(coldWall(), 'board', { material: 'xps' }), 'safety').reason,
    'metric',
  );
  expect(safety).toMatch(/thermal barrier/);
  expect(safety).toMatch(/silica/);
  expect(safety).toMatch(/licensed professional/);
});

test('the worst comes first', () => {
  const order = ['fail', 'caution', 'info', 'pass'];
  const wall = without(coldWall(), 'wrap', 'board');
  const ranks = verdictsFor(wall).map(({ status }) => order.indexOf(status));
  expect(ranks).toEqual(ranks.toSorted());
});

test('a result file is plain, complete and the same each time', () => {
  const result = evaluate(coldWall());
  expect(JSON.parse(JSON.stringify(result))).toEqual(result);
  expect(JSON.stringify(evaluate(coldWall()))).toBe(JSON.stringify(result));
  expect(result).toMatchObject({
    format: 'eldrun-result',
    version: 1,
    wall: 'Test wall',
    problems: [],
  });
  expect(result.thermal.effective.method).toBe('wholeWall');
  expect(result.thermal.section.ended).toBe('tolerance');
});

test('fixes also come for frames within frames', () => {
  const wall = coldWall({ targets: { r: 6 } });
  wall.layers.splice(
    1,
    0,
    framed('service', 0.038, 'mineral-wool-batt', { width: 0.038, spacing: 0.6 }, 'service'),
  );
  expectFixed(wall, 'effective-r', 1);
});
