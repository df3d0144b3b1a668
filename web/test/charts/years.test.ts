import { expect, test } from '@jest/globals';
import type { Course, DepthField } from '@eldrun/core/transient';
import { depthAxis } from '../../src/charts/axis.ts';
import { dateText, monthTicks } from '../../src/charts/dates.ts';
import { barOption, lineOption } from '../../src/charts/run-chart.ts';
import {
  courseCsv,
  dayTrace,
  fieldRows,
  humidityBands,
  lineOf,
  monthMeans,
  waterByMonth,
} from '../../src/charts/years.ts';
import { joined, partSince, type RunPart } from '../../src/compute/run-parts.ts';

const axis = depthAxis(0.2, 0.4, 600, 400);
const course: Course = {
  every: 6,
  hour: [6, 12, 18, 24],
  wood: [{ layer: 'L4', mc: [0.1, 0.12, 0.14, 0.16] }],
  faces: [
    { temperature: [5, 6, 7, 8], rh: [0.7, 0.8, 0.9, 1], mold: [0, 0, 0.1, 0.2] },
    { temperature: [1, 2, 3, 4], rh: [0.5, 0.5, 0.5, 0.5], mold: [0, 0, 0, 0] },
  ],
  outdoor: [-1, 0, 1, 2],
  water: {
    indoors: [0.1, 0.2, 0.3, 0.4],
    outdoors: [0, 0, 0, -0.1],
    rain: [0, 0, 0, 0],
    facade: [0, 0, 0, 0],
    ventilation: [0, 0, 0, 0],
    leak: [0, 0, 0, 0],
  },
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

test('the series as a table: a head that says units, a row for each entry, commas quoted', () => {
  const lines = courseCsv(course, ['the surface indoors', 'between a, b and c']).trim().split('\n');
  expect(lines[0]).toBe(
    'hour,moisture content of L4 (kg/kg),"temperature, the surface indoors (degC)","relative humidity, the surface indoors","mold index, the surface indoors",' +
      '"temperature, between a, b and c (degC)","relative humidity, between a, b and c","mold index, between a, b and c",outdoor temperature (degC),' +
      '"water so far, indoors (kg/m2)","water so far, outdoors (kg/m2)","water so far, rain (kg/m2)","water so far, facade (kg/m2)","water so far, ventilation (kg/m2)","water so far, leak (kg/m2)"',
  );
  expect(lines).toHaveLength(5);
  expect(lines[4]).toBe('24,0.16,8,1,0.2,4,0.5,0,2,0.4,-0.1,0,0,0,0');
});

/** A course of so many months whose water from indoors grows by a kilogram in each entry. */
function months(count: number): Course {
  const entries = count * 120 + 5;
  const zero = Array<number>(entries).fill(0);
  return {
    ...course,
    hour: zero.map((_, i) => 6 * (i + 1)),
    water: {
      ...course.water,
      indoors: zero.map((_, i) => i + 1),
      outdoors: zero,
      rain: zero,
      facade: zero,
      ventilation: zero,
      leak: zero,
    },
  };
}

test('water by month is what came in each thirty days, what is left over is left out', () => {
  const of = months(3);
  expect(waterByMonth(of).indoors).toEqual([120, 120, 120]);
  expect(waterByMonth(of).leak).toEqual([0, 0, 0]);
  expect(monthMeans(of, of.water.indoors)).toEqual([60.5, 180.5, 300.5]);
});

test('a run comes in parts that make the whole again', () => {
  const field: DepthField = {
    depth: [0, 1],
    days: 3,
    temperature: [[1], [2], [3]],
    rh: [[4], [5], [6]],
  };
  const first = partSince({ course, field }, 0, 0);
  const cut = (part: RunPart, entries: number, days: number): RunPart => ({
    course: { ...partSince(part, 0, 0).course, hour: part.course.hour.slice(0, entries) },
    field: {
      ...part.field,
      days,
      temperature: part.field.temperature.slice(0, days),
      rh: part.field.rh.slice(0, days),
    },
  });
  expect(joined(null, first)).toEqual({ course, field });
  const early = cut({ course, field }, 2, 1);
  for (const values of [
    early.course.wood[0]!.mc,
    early.course.outdoor,
    ...early.course.faces.flatMap(({ temperature, rh, mold }) => [temperature, rh, mold]),
    ...Object.values(early.course.water),
  ])
    values.splice(2);
  expect(joined(early, partSince({ course, field }, 2, 1))).toEqual({ course, field });
});

test('a day’s state as lines beside the wall: humidity from 0 to 1, temperature in steps of five', () => {
  const trace = dayTrace({ depth: [0, 0.2], temperature: [21, -4], rh: [0.5, 1] }, axis, 100);
  expect([trace.coldest, trace.warmest]).toEqual([-5, 25]);
  expect(trace.humidity).toBe(`M50,${+axis.y(0).toFixed(1)}L100,${+axis.y(0.2).toFixed(1)}`);
  expect(trace.temperature.startsWith(`M${((100 * 26) / 30).toFixed(1)},`)).toBe(true);
});

test('lines of two runs, the limit marked once; bars stand on one another', () => {
  const option = lineOption(
    [{ name: 'index', runs: [[[0, 1]], [[0, 2]]] }],
    { start: 6552, days: 730, least: [0, 25] },
    ' %',
    'gap closed',
    3,
  );
  expect(option.series.map(({ name }) => name)).toEqual(['index', 'index, gap closed']);
  expect(option.series.filter((one) => 'markLine' in one)).toHaveLength(1);
  expect(option.xAxis.max).toBe(730);
  // Noise does not fill the chart.
  expect(option.yAxis.max!({ max: 2 })).toBe(25);
  expect(option.yAxis.max!({ max: 31.2 })).toBe(35);
  const nothing = lineOption([{ name: 'index', runs: [[[0, 0]]] }], { start: 0, days: 30 }, '', '');
  expect(nothing.series[0]).toMatchObject({ name: 'index, 0 throughout', data: [] });
  const bars = barOption([{ name: 'rain', values: [1, 2], color: '#fff' }], ['Oct', 'Nov'], '');
  expect(bars.series[0]).toMatchObject({ type: 'bar', stack: 'water', data: [1, 2] });
});

test('the time of a run is told in dates: months of a short one, seasons of a long one', () => {
  const october = 273 * 24;
  expect(
    monthTicks(october, 730)
      .map(({ label }) => label)
      .join(' '),
  ).toBe('Oct Jan Apr Jul Oct Jan Apr Jul Oct');
  expect(monthTicks(october, 90)).toEqual([
    { day: 0, label: 'Oct' },
    { day: 31, label: 'Nov' },
    { day: 61, label: 'Dec' },
  ]);
  expect(dateText(october + 24 * 100)).toBe('9 January');
});
