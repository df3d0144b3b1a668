import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  crossingsOn,
  evenGrid,
  firstGrid,
  planeSteps,
  solveOn,
  solvePlane,
  streamFunction,
  temperatureAt,
  temperaturesOn,
  type PlaneSection,
  type Rectangle,
} from '@eldrun/core/conduction';
import { readReference } from '../reference.ts';

interface ValidationSection {
  name: string;
  rectangles: { box: [number, number, number, number]; conductivity: number }[];
  sides: PlaneSection['sides'];
  probes: { name: string; x: number; y: number; temperature: number; computed: number }[];
  heatFlow?: { side: 'x0' | 'x1' | 'y0' | 'y1'; value: number; computed: number };
  tolerance: { temperature: number; heatFlow?: number };
}

const { sections } = readReference<{ sections: ValidationSection[] }>('section-validation.json');

function sectionOf({ rectangles, sides }: ValidationSection): PlaneSection {
  return {
    sides,
    rectangles: rectangles.map(({ box: [x0, x1, y0, y1], conductivity }) => ({
      x0,
      x1,
      y0,
      y1,
      conductivity,
    })),
  };
}

/** Hot below y0, cold beyond y1, with films. */
const FILMS: PlaneSection['sides'] = {
  y0: { temperature: 1, resistance: 0.13 },
  y1: { temperature: 0, resistance: 0.04 },
};

describe('EN ISO 10211 Annex A', () => {
  test('case 1: every probe within 0.1 K, on an even grid of 20 mm', () => {
    // Its heat flow is endless at the corner where 20 °C meets 0 °C: there is nothing to refine towards.
    const [first] = sections;
    const section = sectionOf(first!);
    const solution = solveOn(evenGrid(section, 0.02), section);
    expect(first!.probes).toHaveLength(28);
    for (const { x, y, temperature, computed } of first!.probes) {
      const found = temperatureAt(solution, x, y);
      expect(Math.abs(found - temperature)).toBeLessThan(first!.tolerance.temperature);
      expect(Math.abs(found - computed)).toBeLessThan(0.01);
    }
  });

  test('case 2: every probe within 0.1 K and the heat flow within 0.1 W/m', () => {
    const second = sections[1]!;
    const solution = solvePlane(sectionOf(second));
    expect(second.probes).toHaveLength(9);
    for (const { x, y, temperature } of second.probes)
      expect(Math.abs(temperatureAt(solution, x, y) - temperature)).toBeLessThan(
        second.tolerance.temperature,
      );
    expect(Math.abs(solution.throughFlow - second.heatFlow!.value)).toBeLessThan(
      second.tolerance.heatFlow!,
    );
    expect(Math.abs(solution.throughFlow / second.heatFlow!.computed - 1)).toBeLessThan(1e-3);
    expect(solution.imbalance).toBeLessThan(1e-9);
  });
});

describe('against exact solutions', () => {
  test('layers: the sum of the resistances, on the first grid, and straight lines between', () => {
    const layers: Rectangle[] = [
      { x0: 0, x1: 0.4, y0: 0, y1: 0.1, conductivity: 0.04 },
      { x0: 0, x1: 0.4, y0: 0.1, y1: 0.3, conductivity: 2 },
    ];
    const { throughFlow, change, temperature } = solvePlane({ rectangles: layers, sides: FILMS });
    const r = 0.13 + 2.5 + 0.1 + 0.04;
    expect(throughFlow).toBeCloseTo(0.4 / r, 14);
    expect(change).toBeLessThan(1e-12);
    expect(temperature.length).toBeLessThan(40);
    const solution = solvePlane({ rectangles: layers, sides: FILMS });
    expect(temperatureAt(solution, 0.123, 0)).toBeCloseTo(1 - 0.13 / r, 12);
    expect(temperatureAt(solution, 0.4, 0.03)).toBeCloseTo(1 - (0.13 + 0.75) / r, 12);
    expect(temperatureAt(solution, 0, 0.1)).toBeCloseTo(1 - (0.13 + 2.5) / r, 12);
    expect(temperatureAt(solution, 0.2, 9)).toBeCloseTo(0.04 / r, 12);
  });

  test('a checkerboard of two materials conducts as their geometric mean (Keller, J. Math. Phys. 5, 1964)', () => {
    const [a, b] = [1, 25];
    const cell: Rectangle[] = [
      { x0: 0, x1: 1, y0: 0, y1: 1, conductivity: a },
      { x0: 0, x1: 0.5, y0: 0, y1: 0.5, conductivity: b },
      { x0: 0.5, x1: 1, y0: 0.5, y1: 1, conductivity: b },
    ];
    const fixed: PlaneSection['sides'] = {
      y0: { temperature: 1, resistance: 0 },
      y1: { temperature: 0, resistance: 0 },
    };
    const { throughFlow } = solvePlane({ rectangles: cell, sides: fixed }, { tolerance: 1e-4 });
    expect(throughFlow / Math.sqrt(a * b)).toBeCloseTo(1, 2);
  });
});

const conductivity = fc
  .double({ min: Math.log(0.02), max: Math.log(60), noNaN: true })
  .map(Math.exp);

/** A box 0.4 by 0.2 m with up to four smaller rectangles in it, edges on a 10 mm raster. */
const boxes = fc
  .tuple(
    conductivity,
    fc.array(
      fc.tuple(
        fc.integer({ min: 0, max: 39 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 0, max: 19 }),
        fc.integer({ min: 1, max: 20 }),
        conductivity,
      ),
      { maxLength: 4 },
    ),
  )
  .map(([base, others]): Rectangle[] => [
    { x0: 0, x1: 0.4, y0: 0, y1: 0.2, conductivity: base },
    ...others.map(([x, w, y, h, k]) => ({
      x0: x / 100,
      x1: Math.min(40, x + w) / 100,
      y0: y / 100,
      y1: Math.min(20, y + h) / 100,
      conductivity: k,
    })),
  ]);

const flowOf = (rectangles: Rectangle[], sides = FILMS) =>
  solvePlane({ rectangles, sides }).throughFlow;

describe('properties', () => {
  test('what flows in flows out, and temperatures lie between the environments', () => {
    fc.assert(
      fc.property(boxes, (rectangles) => {
        const solution = solvePlane({ rectangles, sides: FILMS });
        expect(solution.imbalance).toBeLessThan(1e-9);
        expect(solution.ended).toBe('tolerance');
        for (const t of solution.temperature) {
          expect(t).toBeGreaterThan(0);
          expect(t).toBeLessThan(1);
        }
      }),
      { numRuns: 40 },
    );
  });

  test('a mirrored section lets the same heat through', () => {
    fc.assert(
      fc.property(boxes, (rectangles) => {
        const mirrored = rectangles.map((r) => ({ ...r, x0: 0.4 - r.x1, x1: 0.4 - r.x0 }));
        expect(flowOf(mirrored) / flowOf(rectangles)).toBeCloseTo(1, 2);
      }),
      { numRuns: 25 },
    );
  });

  test('reciprocity: the other way round the same heat flows back', () => {
    fc.assert(
      fc.property(boxes, (rectangles) => {
        const section = { rectangles, sides: FILMS };
        const there = solveOn(firstGrid(section), section);
        const turned = {
          y0: { temperature: 0, resistance: 0.13 },
          y1: { temperature: 1, resistance: 0.04 },
        };
        const back = solveOn(firstGrid(section), { sides: turned });
        expect(back.heatFlow.y1 / there.heatFlow.y0).toBeCloseTo(1, 9);
      }),
      { numRuns: 40 },
    );
  });

  test('more conductivity anywhere never lets less heat through', () => {
    fc.assert(
      fc.property(
        boxes,
        fc.nat(4),
        fc.double({ min: 1, max: 10, noNaN: true }),
        (rectangles, at, by) => {
          const more = rectangles.map((r, i) =>
            i === at % rectangles.length ? { ...r, conductivity: r.conductivity * by } : r,
          );
          const grid = firstGrid({ rectangles, sides: FILMS });
          const finer = firstGrid({ rectangles: more, sides: FILMS });
          expect(finer.x).toEqual(grid.x);
          const before = solveOn(grid, { sides: FILMS }).heatFlow.y0;
          expect(solveOn(finer, { sides: FILMS }).heatFlow.y0).toBeGreaterThanOrEqual(
            before * (1 - 1e-12),
          );
        },
      ),
      { numRuns: 40 },
    );
  });

  test('extrapolation agrees with a grid of a tenth of the tolerance', () => {
    fc.assert(
      fc.property(boxes, (rectangles) => {
        const fine = solvePlane(
          { rectangles, sides: FILMS },
          { tolerance: 1e-4, cellBudget: 20_000 },
        );
        expect(Math.abs(flowOf(rectangles) / fine.throughFlow - 1)).toBeLessThan(3e-3);
      }),
      // The same sections in each run: about one in a thousand, a corner of contrasts that no wall has, lies just beyond.
      { numRuns: 40 },
    );
  });
});

describe('reading a solution', () => {
  const rectangles: Rectangle[] = [
    { x0: 0, x1: 0.4, y0: 0, y1: 0.2, conductivity: 0.035 },
    { x0: 0.2, x1: 0.202, y0: 0, y1: 0.2, conductivity: 50 },
  ];
  const solution = solvePlane({ rectangles, sides: FILMS });

  test('a raster reads the same temperatures as single points', () => {
    const xs = Float64Array.of(0, 0.11, 0.1987, 0.2013, 0.4);
    const ys = Float64Array.of(0.2, 0.0713, 0);
    const raster = temperaturesOn(solution, xs, ys);
    ys.forEach((y, r) =>
      xs.forEach((x, c) =>
        expect(raster[r * xs.length + c]).toBeCloseTo(temperatureAt(solution, x, y), 5),
      ),
    );
  });

  test('the stream function gains all heat along each side, and is level along the ends', () => {
    const stream = streamFunction(solution);
    const wide = solution.x.length;
    const last = stream.length - wide;
    expect(stream[wide - 1]).toBeCloseTo(solution.heatFlow.y0, 9);
    expect(stream[stream.length - 1]! - stream[last]!).toBeCloseTo(-solution.heatFlow.y1, 9);
    for (let j = 0; j < solution.y.length; j++) {
      expect(stream[j * wide]).toBe(0);
      expect(stream[j * wide + wide - 1]).toBeCloseTo(solution.heatFlow.y0, 9);
    }
    // Half of the heat on either side of the middle of the web.
    const xs = Float64Array.of(0.1, 0.201);
    const [quarter, half] = crossingsOn(solution, stream, xs, Float64Array.of(0.1));
    expect(half! / solution.heatFlow.y0).toBeCloseTo(0.5, 2);
    expect(quarter! / solution.heatFlow.y0).toBeLessThan(0.25);
  });
});

describe('hard cases', () => {
  test('conductivities of 1e-6 and 1e4 side by side: finite, balanced, between the limits', () => {
    const rectangles: Rectangle[] = [
      { x0: 0, x1: 0.4, y0: 0, y1: 0.2, conductivity: 1e-6 },
      { x0: 0.1, x1: 0.2, y0: 0.05, y1: 0.1, conductivity: 1e4 },
      { x0: 0.3, x1: 0.301, y0: 0, y1: 0.2, conductivity: 1e4 },
    ];
    const solution = solvePlane({ rectangles, sides: FILMS });
    expect(solution.imbalance).toBeLessThan(1e-9);
    expect(solution.temperature.every((t) => t > 0 && t < 1)).toBe(true);
    // Only the bar conducts: its width through both films, spread by nothing.
    expect(solution.throughFlow).toBeGreaterThan(0.001 / (0.17 + 0.2e-4));
    expect(solution.throughFlow).toBeLessThan(0.0011 / 0.17);
  });

  test('a web of 0.1 mm settles', () => {
    const rectangles: Rectangle[] = [
      { x0: 0, x1: 3, y0: 0, y1: 0.2, conductivity: 0.035 },
      { x0: 1.5, x1: 1.5001, y0: 0, y1: 0.2, conductivity: 50 },
    ];
    const solution = solvePlane({ rectangles, sides: FILMS });
    expect(solution.ended).toBe('tolerance');
    const bare = 3 / (0.17 + 0.2 / 0.035);
    expect(solution.throughFlow).toBeGreaterThan(bare);
    expect(solution.throughFlow).toBeLessThan(bare + 0.05);
  });

  test('the budget of cells ends refinement and says so, or refuses a section it cannot hold', () => {
    const rectangles: Rectangle[] = [
      { x0: 0, x1: 0.4, y0: 0, y1: 0.2, conductivity: 0.035 },
      { x0: 0.2, x1: 0.201, y0: 0, y1: 0.2, conductivity: 50 },
    ];
    const section = { rectangles, sides: FILMS };
    const cells = firstGrid(section).conductivity.length;
    const held = solvePlane(section, { cellBudget: cells + 1 });
    expect(held.ended).toBe('budget');
    expect(held.change).toBeGreaterThan(1e-3);
    expect(held.change).toBeLessThan(1);
    expect(held.conductivity).toHaveLength(cells);
    expect(() => solvePlane(section, { cellBudget: cells - 1 })).toThrow(/at most \d+ cells/);
  });

  test('a caller can stop between grids', () => {
    const steps = planeSteps({
      sides: FILMS,
      rectangles: [
        { x0: 0, x1: 0.4, y0: 0, y1: 0.2, conductivity: 0.035 },
        { x0: 0.2, x1: 0.201, y0: 0, y1: 0.2, conductivity: 50 },
      ],
    });
    expect(steps.next().done).toBe(false);
  });

  test.each([
    ['no rectangle', [], FILMS, /at least one/],
    [
      'no area',
      [{ x0: 0, x1: 0, y0: 0, y1: 1, conductivity: 1 }],
      FILMS,
      /rectangles\[0\].*no area/,
    ],
    ['no conductivity', [{ x0: 0, x1: 1, y0: 0, y1: 1, conductivity: NaN }], FILMS, /conductivity/],
    [
      'a hole',
      [
        { x0: 0, x1: 1, y0: 0, y1: 1, conductivity: 1 },
        { x0: 2, x1: 3, y0: 0, y1: 1, conductivity: 1 },
      ],
      FILMS,
      /nothing lies/,
    ],
    ['adiabatic all around', [{ x0: 0, x1: 1, y0: 0, y1: 1, conductivity: 1 }], {}, /adiabatic/],
  ])('%s is refused', (_, rectangles, sides, message) => {
    expect(() => solvePlane({ rectangles, sides })).toThrow(message);
  });
});
