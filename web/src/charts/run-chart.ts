import { CHART_LOOK, FAIL, GRID, INK, LEGEND, SOFT, WATER } from './chart-look.ts';
import { dateText, monthTicks } from './dates.ts';

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

/** The time of a run, and the values that its chart spans at the least: noise must not fill it. */
export interface RunSpan {
  /** Hour of the year in which it begins. */
  start: number;
  days: number;
  least?: readonly [from: number, to: number];
}

/** Down to a round figure of the scale, so that its end stands clear of the next mark. */
function down(value: number, [from, to]: readonly [number, number]): number {
  const step = to - from >= 50 ? 20 : to - from >= 10 ? 5 : 1;
  return Math.floor(value / step) * step;
}

const base = (unit: string, least?: readonly [number, number]) => ({
  ...CHART_LOOK,
  grid: { left: CHART_LEFT, right: CHART_RIGHT, top: 30, bottom: 24 },
  legend: LEGEND,
  yAxis: {
    type: 'value' as const,
    ...(least
      ? {
          // Without a value there is neither least nor most.
          min: ({ min }: { min: number }) =>
            Number.isFinite(min) ? Math.min(least[0], down(min, least)) : least[0],
          max: ({ max }: { max: number }) =>
            Number.isFinite(max) ? Math.max(least[1], -down(-max, least)) : least[1],
        }
      : {}),
    axisLabel: { color: SOFT, formatter: `{value}${unit}`, hideOverlap: true },
    splitLine: { lineStyle: { color: GRID } },
  },
});

/** Days from the start, told as dates. */
function timeAxis({ start, days }: RunSpan) {
  const ticks = monthTicks(start, days);
  const at = ticks.map(({ day }) => day);
  const labels = new Map(ticks.map(({ day, label }) => [day, label]));
  return {
    type: 'value' as const,
    min: 0,
    max: days,
    axisTick: { customValues: at },
    axisLabel: {
      color: SOFT,
      customValues: at,
      hideOverlap: true,
      formatter: (day: number) => labels.get(day) ?? '',
    },
    axisPointer: {
      label: { formatter: ({ value }: { value: unknown }) => dateText(start + Number(value) * 24) },
    },
    splitLine: { show: false },
  };
}

/** Beyond this a value is drawn. */
const NOTHING = 1e-6;

/**
 * Lines over the days of one run or two. What stays at zero is said, and not drawn.
 *
 * @param span the run's time, and what the chart spans at the least
 * @param before what the run laid over is called
 * @param limit a value marked across
 */
export function lineOption(
  lines: readonly RunLine[],
  span: RunSpan,
  unit: string,
  before: string,
  limit?: number,
) {
  const called = (name: string, data: [number, number][]): string =>
    data.length > 0 && data.every(([, value]) => Math.abs(value) < NOTHING)
      ? `${name}, 0 throughout`
      : name;
  return {
    ...base(unit, span.least),
    xAxis: timeAxis(span),
    series: lines.flatMap(({ name, runs }, i) =>
      runs.map((data, r) => ({
        name: called(r === 0 ? name : `${name}, ${before}`, data),
        type: 'line' as const,
        showSymbol: false,
        data: data.some(([, value]) => Math.abs(value) >= NOTHING) ? data : [],
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
    ...base(unit),
    xAxis: {
      type: 'category' as const,
      data: [...months],
      axisLabel: { color: SOFT, hideOverlap: true },
    },
    series: bars.map(({ name, values, color }) => ({
      name,
      type: 'bar' as const,
      stack: 'water',
      data: values,
      itemStyle: { color, borderColor: INK, borderWidth: 0.5 },
    })),
  };
}
