import { describe, expect, test } from '@jest/globals';
import { resolveWall, withBrief, type ResolvedWall } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import {
  frameMarks,
  HATCHES,
  layerBands,
  svgFile,
  svgMarks,
  svgPatterns,
  wallSection,
  type RectMark,
  type Scene,
} from '../src/index.ts';

const WALLS = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall) => [wall.name, resolveWall(withBrief(wall, brief))] as const),
);
const named = (name: string): ResolvedWall => WALLS.find(([of]) => of === name)![1];
const rects = ({ parts }: Scene, part: number): RectMark[] =>
  parts[part]!.marks.filter((mark) => mark.shape === 'rect');

describe('the section of a wall', () => {
  test.each(WALLS)('%s is drawn in metres, without gaps, its inner face at zero', (_, wall) => {
    const scene = wallSection(wall, 0.6);
    let y = 0;
    scene.parts.forEach(({ id, marks }, i) => {
      const first = marks[0]!;
      const { thickness } = wall.layers[i]!;
      expect(id).toBe(wall.layers[i]!.id);
      if (first.shape === 'rect') {
        expect(first).toMatchObject({ x: 0, width: 0.6, height: thickness });
        expect(first.y + first.height).toBeCloseTo(y, 12);
      } else expect(thickness).toBeLessThan(0.003);
      y -= thickness;
    });
    expect(scene.y).toBeCloseTo(y, 12);
    expect(scene.height).toBeCloseTo(-y, 12);
  });

  test('members stand at their spacing, and no further apart than the frame says', () => {
    const wall = named('North gable, option A');
    const marks = frameMarks(wall, 2);
    expect(marks.length).toBeGreaterThan(2);
    marks.slice(1).forEach((x, i) => expect(x - marks[i]!).toBeCloseTo(0.4064, 9));
    const studs = wallSection(wall, 2).parts.find(({ marks: m }) => m.length > 4)!;
    const centers = studs.marks
      .filter((mark) => mark.shape === 'rect')
      .slice(1)
      .map(({ x, width }) => x + width / 2);
    centers.forEach((x, i) => expect(x).toBeCloseTo(marks[i]!, 9));
  });

  test('the rows of a two-row wall stand apart by their offset', () => {
    const scene = wallSection(named('Two rows of studs, no foam'), 1);
    const first = (part: number): number => {
      const [, stud] = rects(scene, part);
      return stud!.x + stud!.width / 2;
    };
    expect(Math.abs(first(1) - first(3))).toBeCloseTo(0.3048, 9);
  });

  test('a C-stud has web, flanges and lips; what runs along the wall is a hidden line', () => {
    const steel = rects(wallSection(named('Steel studs, cavity fill only'), 0.3), 1);
    expect(steel.slice(1, 6).every(({ hatch }) => hatch === 'metal')).toBe(true);
    expect(steel.length % 5).toBe(1);
    const service = WALLS.map(([, wall]) => wallSection(wall)).flatMap(({ parts }) => parts);
    expect(
      service.some(({ marks }) => marks.some((mark) => 'pen' in mark && mark.pen === 'hidden')),
    ).toBe(true);
  });

  test('what does not count is faint', () => {
    const wall = named('North gable, option B');
    const { parts } = wallSection(wall);
    expect(parts.filter(({ faint }) => faint)).toHaveLength(wall.layers.length - wall.counted);
  });

  test('bands lie from the inner face outward', () => {
    expect(layerBands([{ thickness: 0.05 }, { thickness: 0.15 }])).toEqual([
      { y: -0.05, height: 0.05 },
      { y: -0.2, height: 0.15 },
    ]);
  });
});

describe('as SVG', () => {
  const scene = wallSection(named('North gable, option B'), 0.5, () => 'a <layer> & "more"');

  test('a file stands alone: every pattern that is used is in it, every text is escaped', () => {
    const svg = svgFile({ ...scene, title: '<script>alert(1)</script>' }, 1 / 2);
    for (const [, id] of svg.matchAll(/url\(#([\w-]+)\)/g)) expect(svg).toContain(`id="${id}"`);
    expect(svg).not.toContain('<script');
    expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" width="252mm"/);
    expect(svg).not.toContain('NaN');
  });

  test('two drawings in one page share no id', () => {
    const ids = (uid: string): string[] =>
      [...svgPatterns(uid, 500).matchAll(/id="([^"]+)"/g)].map(([, id]) => id!);
    expect(ids('a').filter((id) => ids('b').includes(id))).toEqual([]);
    expect(ids('a')).toHaveLength(Object.keys(HATCHES).length);
    expect(svgMarks(scene, 'a')).not.toContain('url(#b');
  });

  test('lines keep their weight at every scale', () => {
    const lines = svgMarks(scene, 'a').match(/<[^>]*stroke-width[^>]*>/g)!;
    expect(lines.length).toBeGreaterThan(5);
    expect(lines.every((line) => line.includes('non-scaling-stroke'))).toBe(true);
  });
});
