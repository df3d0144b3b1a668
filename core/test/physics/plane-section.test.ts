import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import { parseSection, solveSection, type SectionFile } from '@eldrun/core/plane-section';
import { readReference } from '../reference.ts';

interface Case {
  name: string;
  section: SectionFile;
  expected: { probes: Record<string, number>; flows: Record<string, number> };
  tolerance: { probes: number; flows: { relative: number; absolute: number } };
}

const CASES = readReference<Case[]>('plane/cases.json');

const solve = (section: object) => solveSection(parseSection(JSON.stringify(section)));

describe.each(CASES)('$name', ({ section, expected, tolerance }) => {
  const answer = solve(section);

  test('each flow and each probe within its tolerance', () => {
    expect(Object.keys(answer.flows).sort()).toEqual(Object.keys(expected.flows).sort());
    for (const [name, flow] of Object.entries(expected.flows))
      expect(Math.abs(answer.flows[name]! - flow)).toBeLessThan(
        Math.max(tolerance.flows.absolute, tolerance.flows.relative * Math.abs(flow)),
      );
    for (const [name, temperature] of Object.entries(expected.probes))
      expect(Math.abs(answer.probes[name]! - temperature)).toBeLessThan(tolerance.probes);
  });

  test('couplings are there for each pair once, none negative, and no heat is lost', () => {
    const names = Object.keys(answer.flows);
    expect(answer.couplings).toHaveLength((names.length * (names.length - 1)) / 2);
    for (const { l2d } of answer.couplings) expect(l2d).toBeGreaterThanOrEqual(0);
    const sum = Object.values(answer.flows).reduce<number>((total, flow) => total + flow!, 0);
    expect(Math.abs(sum)).toBeLessThan(1e-9);
  });

  test('a coupling is what flows when all others are at one temperature', () => {
    const [first] = Object.keys(answer.flows);
    const warm = (name: string) => (name === first ? 1 : 0);
    const alone = solve({
      ...section,
      environments: section.environments!.map((one, i) => ({
        ...one,
        temperature: warm(`environments[${i}]`),
      })),
      sides: Object.fromEntries(
        Object.entries(section.sides!).map(([name, side]) => [
          name,
          { ...side, temperature: warm(name) },
        ]),
      ),
    });
    const total = answer.couplings
      .filter(({ from, to }) => from === first || to === first)
      .reduce((sum, { l2d }) => sum + l2d!, 0);
    expect(Math.abs(alone.flows[first!]! / total - 1)).toBeLessThan(0.005);
  });
});

const FILE = {
  format: 'eldrun-plane-section',
  version: 1,
  rectangles: [{ box: [0, 1, 0, 0.2], conductivity: 0.04 }],
  sides: {
    y0: { temperature: 20, resistance: 0.13 },
    y1: { temperature: -10, resistance: 0.04 },
  },
};

describe('shapes', () => {
  test('a recess of air takes the depth away: R beside it and behind it by hand', () => {
    // Air 0.05 deep over the whole width: what is left is 0.15 of the material behind the film of the box.
    const { flows, couplings } = solve({
      ...FILE,
      environments: [{ box: [0, 1, 0, 0.05], temperature: 20, resistance: 0.13 }],
    });
    const u = 1 / (0.13 + 0.15 / 0.04 + 0.04);
    expect(flows['environments[0]']).toBeCloseTo(30 * u, 6);
    // The side is cut off by the box: nothing solid touches it.
    expect(flows['y0']).toBe(0);
    expect(
      couplings.find(({ from, to }) => from === 'y1' && to === 'environments[0]')!.l2d,
    ).toBeCloseTo(u, 8);
  });

  test('air may fill what no rectangle does; between two boxes of air no heat passes', () => {
    const { flows } = solve({
      ...FILE,
      rectangles: [
        { box: [0, 1, 0.1, 0.2], conductivity: 0.04 },
        { box: [0, 0.1, 0, 0.1], conductivity: 0.04 },
      ],
      environments: [
        { box: [0.1, 0.5, 0, 0.1], temperature: 20, resistance: 0.13 },
        { box: [0.5, 1, 0, 0.1], temperature: -10, resistance: 0.13 },
      ],
    });
    const sum = Object.values(flows).reduce<number>((total, flow) => total + flow!, 0);
    expect(Math.abs(sum)).toBeLessThan(1e-9);
    // At the far end the second box sees only its own temperature, so it gains near the step alone.
    expect(flows['environments[1]']).toBeLessThan(0);
    expect(flows['environments[1]']).toBeGreaterThan(-3);
  });

  test('a probe on a face between solid and air reads the surface; one in air reads the air', () => {
    const { probes } = solve({
      ...FILE,
      environments: [{ box: [0, 1, 0, 0.05], temperature: 20, resistance: 0.13 }],
      probes: [
        { name: 'surface', x: 0.5, y: 0.05 },
        { name: 'air', x: 0.5, y: 0.02 },
      ],
    });
    const u = 1 / (0.13 + 0.15 / 0.04 + 0.04);
    expect(probes['surface']).toBeCloseTo(20 - 0.13 * 30 * u, 6);
    expect(probes['air']).toBe(20);
  });

  test('a film of zero fixes the surface; where two such surfaces meet the flow has no end, and the rest is computed', () => {
    const fixed = solve({
      ...FILE,
      sides: { y0: { temperature: 20, resistance: 0 }, y1: { temperature: -10, resistance: 0 } },
    });
    expect(fixed.flows['y0']).toBeCloseTo(30 / 5, 6);
    const meeting = solve({
      ...FILE,
      sides: {
        y0: { temperature: 20, resistance: 0 },
        x0: { temperature: 0, resistance: 0 },
        y1: { temperature: -10, resistance: 0.04 },
      },
      probes: [{ name: 'middle', x: 0.9, y: 0.1 }],
    });
    expect(meeting.flows).toMatchObject({ x0: null, y0: null });
    expect(meeting.problems).toHaveLength(1);
    expect(meeting.problems[0]).toMatch(/x0 and y0 fix two surfaces that meet/);
    expect(Number.isFinite(meeting.flows['y1'])).toBe(true);
    expect(meeting.probes['middle']).toBeCloseTo(5.1, 0);
  });

  test('conductivities of 1e-6 beside 1e4, with a recess: finite, balanced, between the temperatures', () => {
    const { flows, probes } = solve({
      ...FILE,
      rectangles: [
        { box: [0, 1, 0, 0.2], conductivity: 1e-6 },
        { box: [0.4, 0.41, 0, 0.2], conductivity: 1e4 },
      ],
      environments: [{ box: [0.3, 0.6, 0, 0.1], temperature: 20, resistance: 0.13 }],
      probes: [{ name: 'bar', x: 0.405, y: 0.15 }],
    });
    const sum = Object.values(flows).reduce<number>((total, flow) => total + flow!, 0);
    expect(Math.abs(sum)).toBeLessThan(1e-6);
    // The bar alone conducts: its end through both films.
    expect(flows['environments[0]']).toBeCloseTo((30 * 0.01) / 0.17, 2);
    expect(probes['bar']).toBeCloseTo(20 - (30 * 0.13) / 0.17, 1);
  });

  test('wherever a recess lies: what flows in flows out, and all is between the coldest and the warmest', () => {
    const cell = fc.integer({ min: 0, max: 8 });
    fc.assert(
      fc.property(
        cell,
        cell,
        fc.double({ min: 0.02, max: 3, noNaN: true }),
        (i, j, conductivity) => {
          const { flows, probes } = solve({
            ...FILE,
            rectangles: [...FILE.rectangles, { box: [0.3, 0.5, 0.05, 0.15], conductivity }],
            environments: [
              {
                box: [i / 10, i / 10 + 0.2, j / 50, (j + 2) / 50],
                temperature: 5,
                resistance: 0.1,
              },
            ],
            probes: [{ name: 'somewhere', x: 0.5, y: 0.1 }],
          });
          const sum = Object.values(flows).reduce<number>((total, flow) => total + flow!, 0);
          expect(Math.abs(sum)).toBeLessThan(1e-8);
          expect(probes['somewhere']).toBeGreaterThanOrEqual(-10);
          expect(probes['somewhere']).toBeLessThanOrEqual(20);
        },
      ),
      { numRuns: 20 },
    );
  });
});

test.each([
  [
    'a rectangle without area',
    { rectangles: [{ box: [0, 0, 0, 1], conductivity: 1 }] },
    /rectangles\[0\]\.box.*has no area/,
  ],
  [
    'no conductivity',
    { rectangles: [{ box: [0, 1, 0, 1], conductivity: 0 }] },
    /rectangles\[0\]\.conductivity.*above 0/,
  ],
  [
    'a hole',
    {
      rectangles: [
        { box: [0, 1, 0, 1], conductivity: 1 },
        { box: [2, 3, 0, 1], conductivity: 1 },
      ],
    },
    /nothing lies at x = 1/,
  ],
  [
    'a film below zero',
    { sides: { y0: { temperature: 0, resistance: -0.1 } } },
    /sides\.y0\.resistance.*at least 0/,
  ],
  ['nothing around it', { sides: {} }, /adiabatic/],
  ['an unknown side', { sides: { z0: { temperature: 0, resistance: 0.1 } } }, /sides.*z0/],
  [
    'air beyond the box',
    { environments: [{ box: [0.5, 2, 0, 0.1], temperature: 0, resistance: 0.1 }] },
    /environments\[0\].*beyond the box/,
  ],
  [
    'nothing but air',
    { environments: [{ box: [0, 1, 0, 0.2], temperature: 0, resistance: 0.1 }] },
    /environments.*leave nothing solid/,
  ],
  ['a probe outside', { probes: [{ name: 'p', x: 3, y: 0 }] }, /probes\[0\].*outside the section/],
])('%s is named', (_, change, message) => {
  expect(() => solve({ ...FILE, ...change })).toThrow(message);
});
