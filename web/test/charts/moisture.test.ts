import { describe, expect, test } from '@jest/globals';
import { faceDepths, layerDepth, resolveWall, withBrief } from '@eldrun/core/build-up';
import { monthlyBalance, profileOf } from '@eldrun/core/steady-moisture';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { depthAxis } from '../../src/charts/axis.ts';
import { moisturePlots, stateAt, wave, wetPlaces } from '../../src/charts/moisture.ts';
import { yearOption } from '../../src/charts/year-chart.ts';
import { filmText } from '../../src/components/labels.ts';

const { brief, walls } = DEMO_PROJECTS[0]!;
const paintOnly = resolveWall(withBrief(walls[3]!, brief));
const balance = monthlyBalance(paintOnly);
const thickness = paintOnly.layers.reduce((sum, layer) => sum + layer.thickness, 0);
const axis = depthAxis(thickness, 0.4064, 600, 400);

describe('wet planes', () => {
  test('lie at the face of their layer, as high as they hold, and are gone in summer', () => {
    const [january] = wetPlaces(paintOnly, balance, axis, 0);
    const osb = paintOnly.layers.findIndex(({ fillId }) => fillId === 'osb');
    expect(january!.depth).toBeCloseTo(layerDepth(paintOnly, osb), 12);
    expect(january!.y).toBeCloseTo(axis.y(january!.depth), 9);
    const [march] = wetPlaces(paintOnly, balance, axis, 2);
    expect(march!.held).toBe(balance.monthly.peak);
    expect(march!.height).toBe(16);
    expect(january!.height).toBeLessThan(march!.height);
    expect(wetPlaces(paintOnly, balance, axis, 6)).toEqual([]);
  });

  test('a plane that dried off in the month is still told', () => {
    const dried = balance.monthly.planes[0]!.condensed.findIndex(
      (change, m) => change < 0 && balance.monthly.planes[0]!.held[m] === 0,
    );
    expect(wetPlaces(paintOnly, balance, axis, dried)[0]).toMatchObject({ held: 0, height: 4 });
  });

  test('water in plain words', () => {
    expect(filmText(1, 'imperial')).toBe('3.1 quarts on a 4×8 sheet');
    expect(filmText(0.01, 'imperial')).toBe('a trace on a 4×8 sheet');
    expect(filmText(1.5, 'metric')).toBe('a film of 1.5 mm');
  });

  test('a wave runs over the whole width', () => {
    expect(wave(10, 24).match(/q/g)).toHaveLength(2);
  });
});

describe('traces', () => {
  test('are the straight profile where nothing condenses, and saturation where water is held', () => {
    const july = profileOf(paintOnly, 'cavity', paintOnly.months[6]!);
    const depth = thickness / 3;
    const at = stateAt(balance, 6, depth);
    expect(faceDepths(balance.parts).at(-1)).toBeCloseTo(july.points.at(-1)!.depth, 12);
    const i = july.points.findIndex((point) => point.depth >= depth);
    expect(at.temperature).toBeLessThan(
      Math.max(july.points[i]!.temperature, july.points[i - 1]!.temperature) + 1e-6,
    );
    const [wet] = wetPlaces(paintOnly, balance, axis, 2);
    const plane = stateAt(balance, 2, wet!.depth);
    expect(plane.pressure).toBeCloseTo(plane.saturation, 6);
    expect(plane.dewPoint).toBeCloseTo(plane.temperature, 6);
  });

  test('stay inside their plots, with at most three ticks', () => {
    for (let month = 0; month < 12; month++) {
      const plots = moisturePlots(balance, axis, month, 90, 'imperial');
      for (const { lines, ticks } of Object.values(plots)) {
        expect(ticks.length).toBeGreaterThan(1);
        expect(ticks.length).toBeLessThanOrEqual(3);
        for (const { path } of lines)
          for (const [, x] of path.matchAll(/[ML]([-\d.]+) /g)) {
            expect(Number(x)).toBeGreaterThanOrEqual(-0.1);
            expect(Number(x)).toBeLessThanOrEqual(90.1);
          }
      }
    }
  });
});

test('a year chart stacks its bars and reads lines on their own scale', () => {
  const option = yearOption(
    [
      { name: 'held', kind: 'bar', stack: 'a', values: [1, 2] },
      { name: 'margin', kind: 'line', dashed: true, axis: 1, values: [3, null] },
    ],
    'kg',
    { rightUnit: 'K' },
  );
  expect(option.yAxis).toHaveLength(2);
  expect(option.series[0]).toMatchObject({ type: 'bar', stack: 'a', data: [1, 2] });
  expect(option.series[1]).toMatchObject({ yAxisIndex: 1, lineStyle: { type: 'dashed' } });
});
