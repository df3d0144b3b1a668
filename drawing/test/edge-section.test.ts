import { describe, expect, test } from '@jest/globals';
import { EDGE_KINDS, GROUP_OF, Said, sectionOf, stackOf, type EdgeKind } from '@eldrun/core/edges';
import { resolveWall, withBrief } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { edgeParts, edgeScene, svgFile, type Scene } from '../src/index.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const stack = stackOf(resolveWall(withBrief(walls[1]!, brief)));
const sectionFor = (kind: EdgeKind, seals = {}) =>
  sectionOf({
    id: kind,
    kind,
    name: kind,
    assembly: 'A',
    length: 1,
    places: [],
    said: new Said(GROUP_OF[kind]),
    seals,
    stack,
    added: false,
  });
const part = (scene: Scene, id: string) => scene.parts.find((one) => one.id === id)!;

describe.each(EDGE_KINDS)('the scene of a %s', (kind) => {
  const section = sectionFor(kind);
  const scene = edgeScene(section);

  test('draws every piece to scale within its frame, then the lines', () => {
    const names = edgeParts(section).map(({ id }) => id);
    expect(scene.parts.map(({ id }) => id).slice(0, names.length)).toEqual(names);
    for (const { marks } of scene.parts)
      for (const mark of marks)
        if (mark.shape === 'rect') {
          expect(mark.x).toBeGreaterThanOrEqual(scene.x - 1e-9);
          expect(mark.y + mark.height).toBeLessThanOrEqual(scene.y + scene.height + 1e-9);
          expect(mark.width).toBeGreaterThan(0);
        }
    const lines = section.lines.map(({ line }) => `line-${line}`);
    expect(scene.parts.slice(names.length).map(({ id }) => id)).toEqual(lines);
  });
});

test('a jamb: outdoors at the top, the frame where its plan says, thin sheets as lines', () => {
  const scene = edgeScene(sectionFor('jamb'));
  const [box] = part(scene, 'box').marks;
  // From the inner face to the flange at the sheathing.
  expect(box).toMatchObject({
    shape: 'rect',
    x: 0,
    y: expect.closeTo(-stack.sheathing, 9) as unknown as number,
    height: expect.closeTo(stack.sheathing, 9) as unknown as number,
  });
  expect(part(scene, 'L5').marks).toMatchObject([{ shape: 'path', pen: 'sheet' }]);
  expect(part(scene, 'line-water').marks).toMatchObject([{ shape: 'path', pen: 'water' }]);
});

test('boxes of one piece that lie against each other have no seam between them', () => {
  const scene = edgeScene(sectionFor('corner-outside'));
  const outline = part(scene, 'L3').marks.at(-1)!;
  expect(outline).toMatchObject({ shape: 'path', pen: 'outline' });
  const [leg] = edgeParts(sectionFor('corner-outside')).find(({ id }) => id === 'L3')!.boxes;
  // The upright leg goes on below the level one: no line where they meet.
  const seam =
    outline.shape === 'path' &&
    outline.pieces.filter(([a, b]) => a![1] === leg!.y1 && b![1] === leg!.y1);
  const inner = (seam || []).filter(([a]) => a![0] < leg!.x0 + (leg!.y1 - leg!.y0) - 1e-6);
  expect(inner).toEqual([]);
});

test('as a file it names its parts and draws its lines', () => {
  const file = svgFile(edgeScene(sectionFor('sill')), 1 / 5);
  expect(file).toContain('data-part="line-air"');
  expect(file).toContain('stroke-linecap="round"');
  expect(file).toContain('Rough sill');
});
