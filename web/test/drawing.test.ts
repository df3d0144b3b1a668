import { describe, expect, test } from '@jest/globals';
import {
  applyCommands,
  assess,
  LIBRARY,
  profileOf,
  standaloneWall,
  withBrief,
  type WallFile,
} from '@eldrun/core';
import { DEMO_PROJECTS } from '../../server/src/demo/projects.ts';
import { depthAxis } from '../src/drawing/axis.ts';
import { layerBands, sectionOf } from '../src/drawing/section.ts';
import { tracesOf } from '../src/drawing/traces.ts';
import { layerTitle, memberName } from '../src/labels.ts';
import { nextThickness } from '../src/places/wall/bench-keys.ts';
import { asProjectWall, briefOfFile } from '../src/wall-files.ts';

const demo = (project: number, wall: number): WallFile =>
  withBrief(DEMO_PROJECTS[project]!.walls[wall]!, DEMO_PROJECTS[project]!.brief);

const drawn = (file: WallFile, width = 600, height = 380) => {
  const { wall, quantities } = assess(file);
  const main = wall.layers.find(({ member }) => member?.frame === wall.mainFrame)?.member;
  const axis = depthAxis(quantities.thickness, main?.shape.spacing ?? 0, width, height);
  return { wall, axis, section: sectionOf(wall, axis, width) };
};

describe('the section', () => {
  const every = DEMO_PROJECTS.flatMap((project, p) =>
    project.walls.map((wall, w) => [wall.name, p, w] as const),
  );

  test.each(every)('%s is drawn to one scale, without gaps, a whole spacing wide', (_, p, w) => {
    const { wall, axis, section } = drawn(demo(p, w));
    section.layers.forEach((layer, i) => {
      expect(layer.height).toBeCloseTo(wall.layers[i]!.thickness * axis.scale, 9);
      if (i > 0) expect(layer.y + layer.height).toBeCloseTo(section.layers[i - 1]!.y, 9);
    });
    const member = wall.layers.find((layer) => layer.member?.frame === wall.mainFrame)!.member!;
    expect(600 / axis.scale).toBeGreaterThanOrEqual(member.shape.spacing);
    expect(section.marks.length).toBeGreaterThan(0);
    expect(axis.depthAt(axis.y(0.05))).toBeCloseTo(0.05, 9);
    expect(section.layers.at(-1)!.y).toBeGreaterThanOrEqual(0);
  });

  test('the rows of a two-row wall stand apart by their offset', () => {
    const { axis, section } = drawn(demo(4, 0));
    const centers = (i: number) =>
      section.layers[i]!.members.map(({ pieces: [p] }) => (p!.x + p!.width / 2) / axis.scale);
    const [inner, outer] = [centers(1), centers(3)];
    expect(Math.abs(inner[0]! - outer[0]!)).toBeCloseTo(0.3048, 6);
  });

  test('a C-stud has web, flanges and lips', () => {
    const { section } = drawn(demo(2, 0));
    expect(section.layers[1]!.members[0]!.pieces).toHaveLength(5);
  });
});

test('the traces share the depth axis and mark the plane at risk', () => {
  const { wall, axis } = drawn(demo(0, 0));
  const { moisture } = assess(demo(0, 0));
  const profile = profileOf(wall, 'cavity', wall.months[0]!);
  const condensing = moisture.condensingPlane!;
  const plane = {
    condensing,
    depth: 0.15,
    temperature: condensing.temperature[0]!,
    dewPoint: moisture.indoorDewPoint[0]!,
  };
  const traces = tracesOf(profile, axis, 200, 'imperial', plane);
  expect(traces.plane).toMatchObject({ y: axis.y(0.15), atRisk: true });
  expect(traces.plane!.x).toBeLessThan(traces.plane!.dewX);
  expect(traces.ticks.every(({ label }) => Number(label.replace('−', '-')) % 10 === 0)).toBe(true);
  for (const point of profile.points) {
    expect(traces.x(point.temperature)).toBeGreaterThanOrEqual(0);
    expect(traces.x(point.temperature)).toBeLessThanOrEqual(200);
  }
});

test('names of members and layers are a framer’s', () => {
  const [, , studs] = demo(0, 1).layers;
  expect(layerTitle(studs!, (id) => LIBRARY[id], 'imperial')).toBe(
    '2×6 at 16 in., mineral wool batt',
  );
  expect(
    memberName(
      { section: 'solid', material: 'softwood', width: 0.045, spacing: 0.6 },
      0.145,
      'metric',
    ),
  ).toBe('45×145');
  expect(
    memberName(
      { section: 'solid', material: 'softwood', width: 0.05, spacing: 0.6 },
      0.2,
      'metric',
    ),
  ).toBe('50 mm × 200 mm');
});

test('thickness steps through the sizes as sold', () => {
  const sold = [0.0508, 0.0254, 0.0381];
  expect(nextThickness(0.0381, sold, 1)).toBe(0.0508);
  expect(nextThickness(0.04, sold, -1)).toBe(0.0381);
  expect(nextThickness(0.0508, sold, 1)).toBeNull();
});

test('a wall goes out as a file that stands alone and comes back the same', () => {
  const { brief, walls } = DEMO_PROJECTS[0]!;
  const reed = { name: 'Reed', conductivity: 0.05, vapor: { mu: 2 } };
  const own = applyCommands(walls[1]!, [{ type: 'setFill', id: 'L6', fill: 'reed' }]);
  const file = standaloneWall(own, brief, { reed, unused: reed });
  expect(file.materials).toEqual({ reed });
  expect(assess(file).thermal.effective).toEqual(
    assess(withBrief(own, brief), { reed }).thermal.effective,
  );
  expect(briefOfFile(file)).toEqual(brief);
  const { materials: _, ...back } = asProjectWall(file, brief);
  expect(back).toEqual(own);
  const elsewhere = asProjectWall(file, { ...brief, outdoor: { climate: 'subarctic' } });
  expect(elsewhere.outdoor).toEqual(brief.outdoor);
});

test('layers lie on the axis from the inner face outward, without a gap between them', () => {
  const axis = depthAxis(0.2, 0.4, 600, 400);
  const bands = layerBands([{ thickness: 0.05 }, { thickness: 0.15 }, { thickness: 0.02 }], axis);
  expect(bands[0]!.y + bands[0]!.height).toBeCloseTo(axis.y(0), 9);
  expect(bands[1]!.y + bands[1]!.height).toBeCloseTo(bands[0]!.y, 9);
  // A layer beyond the wall that is drawn goes on at the same scale.
  expect(bands[2]!.y).toBeLessThan(axis.y(0.2));
  expect(bands[2]!.height).toBeCloseTo(0.02 * axis.scale, 9);
});
