import { expect, test } from '@jest/globals';
import { assemblyParts, layoutHouse, type ElevationLayout } from '@eldrun/core/layout';
import { withBrief, type WallFile } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import {
  ELEVATION_LAYERS,
  elevationScene,
  plateScene,
  svgFile,
  type Mark,
  type Scene,
} from '../src/index.ts';

const { brief, walls, house } = DEMO_PROJECTS[0]!;
const assemblies = Object.fromEntries(
  Object.entries(house!.assemblies).map(([name, n]): [string, WallFile] => [
    name,
    withBrief(walls[n]!, brief),
  ]),
);
const { elevations } = layoutHouse(house!, assemblyParts(assemblies));
const laid = (id: string): ElevationLayout =>
  elevations.find(({ elevation }) => elevation.id === id)!;
const part = ({ parts }: Scene, id: string): Mark[] => parts.find((one) => one.id === id)!.marks;

/** The corners of a mark, y down. */
const cornersOf = (mark: Mark): (readonly [number, number])[] => {
  switch (mark.shape) {
    case 'rect':
      return [
        [mark.x, mark.y],
        [mark.x + mark.width, mark.y + mark.height],
      ];
    case 'polygon':
      return [...mark.corners];
    case 'path':
      return mark.pieces.flat();
    case 'text':
      return [[mark.x, mark.y]];
  }
};

test.each(['north', 'east', 'south', 'west'])(
  'every mark of %s lies within the drawing, and each layer has some',
  (id) => {
    const scene = elevationScene(laid(id), new Set(ELEVATION_LAYERS));
    expect(scene.parts.map((one) => one.id)).toEqual(['ground', ...ELEVATION_LAYERS, 'openings']);
    for (const { id: part, marks } of scene.parts) {
      // Only in the west wall something sits.
      if (part !== 'services' || id === 'west') expect(marks.length).toBeGreaterThan(0);
      for (const [x, y] of marks.flatMap(cornersOf)) {
        expect(x).toBeGreaterThanOrEqual(-1e-6);
        expect(x).toBeLessThanOrEqual(scene.width + 1e-6);
        expect(y).toBeGreaterThanOrEqual(scene.y - 1e-6);
        expect(y).toBeLessThanOrEqual(scene.y + scene.height + 0.2);
      }
    }
  },
);

test('layers are drawn from the studs outward, and only those that are asked for', () => {
  const scene = elevationScene(laid('north'), new Set(['sheathing', 'frame']));
  expect(scene.parts.map(({ id, faint, seeThrough }) => [id, faint, seeThrough])).toEqual([
    ['ground', false, undefined],
    ['frame', true, false],
    ['sheathing', false, true],
    ['openings', false, undefined],
  ]);
  expect(part(scene, 'frame')).toHaveLength(laid('north').framing.members.length);
  expect(part(scene, 'openings')).toHaveLength(3);
});

test('a sheet that is cut around a window has no line within it', () => {
  const layout = laid('north');
  const window = layout.framing.openings[0]!;
  const edges = part(elevationScene(layout, new Set(['sheathing'])), 'sheathing').find(
    (mark) => mark.shape === 'path',
  );
  const lines = edges?.shape === 'path' ? edges.pieces : [];
  // Where the rectangles under the window meet those beside it, at the height of its sill, there is no edge.
  const beside = lines.filter(
    ([from, to]) =>
      Math.abs(from![1] + window.sill) < 1e-6 &&
      Math.abs(to![1] + window.sill) < 1e-6 &&
      Math.min(from![0], to![0]) < window.x - 0.01,
  );
  expect(beside).toEqual([]);
});

test('raked studs and sheets are cut to the slope, and the file that is written has them', () => {
  const scene = elevationScene(laid('east'), new Set(['frame', 'sheathing']));
  expect(part(scene, 'frame').filter(({ shape }) => shape === 'polygon').length).toBeGreaterThan(
    10,
  );
  const svg = svgFile(scene, 1 / 50);
  expect(svg).toContain('<polygon');
  expect(svg).toContain('fill-opacity');
  expect(svg).not.toContain('NaN');
});

test('the plate is drawn in its pieces, with a cross for each stud', () => {
  const scene = plateScene(laid('north'));
  expect(part(scene, 'plates')).toHaveLength(2);
  const crosses = part(scene, 'standing').filter(
    (mark) => mark.shape === 'path' && mark.pieces.length === 4,
  );
  const studs = laid('north').plateSheet.filter(({ kind }) => kind === 'stud');
  expect(crosses).toHaveLength(studs.length);
});
