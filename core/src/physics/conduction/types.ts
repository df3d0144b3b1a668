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
  /** Sides and boxes of air of one name are one environment; without one each is its own. */
  place?: string;
}

/** A box of air inside a section, over its rectangles; what is solid beside it loses heat to it. m */
export interface AirBox extends Side {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

export const SIDES = ['x0', 'x1', 'y0', 'y1'] as const;
export type SideName = (typeof SIDES)[number];

/** What a section exchanges heat with. */
export interface Surroundings {
  /** A side acts where something solid touches it; one that is missing is adiabatic. */
  sides: Partial<Record<SideName, Side>>;
  environments?: readonly AirBox[];
}

/**
 * A plane section made of rectangles that, with its boxes of air, fill the box around them. Sides are those of smallest
 * and largest x and y. Between two boxes of air no heat passes.
 */
export interface PlaneSection extends Surroundings {
  rectangles: readonly Rectangle[];
}

/** A rectilinear grid over a section: lines along both axes, and what each cell is. */
export interface Grid {
  /** `columns` + 1 lines, m, ascending. */
  x: Float64Array;
  /** `rows` + 1 lines, m, ascending. */
  y: Float64Array;
  /** W/(m·K) by cell, row after row; 0 where it is air. */
  conductivity: Float64Array;
  /** Which of the boxes of air a cell lies in, -1 where it is solid; null where the section has none. */
  air: Int16Array | null;
}

/** The steady temperatures of a section and what flows into it. */
export interface PlaneSolution extends Grid, Surroundings {
  /** °C at the cell centers, row after row. */
  temperature: Float64Array;
  /** Heat into the section through each side, W for each metre of depth. */
  heatFlow: Record<SideName, number>;
  /** The same from each box of air. */
  airFlow: number[];
  /** Sum of the flows over the largest of them: 0 in exact arithmetic. */
  imbalance: number;
}

/** What passes between the environments of a section, whatever their temperatures. */
interface Couplings {
  /** Names of the environments, coldest first. */
  places: string[];
  /**
   * Thermal coupling coefficient L2D by pair, W/(m·K); null where two surfaces of fixed temperature meet, between which
   * no end of heat flows. 0 on the diagonal. EN ISO 10211:2017, 3.1.9
   */
  l2d: (number | null)[][];
}

/** A solution on the last of a series of grids, and what the series tells about its error. */
export interface RefinedSolution extends PlaneSolution, Couplings {
  /** What flows in where heat enters, extrapolated to an endlessly fine grid, W for each metre of depth. */
  throughFlow: number;
  /** Largest relative change of a coupling by the last refinement: the estimate of its error. */
  change: number;
  /** Whether refinement ended because the change was small enough, or because the budget of cells was used up. */
  ended: 'tolerance' | 'budget';
}
