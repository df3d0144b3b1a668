import { MONTHS } from '@eldrun/core/climate';
import { CHART_LOOK, GRID, INK, LEGEND, SOFT, WATER } from './chart-look.ts';

/** A quantity by month, as bars or as a line. */
export interface YearSeries {
  name: string;
  kind: 'bar' | 'line';
  values: readonly (number | null)[];
  dashed?: boolean;
  /** Bars of one stack stand on one another. */
  stack?: string;
  /** Which of two scales it is read on. */
  axis?: 0 | 1;
  color?: string;
}

/** A quantity by month in a table, in the person's units. */
export interface MonthRow {
  name: string;
  values: string[];
}

export const MONTH_LABELS = MONTHS.map((month) => month.slice(0, 3));

/** Bars: water first, then lighter. */
const BARS = [WATER, '#7fa9c4', '#b9d0df', '#dce8ef'];

const isDrawn = ({ kind, values }: YearSeries): boolean =>
  kind === 'line' || values.some((value) => value !== null && value !== 0);

const valueAxis = (unit: string, side: 'left' | 'right', small = false) => ({
  splitNumber: small ? 2 : 5,
  type: 'value' as const,
  position: side,
  axisLabel: { color: SOFT, formatter: unit ? `{value} ${unit}` : '{value}' },
  splitLine: { show: side === 'left', lineStyle: { color: GRID } },
});

/** A chart of the year in Eldrun's look: ink on white, one or two scales. @param more.small without a legend */
export function yearOption(
  series: readonly YearSeries[],
  unit: string,
  more: { rightUnit?: string; small?: boolean } = {},
) {
  let bars = 0;
  return {
    ...CHART_LOOK,
    grid: {
      left: 8,
      right: 8,
      top: more.small ? 10 : 34,
      bottom: 4,
      containLabel: true,
    },
    legend: { ...LEGEND, show: !more.small },
    xAxis: {
      type: 'category' as const,
      data: MONTH_LABELS,
      axisLabel: { color: SOFT },
      axisLine: { lineStyle: { color: '#74837d' } },
    },
    yAxis: [
      valueAxis(unit, 'left', more.small),
      ...(more.rightUnit === undefined ? [] : [valueAxis(more.rightUnit, 'right')]),
    ],
    // What is zero all year is left to the table.
    series: series.filter(isDrawn).map(({ name, kind, values, dashed, stack, axis, color }) =>
      kind === 'bar'
        ? {
            name,
            type: 'bar' as const,
            data: [...values],
            yAxisIndex: axis ?? 0,
            barWidth: '56%',
            itemStyle: { color: color ?? BARS[bars++ % BARS.length]! },
            ...(stack ? { stack } : {}),
          }
        : {
            name,
            type: 'line' as const,
            data: [...values],
            yAxisIndex: axis ?? 0,
            lineStyle: {
              color: INK,
              width: 2,
              type: dashed ? ('dashed' as const) : ('solid' as const),
            },
            itemStyle: { color: INK },
            symbol: dashed ? 'circle' : 'rect',
            symbolSize: 6,
          },
    ),
  };
}
