import { describe, expect, test } from '@jest/globals';
import {
  EDGE_FIELDS,
  Said,
  sectionOf,
  stackOf,
  type EdgeKind,
  type EdgeSection,
} from '@eldrun/core/edges';
import { resolveWall, withBrief } from '@eldrun/core/build-up';
import { edgeParts, edgeNumbers, spread } from '@eldrun/drawing';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { keyOf } from '../../src/features/edges/edge-solver.ts';
import { settingFrom, settingText } from '../../src/features/edges/setting-text.ts';
import { answer, type EdgeFound } from '../../src/compute/jobs/edges.ts';
import { turnOf } from '../inline-worker.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const stack = stackOf(resolveWall(withBrief(walls[1]!, brief)));

function sectionFor(kind: EdgeKind, settings = {}): EdgeSection {
  const said = new Said(
    kind === 'eave' ? 'top' : kind === 'corner-outside' ? 'corner' : 'opening',
    settings,
  );
  return sectionOf({
    id: kind,
    kind,
    name: kind,
    assembly: 'A',
    length: 1,
    places: [],
    said,
    seals: {},
    stack,
    added: false,
  });
}

describe('numbers of the parts', () => {
  test('are moved apart as little as it takes, around their own middle', () => {
    expect(spread([10, 50], 15)).toEqual([10, 50]);
    expect(spread([10, 12], 15)).toEqual([3.5, 18.5]);
    expect(spread([10, 12, 20, 100], 15)).toEqual([-1, 14, 29, 100]);
    expect(spread([], 15)).toEqual([]);
  });

  test.each(['jamb', 'head', 'eave', 'corner-outside'] as const)(
    'each part of a %s has one, none on another',
    (kind) => {
      const section = sectionFor(kind);
      const parts = edgeParts(section);
      const numbers = edgeNumbers(parts, section, (x, y) => [x * 800, y * 800]);
      expect(numbers.map(({ n }) => n)).toEqual(parts.map((_, i) => i + 1));
      for (const a of numbers)
        for (const b of numbers)
          if (a.n < b.n) expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(10);
    },
  );
});

describe('settings are typed in the units of the person', () => {
  const field = (group: keyof typeof EDGE_FIELDS, id: string) =>
    EDGE_FIELDS[group].find((one) => one.id === id)!;

  test('lengths in inches and millimeters, R in both systems', () => {
    expect(settingText(field('opening', 'frameDepth'), 0.0762, 'imperial')).toBe('3');
    expect(settingFrom(field('opening', 'frameDepth'), '3 1/4', 'imperial')).toBeCloseTo(
      0.08255,
      9,
    );
    expect(settingFrom(field('opening', 'frameDepth'), '90', 'metric')).toBeCloseTo(0.09, 9);
    expect(settingFrom(field('base', 'slabInsulation'), '10', 'imperial')).toBeCloseTo(1.761, 3);
    expect(settingFrom(field('base', 'boardsDown'), '-2', 'imperial')).toBeCloseTo(-0.0508, 9);
    expect(settingText(field('base', 'slabInsulation'), 1.7611018, 'imperial')).toBe('10');
  });

  test('what lies beyond its limits is said', () => {
    expect(() => settingFrom(field('opening', 'frameDepth'), '40', 'imperial')).toThrow(
      /too large.*0\.79|too large/,
    );
    expect(() => settingFrom(field('opening', 'sillSlope'), 'steep', 'metric')).toThrow(/steep/);
  });
});

describe('the worker', () => {
  const question = (section: EdgeSection) => ({
    key: keyOf(section),
    thermal: section.thermal,
    pieces: section.pieces,
    frame: section.frame,
  });

  async function solve(...sections: EdgeSection[]): Promise<EdgeFound[]> {
    const { turn, told } = turnOf<{ found: EdgeFound }>();
    expect(await answer({ edges: sections.map(question) }, turn)).toEqual({ all: true });
    return told.map(({ found }) => found);
  }

  test('tells each edge as it is solved, with a raster that reads warm indoors and cold outdoors', async () => {
    const [jamb, eave] = await solve(sectionFor('jamb'), sectionFor('eave'));
    expect(jamb!.heat!.psi).toBeGreaterThan(0);
    const { columns, rows, values } = jamb!.raster!;
    expect(values).toHaveLength(columns * rows);
    // Outdoors is at the top of a plan: the gap's row is not solved, the lowest is the finish.
    expect(values[columns * (rows - 1)]!).toBeGreaterThan(15);
    expect(eave!.heat!.l2d).toBeGreaterThan(0);
  });

  test('what cannot be solved is said, and the others still are', async () => {
    const broken = sectionFor('jamb');
    const thermal = {
      ...broken.thermal!,
      section: { ...broken.thermal!.section, sides: {}, environments: [] },
    };
    const [bad, good] = await solve({ ...broken, thermal }, sectionFor('jamb'));
    expect(bad).toMatchObject({
      heat: null,
      problem: expect.stringMatching(/adiabatic/) as unknown as string,
    });
    expect(good!.problem).toBe('');
  });

  test('stops for a newer job', async () => {
    const edges = Array.from({ length: 40 }, () => question(sectionFor('jamb')));
    expect(await answer({ edges }, turnOf<{ found: EdgeFound }>(() => true).turn)).toBeNull();
  });
});
