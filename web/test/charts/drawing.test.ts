import { expect, test } from '@jest/globals';
import { applyCommands, standaloneWall, briefOfFile } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { LIBRARY } from '@eldrun/core/materials';
import { profileOf } from '@eldrun/core/steady-moisture';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { layerTitle, memberName } from '@eldrun/core/explain';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { depthAxis } from '../../src/charts/axis.ts';
import { tracesOf } from '../../src/charts/traces.ts';
import { nextThickness } from '../../src/features/wall/bench-keys.ts';
import { asProjectWall } from '../../src/persistence/wall-files.ts';

const demo = (project: number, wall: number): WallFile =>
  withBrief(DEMO_PROJECTS[project]!.walls[wall]!, DEMO_PROJECTS[project]!.brief);

const drawn = (file: WallFile, width = 600, height = 380) => {
  const { wall, quantities } = assess(file);
  const main = wall.layers.find(({ member }) => member?.frame === wall.mainFrame)?.member;
  return {
    wall,
    spacing: main?.shape.spacing ?? 0,
    axis: depthAxis(quantities.thickness, main?.shape.spacing ?? 0, width, height),
  };
};

test('a thicker wall that is laid over fits, from the same inner face', () => {
  const plain = depthAxis(0.2, 0.4, 600, 380);
  const both = depthAxis(0.2, 0.4, 600, 380, undefined, 0.35);
  expect(both.y(0.35)).toBeGreaterThanOrEqual(0);
  expect(both.y(0)).toBeLessThanOrEqual(380);
  expect(both.depthAt(both.y(0.1))).toBeCloseTo(0.1, 9);
  expect(depthAxis(0.2, 0.4, 600, 380, undefined, 0.1).scale).toBe(plain.scale);
});

test('the depth axis has room for the whole wall and at least one spacing', () => {
  DEMO_PROJECTS.forEach((project, p) =>
    project.walls.forEach((_, w) => {
      const { axis, spacing } = drawn(demo(p, w));
      expect(600 / axis.scale).toBeGreaterThanOrEqual(spacing);
      expect(axis.depthAt(axis.y(0.05))).toBeCloseTo(0.05, 9);
      expect(axis.y(axis.thickness)).toBeGreaterThanOrEqual(0);
    }),
  );
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
