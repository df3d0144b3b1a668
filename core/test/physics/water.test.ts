import { describe, expect, test } from '@jest/globals';
import {
  directlyOnWall,
  claddingLayer,
  drainageOf,
  massMasonry,
  rainStore,
  resolveWall,
  smoothContact,
  waterBarriers,
  waterLine,
  type Layer,
  type WallFile,
} from '@eldrun/core/build-up';
import { rainBehind } from '@eldrun/core/transient';
import { validateWall } from '@eldrun/core/wall/schema';
import { coldWall, sheet, withLayer, without } from '../walls.ts';

const resolved = (wall: WallFile) => resolveWall(validateWall(wall));
const still = (thickness: number): Layer => ({
  id: 'space',
  kind: 'air',
  thickness,
  ventilation: 'still',
});

/** The test wall with other layers outside its sheathing. */
const outside = (...layers: Layer[]): WallFile => {
  const wall = without(coldWall(), 'wrap', 'board', 'gap', 'lap');
  return { ...wall, layers: [...wall.layers, ...layers] };
};
const wrap = sheet('wrap', 'wrb-monolithic-membrane', 0.0005);
const stucco = sheet('face', 'cement-lime-stucco', 0.0222);
const masonry = (...layers: Layer[]): WallFile => ({ ...coldWall(), layers });

describe('what drains', () => {
  test.each<[string, Layer[], string | null]>([
    [
      '3 mm of still space',
      [wrap, still(0.003), sheet('foam', 'eps-type-ii', 0.05), stucco],
      'space',
    ],
    ['half a millimetre is none', [wrap, still(0.0005), stucco], null],
    ['a mat', [wrap, sheet('mat', 'drainage-mat-thin', 0.006), stucco], 'mat'],
    ['a texture of the wrap itself', [sheet('wrap', 'wrap-drainable', 0.001), stucco], 'wrap'],
    [
      'fibers outside the barrier',
      [wrap, sheet('wool', 'mineral-wool-board-rigid', 0.05), stucco],
      'wool',
    ],
    ['a space inside the barrier is none', [still(0.02), wrap, stucco], null],
    ['laps on the wrap, slowly', [wrap, sheet('face', 'wood-lap-siding', 0.0127)], 'face'],
    ['plaster on its wrap', [wrap, stucco], null],
  ])('%s', (_, layers, drains) => {
    const wall = resolved(outside(...layers));
    expect(drainageOf(wall)?.layer.id ?? null).toBe(drains);
    // Drainage is one answer: the simulation puts rain at the barrier exactly where none is.
    expect(rainBehind(wall) === undefined).toBe(drains !== null);
  });
});

describe('the water barrier', () => {
  const foil = sheet('foil', 'polyiso-foil-faced', 0.05);
  const gap: Layer = { id: 'gap', kind: 'air', thickness: 0.019, ventilation: 'open' };
  const face = sheet('face', 'fiber-cement-lap', 0.0079);
  test.each<[string, Layer[], string]>([
    ['a membrane before foam outside it', [wrap, foil, gap, face], 'wrap'],
    [
      'of two papers the inner one',
      [sheet('inner', 'grade-d-paper', 0.0003), sheet('outer', 'grade-d-paper', 0.0003), stucco],
      'inner',
    ],
    ['taped foil-faced foam', [foil, gap, face], 'foil'],
    [
      'a weather board behind a gap',
      [sheet('fiber', 'wood-fiber-weather-board', 0.06), gap, face],
      'fiber',
    ],
    [
      'a finish on its insulation',
      [sheet('eps', 'eps-type-ii', 0.05), sheet('face', 'eifs-lamina', 0.003)],
      'face',
    ],
  ])('%s', (_, layers, line) => {
    expect(waterLine(resolved(outside(...layers)))!.id).toBe(line);
  });

  test('a coated panel before the foam on it, smooth on smooth: water between them stays', () => {
    const coated = withLayer(outside(foil, gap, face), 'osb', { material: 'osb-coated' });
    const wall = resolved(coated);
    expect(waterLine(wall)!.id).toBe('osb');
    expect(waterBarriers(wall).map(({ id }) => id)).toEqual(['osb', 'foil']);
    expect(smoothContact(wall)).toMatchObject({ barrier: { id: 'osb' }, foam: { id: 'foil' } });
    const dabs = { ...coated, layers: coated.layers.toSpliced(3, 0, still(0.003)) };
    expect(smoothContact(resolved(dabs))).toBeNull();
  });

  test('masonry of two leaves or 200 mm keeps rain out by its mass, one leaf does not', () => {
    const brick = (id: string, thickness: number) => sheet(id, 'brick-masonry', thickness);
    const plaster = sheet('plaster', 'gypsum-plaster', 0.013);
    expect(massMasonry(resolved(masonry(plaster, brick('a', 0.215))))!.id).toBe('a');
    expect(
      massMasonry(resolved(masonry(plaster, brick('a', 0.0921), brick('b', 0.0921))))!.id,
    ).toBe('b');
    expect(massMasonry(resolved(masonry(plaster, brick('a', 0.102))))).toBeNull();
    // A block of 8 in. is one of 200 mm; what wets its face is no rain behind it, nor is that on a bare skin of steel.
    const block = resolved(masonry(plaster, sheet('a', 'concrete-block-hollow', 0.1937)));
    expect(massMasonry(block)!.id).toBe('a');
    expect(rainBehind(block)).toBeUndefined();
    const shell = without(coldWall(), 'osb', 'wrap', 'board', 'gap', 'lap');
    expect(
      rainBehind(resolved({ ...shell, layers: [...shell.layers, sheet('skin', 'steel', 0.002)] })),
    ).toBeUndefined();
    // Under insulation it is no face.
    expect(
      massMasonry(resolved(masonry(brick('a', 0.215), sheet('eps', 'eps-type-ii', 0.1), face))),
    ).toBeNull();
  });
});

describe('what stores rain', () => {
  test.each<[string, Layer[], boolean]>([
    ['plaster', [wrap, stucco], true],
    [
      'plaster under a coat that sheds',
      [wrap, stucco, sheet('coat', 'elastomeric-coating', 0.0004)],
      false,
    ],
    [
      'acrylic finish by its own figure',
      [wrap, sheet('face', 'acrylic-finish-stucco', 0.0222)],
      false,
    ],
    ['thin fiber cement', [wrap, sheet('face', 'fiber-cement-lap', 0.0079)], false],
    [
      'stone of which no absorption is stated',
      [wrap, sheet('face', 'natural-stone-veneer', 0.05)],
      true,
    ],
    [
      'concrete under insulation is no face',
      [
        sheet('wall', 'concrete', 0.2),
        sheet('eps', 'eps-type-ii', 0.1),
        sheet('face', 'metal-panel-steel', 0.0006),
      ],
      false,
    ],
  ])('%s', (_, layers, stores) => {
    expect(rainStore(resolved(outside(...layers))) !== null).toBe(stores);
  });

  test('a coat makes a bonded film of plaster: it holds back drying', () => {
    const direct = (...layers: Layer[]) => {
      const wall = resolved(outside(...layers));
      return directlyOnWall(wall, claddingLayer(wall)!);
    };
    expect(direct(wrap, stucco)).toBe('plaster');
    expect(direct(wrap, stucco, sheet('coat', 'elastomeric-coating', 0.0004))).toBe('bonded');
    expect(direct(wrap, sheet('face', 'wood-lap-siding', 0.0127))).toBe('laps');
  });
});
