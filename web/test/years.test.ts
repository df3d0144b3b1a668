import { expect, test } from '@jest/globals';
import type { Course, DepthField } from '@eldrun/core';
import { depthAxis } from '../src/drawing/axis.ts';
import { courseCsv, fieldRows, humidityBands, lineOf } from '../src/drawing/years.ts';

const axis = depthAxis(0.2, 0.4, 600, 400);
const course: Course = {
  every: 6,
  hour: [6, 12, 18, 24],
  wood: [{ layer: 'L4', mc: [0.1, 0.12, 0.14, 0.16] }],
  temperature: [5, 6, 7, 8],
  rh: [0.7, 0.8, 0.9, 1],
  mold: [0, 0, 0.1, 0.2],
  outdoor: [-1, 0, 1, 2],
};

test('what is dry is not tinted, neighbors of one shade are one band, saturation is darkest', () => {
  expect(humidityBands([0, 0.1, 0.2], [0.4, 0.5, 0.6], axis)).toEqual([]);
  const even = humidityBands([0, 0.05, 0.1, 0.2], [0.9, 0.9, 0.9, 0.9], axis);
  expect(even).toHaveLength(1);
  expect(even[0]!.y).toBeCloseTo(axis.y(0.2), 6);
  expect(even[0]!.height).toBeCloseTo(axis.y(0) - axis.y(0.2), 6);
  const [wet] = humidityBands([0, 0.2], [1, 1], axis);
  expect(wet!.opacity).toBe(0.75);
});

test('lines run over days, thinned, with their last point', () => {
  expect(lineOf(course, course.wood[0]!.mc, (mc) => 100 * mc, 2)).toEqual([
    [0.25, 10],
    [0.75, 14.000000000000002],
    [1, 16],
  ]);
});

test('the field by depth has outdoors on top', () => {
  const field: DepthField = {
    depth: [0, 0.1, 0.2],
    days: 2,
    temperature: [],
    rh: [
      [0.4, 0.5, 0.9],
      [0.4, 0.6, 1],
    ],
  };
  const rows = fieldRows(field, 2);
  expect(rows[0]![0]).toBeCloseTo(0.7, 12);
  expect(rows[1]![1]).toBeCloseTo(0.5, 12);
});

test('the series as a table: a head that says units, a row for each entry', () => {
  const lines = courseCsv(course).trim().split('\n');
  expect(lines[0]).toBe(
    'hour,moisture content of L4 (kg/kg),temperature (degC),relative humidity,mold index (sensitive),outdoor temperature (degC)',
  );
  expect(lines).toHaveLength(5);
  expect(lines[4]).toBe('24,0.16,8,1,0.2,2');
});
