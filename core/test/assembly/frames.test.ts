import { describe, expect, test } from '@jest/globals';
import { applyCommands } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import {
  FRAME_SYSTEMS,
  fractionAtSpacing,
  frameCommands,
  unframedCommands,
  type FrameSystem,
  sameSpacing,
} from '@eldrun/core/framing';
import { LIBRARY } from '@eldrun/core/materials';
import { mainFrameOf, type FramedLayer, type WallFile } from '@eldrun/core/build-up';
import { publishedSteel } from '@eldrun/core/steady-heat';
import { R_VALUE } from '@eldrun/core/units';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, withLayer, without } from '../walls.ts';

const system = (id: string): FrameSystem => FRAME_SYSTEMS.find((candidate) => candidate.id === id)!;

/** The wall with a frame chosen, checked as a wall file. */
function withFrame(wall: WallFile, id: string): WallFile {
  return validateWall(applyCommands(wall, frameCommands(wall, system(id))));
}

const framedLayers = ({ layers }: WallFile) =>
  layers.filter((layer): layer is FramedLayer => layer.kind === 'framed');

const main = FRAME_SYSTEMS.filter(({ role }) => role === 'main').map(({ id }) => id);

describe('frames to choose from', () => {
  test.each(main)(
    '%s takes the place of the studs, keeps the fill, and can be taken back',
    (id) => {
      const wall = coldWall();
      const after = withFrame(wall, id);
      const names = after.layers.map((layer) => layer.id);
      // What is not the frame stays as it was, in its order.
      const others = ['gypsum', 'osb', 'wrap', 'board', 'gap', 'lap'];
      expect(names.filter((name) => others.includes(name))).toEqual(others);
      expect(names.indexOf('studs')).toBeGreaterThan(0);
      const frame = framedLayers(after).filter((layer) => layer.frame !== 'furring');
      expect(new Set(frame.map(({ fill }) => fill))).toEqual(new Set(['mineral-wool-batt']));
      const { thermal } = assess(after);
      expect(thermal.section.r).toBeLessThan(thermal.cavityPath.r);
      expect(thermal.effective.r).toBeLessThanOrEqual(thermal.section.r);
      const back = withFrame(after, 'us-2x6-16');
      expect(back.layers.map((layer) => layer.id)).toEqual(wall.layers.map((layer) => layer.id));
    },
  );

  test('every system is drawn from materials that the library has', () => {
    for (const { layers } of FRAME_SYSTEMS)
      for (const layer of layers('mineral-wool-batt')) {
        if (layer.kind === 'framed') expect(LIBRARY).toHaveProperty(layer.member.material);
        else expect(LIBRARY).toHaveProperty(layer.material);
      }
  });

  test('a broken stud has wood, foam and wood in one frame; an I-stud flange, web, flange', () => {
    const broken = framedLayers(withFrame(coldWall(), 'us-broken')).slice(0, 3);
    expect(broken.map(({ member }) => member.material)).toEqual(['softwood', 'xps', 'softwood']);
    const shaped = framedLayers(withFrame(coldWall(), 'us-i-stud')).slice(0, 3);
    expect(shaped.map(({ member }) => 'width' in member && member.width)).toEqual([
      0.0445, 0.0095, 0.0445,
    ]);
    expect(shaped.reduce((sum, { thickness }) => sum + thickness, 0)).toBeCloseTo(0.2413, 9);
  });

  test('less wood is worth more: I-stud over solid, broken over solid of the same depth', () => {
    const solid = (thickness: number, width: number, spacing: number) =>
      assess(
        withLayer(coldWall(), 'studs', {
          thickness,
          fraction: undefined,
          member: { section: 'solid', material: 'softwood', width, spacing },
        }),
      ).thermal.section.r;
    const r = (id: string) => assess(withFrame(coldWall(), id)).thermal.section.r;
    expect(r('us-i-stud')).toBeGreaterThan(1.05 * solid(0.2413, 0.0445, 0.6096));
    expect(r('us-broken')).toBeGreaterThan(1.05 * solid(0.1397, 0.0381, 0.4064));
  });

  test('battens are added where they belong; furring follows the studs', () => {
    const wall = without(
      withLayer(coldWall(), 'studs', {
        member: { section: 'solid', material: 'softwood', width: 0.038, spacing: 0.6096 },
      }),
      'gap',
    );
    const furred = withFrame(wall, 'us-furring');
    const furring = furred.layers.at(-2) as FramedLayer;
    expect(furring).toMatchObject({ frame: 'furring', member: { spacing: 0.6096 } });
    const service = withFrame(wall, 'us-service');
    expect(service.layers[1]).toMatchObject({
      frame: 'service',
      member: { direction: 'horizontal' },
    });
    const cross = withFrame(wall, 'us-cross').layers.findIndex(
      (layer) => layer.kind === 'framed' && layer.frame === 'outside',
    );
    expect(cross).toBeGreaterThan(wall.layers.findIndex(({ id }) => id === 'osb'));
  });

  test('a wall without a frame gets one where it belongs, and can lose it again', () => {
    const bare = without(coldWall(), 'studs');
    const after = withFrame(bare, 'us-steel-600');
    expect(mainFrameOf(after.layers)).toBe('main');
    expect(after.layers[1]).toMatchObject({ kind: 'framed', member: { section: 'c' } });
    const unframed = validateWall(applyCommands(coldWall(), unframedCommands(coldWall())));
    expect(unframed.layers[1]).toMatchObject({ kind: 'sheet', material: 'mineral-wool-batt' });
    const { thermal } = assess(unframed);
    expect(thermal.effective.r).toBeCloseTo(thermal.cavityPath.r, 9);
  });
});

test('another spacing takes the factor along: a preset to its preset, else the framing beyond the clear field', () => {
  const layer = coldWall().layers[1] as FramedLayer;
  const clear = (spacing: number) => 0.038 / spacing;
  expect(fractionAtSpacing({ ...layer, fraction: 0.25 }, 0.6096)).toBe(0.22);
  expect(fractionAtSpacing({ ...layer, fraction: 0.3 }, 0.6096)).toBeCloseTo(
    0.3 - clear(0.4064) + clear(0.6096),
    12,
  );
  const { fraction: _, ...without } = layer;
  expect(fractionAtSpacing(without, 0.6096)).toBeNull();
  const steel: FramedLayer = {
    ...without,
    fraction: 0.005,
    member: { section: 'c', material: 'steel', web: 0.001, flange: 0.04, lip: 0.01, spacing: 0.4 },
  };
  expect(fractionAtSpacing(steel, 0.8)).toBeCloseTo(0.0025, 12);
});

describe('the published table for steel', () => {
  const steel = (fill: string, depth: number, spacing: number) => {
    const { wall, thermal } = assess(
      withLayer(without(coldWall(), 'board'), 'studs', {
        fill,
        thickness: depth,
        fraction: undefined,
        member: {
          section: 'c',
          material: 'steel',
          web: 0.00109,
          flange: 0.0413,
          lip: 0.0127,
          spacing,
        },
      }),
    );
    return publishedSteel(wall, thermal);
  };

  test('stands below the clear section by 7 to 30 %, more with depth', () => {
    const gap = (fill: string, depth: number, spacing: number) => {
      const { published, computed } = steel(fill, depth, spacing)!;
      return computed / published - 1;
    };
    const shallow = gap('fiberglass-batt-r13', 0.0889, 0.4064);
    const deep = gap('fiberglass-batt-r19', 0.1524, 0.4064);
    for (const difference of [shallow, deep]) {
      expect(difference).toBeGreaterThan(0.05);
      expect(difference).toBeLessThan(0.32);
    }
    expect(deep).toBeGreaterThan(shallow);
  });

  test('is read between its rows, at the spacing that is there', () => {
    // R 13.5 lies between R-13 (6.0) and R-15 (6.4) at 16 in.
    const { published, rated } = steel('fiberglass-batt-r13', 0.0921, 0.4064)!;
    expect(published / R_VALUE).toBeCloseTo(6 + ((rated / R_VALUE - 13) * 0.4) / 2, 6);
    expect(steel('fiberglass-batt-r13', 0.0889, 0.6096)!.published / R_VALUE).toBeCloseTo(7.2, 1);
  });

  test('says nothing where it has no row', () => {
    expect(steel('mineral-wool-batt', 0.1524, 0.4064)).toBeNull();
    expect(steel('fiberglass-batt-r13', 0.12, 0.4064)).toBeNull();
    expect(steel('fiberglass-batt-r13', 0.0889, 0.3)).toBeNull();
    const { wall, thermal } = assess(coldWall());
    expect(publishedSteel(wall, thermal)).toBeNull();
  });
});

test('16 in. typed in metres is the same spacing; 400 mm is another', () => {
  expect(sameSpacing(0.406, 0.4064)).toBe(true);
  expect(sameSpacing(0.4, 0.4064)).toBe(false);
  expect(sameSpacing(0.6, 0.6096)).toBe(false);
});
