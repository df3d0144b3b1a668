/** One length of stock and what is cut from it, so many times the same. */
export interface StockCut {
  /** m */
  stock: number;
  /** Lengths cut from it, the longest first, m. */
  pieces: number[];
  count: number;
}

/** How pieces are cut from lengths as sold. */
export interface CuttingPlan {
  /** The longest stock first. */
  cuts: StockCut[];
  /** All stock that is bought, m. */
  total: number;
  /** What no plan can do without: the bound of linear programming over all cutting patterns, m. */
  bound: number;
}
