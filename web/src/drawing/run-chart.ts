import { CHART_LOOK, FAIL, GRID, INK, LEGEND, SOFT, WATER } from './chart-look.ts';

/** Room at the left and right of a chart, px: the mark of the day is laid over it by them. */
export const CHART_LEFT = 56;
export const CHART_RIGHT = 12;

/** A line: [day, value] by run, the current one first. */
export interface RunLine {
  name: string;
  runs: [number, number][][];
}

/** Bars that stand on one another, one value a month. */
export interface RunBars {
  name: string;
  values: number[];
  color: string;
}

const base = (days: number, unit: string) => ({
  ...CHART_LOOK,
  grid: { left: CHART_LEFT, right: CHART_RIGHT, top: 30, bottom: 24 },
  legend: LEGEND,
  xAxis: {
    type: 'value' as const,
    min: 0,
    max: days,
    axisLabel: { color: SOFT, formatter: '{value} d' },
    splitLine: { show: false },
  },
  yAxis: {
    type: 'value' as const,
    axisLabel: { color: SOFT, formatter: `{value}${unit}` },
    splitLine: { lineStyle: { color: GRID } },
  },
});

/**
 * Lines over the days of one run or two.
 *
 * @param before what the run laid over is called
 * @param limit a value marked across
 */
export function lineOption(
  lines: readonly RunLine[],
  days: number,
  unit: string,
  before: string,
  limit?: number,
) {
  return {
    ...base(days, unit),
    series: lines.flatMap(({ name, runs }, i) =>
      runs.map((data, r) => ({
        name: r === 0 ? name : `${name}, ${before}`,
        type: 'line' as const,
        showSymbol: false,
        data,
        lineStyle: {
          color: r === 0 ? INK : WATER,
          width: r === 0 ? 2 : 1.5,
          type: i === 0 ? ('solid' as const) : ('dashed' as const),
        },
        itemStyle: { color: r === 0 ? INK : WATER },
        ...(r === 0 && i === 0 && limit !== undefined
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                data: [
                  {
                    yAxis: limit,
                    lineStyle: { color: FAIL, type: 'dotted' as const },
                    label: {
                      formatter: `limit ${limit}${unit}`,
                      color: FAIL,
                      position: 'insideEndTop' as const,
                    },
                  },
                ],
              },
            }
          : {}),
      })),
    ),
  };
}

/** Bars by month, those into the wall above the line and those out of it below. */
export function barOption(bars: readonly RunBars[], months: readonly string[], unit: string) {
  return {
    ...base(0, unit),
    xAxis: { type: 'category' as const, data: [...months], axisLabel: { color: SOFT } },
    series: bars.map(({ name, values, color }) => ({
      name,
      type: 'bar' as const,
      stack: 'water',
      data: values,
      itemStyle: { color, borderColor: INK, borderWidth: 0.5 },
    })),
  };
}
