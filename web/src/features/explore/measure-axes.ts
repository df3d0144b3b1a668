import {
  FAHRENHEIT_DEGREE,
  INCH,
  POUND,
  R_VALUE,
  SQUARE_FOOT,
  type Quantity,
  type UnitSystem,
} from '@eldrun/core/units';
import type { Figure } from '@eldrun/core/options';

/** A measure that walls can be laid out by. */
export interface MeasureAxis {
  key: Exclude<Figure, 'u'>;
  label: string;
  quantity: Quantity;
  /** SI in one of the units that are shown. */
  unit: Record<UnitSystem, number>;
}

export const MEASURE_AXES: readonly MeasureAxis[] = [
  {
    key: 'r',
    label: 'Effective R',
    quantity: 'resistance',
    unit: { imperial: R_VALUE, metric: 1 },
  },
  {
    key: 'cost',
    label: 'Cost',
    quantity: 'costPerArea',
    unit: { imperial: 1 / SQUARE_FOOT, metric: 1 },
  },
  {
    key: 'carbon',
    label: 'Carbon',
    quantity: 'carbonPerArea',
    unit: { imperial: POUND / SQUARE_FOOT, metric: 1 },
  },
  {
    key: 'thickness',
    label: 'Thickness',
    quantity: 'length',
    unit: { imperial: INCH, metric: 0.001 },
  },
  {
    key: 'margin',
    label: 'Sheathing margin',
    quantity: 'temperatureDifference',
    unit: { imperial: FAHRENHEIT_DEGREE, metric: 1 },
  },
];

/** A part of a chart: values along both axes. */
export interface Brush {
  x: readonly [from: number, to: number];
  y: readonly [from: number, to: number];
}

/** A scale from values to px, with round ticks. */
export interface Scale {
  from: number;
  to: number;
  ticks: number[];
  px: (value: number) => number;
  value: (px: number) => number;
}

/** About so far apart ticks stand, px. */
const TICK_APART = 90;

/**
 * A scale over values, out to round figures.
 *
 * @param low and `high` of the values
 * @param unit SI in one of the units that are shown
 * @param start and `end` where they lie, px
 */
export function scaleOver(
  low: number,
  high: number,
  unit: number,
  start: number,
  end: number,
): Scale {
  const wanted = Math.max(2, Math.abs(end - start) / TICK_APART);
  const span = Math.max((high - low) / unit, 1e-6);
  const power = 10 ** Math.floor(Math.log10(span / wanted));
  const step = unit * power * ([1, 2, 5].find((one) => one * power * wanted >= span) ?? 10);
  const from = Math.floor(low / step + 1e-9) * step;
  const to = Math.max(from + step, Math.ceil(high / step - 1e-9) * step);
  const count = Math.round((to - from) / step);
  const slope = (end - start) / (to - from);
  return {
    from,
    to,
    ticks: Array.from({ length: count + 1 }, (_, i) => from + i * step),
    px: (value) => start + (value - from) * slope,
    value: (px) => from + (px - start) / slope,
  };
}
