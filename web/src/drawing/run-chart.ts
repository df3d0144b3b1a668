/** Charts of a run over its days, in Eldrun's look. */

const INK = '#16211e';
const SOFT = '#4a5a56';
const BEFORE = '#1f5f8b';
const GRID = '#dde3e0';
const FAIL = '#b3261e';

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
  animation: false,
  textStyle: { fontFamily: 'Archivo Variable', color: INK },
  grid: { left: CHART_LEFT, right: CHART_RIGHT, top: 30, bottom: 24 },
  legend: {
    top: 0,
    left: 0,
    itemHeight: 8,
    itemWidth: 20,
    type: 'scroll' as const,
    textStyle: { color: INK, fontSize: 12 },
  },
  tooltip: { trigger: 'axis' as const, borderColor: INK, borderWidth: 1, confine: true },
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
          color: r === 0 ? INK : BEFORE,
          width: r === 0 ? 2 : 1.5,
          type: i === 0 ? ('solid' as const) : ('dashed' as const),
        },
        itemStyle: { color: r === 0 ? INK : BEFORE },
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
