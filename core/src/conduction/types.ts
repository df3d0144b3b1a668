/** A rectangle of one material in a plane section; m and W/(m·K). A later rectangle lies over an earlier one. */
export interface Rectangle {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  conductivity: number;
}

/** What stands at a side of the section: an environment behind a surface resistance (0 fixes the surface). °C, m²K/W */
export interface Side {
  temperature: number;
  resistance: number;
}

export const SIDES = ['x0', 'x1', 'y0', 'y1'] as const;
export type SideName = (typeof SIDES)[number];

/**
 * A plane section made of rectangles that together fill the box around them. Sides are those of smallest and largest
 * x and y; one that is missing is adiabatic.
 */
export interface PlaneSection {
  rectangles: readonly Rectangle[];
  sides: Partial<Record<SideName, Side>>;
}

/** A rectilinear grid over a section: lines along both axes, and the conductivity of each cell. */
export interface Grid {
  /** `columns` + 1 lines, m, ascending. */
  x: Float64Array;
  /** `rows` + 1 lines, m, ascending. */
  y: Float64Array;
  /** W/(m·K) by cell, row after row. */
  conductivity: Float64Array;
}

/** The steady temperatures of a section and what flows through its sides. */
export interface PlaneSolution extends Grid {
  /** °C at the cell centers, row after row. */
  temperature: Float64Array;
  sides: Partial<Record<SideName, Side>>;
  /** Heat into the section through each side, W for each metre of depth. */
  heatFlow: Record<SideName, number>;
  /** Sum of the flows over the largest of them: 0 in exact arithmetic. */
  imbalance: number;
}

/** A solution on the last of a series of grids, and what the series tells about its error. */
export interface RefinedSolution extends PlaneSolution {
  /** What flows in where heat enters, extrapolated to an endlessly fine grid, W for each metre of depth. */
  throughFlow: number;
  /** Relative change of `throughFlow` by the last refinement: the estimate of its error. */
  change: number;
  /** Whether refinement ended because the change was small enough, or because the budget of cells was used up. */
  ended: 'tolerance' | 'budget';
}
