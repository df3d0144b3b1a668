/** What all charts share: ink on the ground, no motion, the legend on top, figures under the pointer. */

export const INK = '#16211e';
export const SOFT = '#4a5a56';
export const WATER = '#1f5f8b';
export const GRID = '#dde3e0';
export const FAIL = '#b3261e';

export const CHART_LOOK = {
  animation: false,
  textStyle: { fontFamily: 'Archivo Variable', color: INK },
  tooltip: { trigger: 'axis' as const, borderColor: INK, borderWidth: 1, confine: true },
};

export const LEGEND = {
  top: 0,
  left: 0,
  itemHeight: 8,
  itemWidth: 18,
  type: 'scroll' as const,
  textStyle: { color: INK, fontSize: 12 },
};
