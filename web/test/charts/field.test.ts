import { describe, expect, test } from '@jest/globals';
import { assess } from '@eldrun/core/assessment';
import { withBrief } from '@eldrun/core/build-up';
import { frameMarks } from '@eldrun/drawing';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { depthAxis } from '../../src/charts/axis.ts';
import {
  faceStrip,
  FLOW_BANDS,
  fieldRaster,
  flowLines,
  isothermPlaces,
  isotherms,
  surfaceAt,
} from '../../src/charts/field.ts';
import { modelX, realTemperature } from '../../src/charts/section-place.ts';
import {
  paintTemperatures,
  shareOf,
  temperatureColor,
  temperatureScale,
} from '../../src/charts/temperature-scale.ts';

const AIR = { indoor: 21, outdoor: -9 };
const WIDTH = 600;

function demo(project: string, name: string) {
  const { brief, walls } = DEMO_PROJECTS.find((candidate) => candidate.name === project)!;
  const whole = assess(
    withBrief(
      walls.find((wall) => wall.name === name)!,
      brief,
    ),
  );
  const spacing = whole.section.width;
  const axis = depthAxis(whole.quantities.thickness, spacing, WIDTH, 400);
  return { ...whole, axis };
}

const wood = demo('Mill Race house', 'North gable, option A');
/** Center lines of the drawn members, px. */
const marksOf = ({ wall, axis }: ReturnType<typeof demo>): number[] =>
  frameMarks(wall, WIDTH / axis.scale).map((x) => x * axis.scale);

const steel = demo('Quarry Row infill', 'Steel studs, cavity fill only');

describe('the field in the drawing', () => {
  test('its members lie under the drawn members', () => {
    for (const mark of marksOf(wood))
      expect(modelX(wood.section, wood.axis, mark)).toBeCloseTo(wood.section.width / 2, 9);
  });

  test('runs from outdoors at the top to indoors at the bottom, coldest at a stud indoors', () => {
    const { scaled, columns, rows, y, height } = fieldRaster(wood.section, wood.axis, WIDTH);
    expect(scaled).toHaveLength(columns * rows);
    expect(y).toBeLessThan(y + height);
    expect(y + height).toBeCloseTo(wood.axis.y(0), 9);
    for (let c = 0; c < columns; c += 17)
      for (let r = 1; r < rows; r++)
        expect(scaled[r * columns + c]!).toBeGreaterThan(scaled[(r - 1) * columns + c]! - 1e-6);
    const bottom = scaled.slice(-columns);
    const [mark] = marksOf(wood);
    expect(bottom[Math.floor((mark! * columns) / WIDTH)]!).toBeCloseTo(Math.min(...bottom), 3);
  });

  test('isotherms are drawn for the steps inside the field, and named where they start', () => {
    const raster = fieldRaster(wood.section, wood.axis, WIDTH);
    expect(isotherms(raster, AIR, [-5, 0, 5, 10])).toHaveLength(4);
    expect(isotherms(raster, AIR, [-20, 40])).toEqual([]);
    expect(isotherms(raster, { indoor: 20, outdoor: 20 }, [20])).toEqual([]);
    const places = isothermPlaces(raster, AIR, [-5, 0, 5, 10, 40], 8);
    expect(places.map(({ temperature }) => temperature)).toEqual([-5, 0, 5, 10]);
    expect(places.map(({ y }) => y)).toEqual(places.map(({ y }) => y).toSorted((a, b) => a - b));
  });

  test('flow lines crowd at steel: more of them cross the flange’s width than the cavity’s', () => {
    const paths = flowLines(steel.section, steel.axis, WIDTH);
    expect(paths.length).toBeGreaterThanOrEqual(FLOW_BANDS - 1);
    const [mark] = marksOf(steel);
    const bottom = paths.flatMap((path) =>
      [...path.matchAll(/[ML]([\d.]+) ([\d.]+)/g)]
        .map(([, x, y]) => [Number(x), Number(y)] as const)
        .filter(([, y]) => Math.abs(y - steel.axis.y(0.01)) < 3)
        .map(([x]) => x),
    );
    const within = (from: number): number =>
      new Set(bottom.filter((x) => x > from && x < from + 80).map((x) => Math.round(x / 6))).size;
    expect(within(mark! - 20)).toBeGreaterThan(within(mark! + 150));
  });
});

describe('the faces', () => {
  test('the stud line is the coldest spot indoors and the warmest outdoors', () => {
    const inner = faceStrip(steel.section, steel.section.inner, AIR, steel.axis, WIDTH);
    const outer = faceStrip(steel.section, steel.section.outer, AIR, steel.axis, WIDTH);
    const [mark] = marksOf(steel);
    expect(Math.abs(inner.coldest.x - mark!)).toBeLessThan(40);
    expect(Math.abs(outer.warmest.x - mark!)).toBeLessThan(40);
    expect(inner.coldest.temperature).toBeCloseTo(
      realTemperature(AIR, Math.min(...steel.section.inner.temperature)),
      1,
    );
    expect(inner.pieces.reduce((sum, { width }) => sum + width, 0)).toBeCloseTo(WIDTH, 6);
  });

  test('between two cells the surface runs straight, beyond the last ones it stays', () => {
    const surface = { x: Float64Array.of(0, 1, 2), temperature: Float64Array.of(0.2, 0.6) };
    expect(surfaceAt(surface, 0)).toBe(0.2);
    expect(surfaceAt(surface, 1)).toBeCloseTo(0.4, 12);
    expect(surfaceAt(surface, 2)).toBe(0.6);
  });
});

describe('the scale of temperature', () => {
  test('has round steps in the units of the person', () => {
    expect(temperatureScale(21, -9, 'metric').steps).toEqual([-5, 0, 5, 10, 15, 20]);
    const imperial = temperatureScale(21, -9, 'imperial').steps.map((t) => (t * 9) / 5 + 32);
    expect(imperial.map((t) => Math.round(t * 1e6) / 1e6)).toEqual([20, 30, 40, 50, 60]);
    expect(temperatureScale(20, 20, 'metric').steps).toEqual([20]);
  });

  test('goes from dark to light as it gets warmer, and paints the same shades', () => {
    const scale = temperatureScale(0, 20, 'metric');
    expect([shareOf(scale, -5), shareOf(scale, 10), shareOf(scale, 30)]).toEqual([0, 0.5, 1]);
    const pixels = new Uint8ClampedArray(3 * 4);
    paintTemperatures(pixels, [0, 10, 20], scale);
    const light = [0, 1, 2].map((i) => pixels[4 * i]! + pixels[4 * i + 1]! + pixels[4 * i + 2]!);
    expect(light).toEqual(light.toSorted((a, b) => a - b));
    expect(temperatureColor(scale, 20)).toBe(`rgb(${pixels[8]!}, ${pixels[9]!}, ${pixels[10]!})`);
  });
});
