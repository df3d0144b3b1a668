import type { Measured, Message } from '../../common/units/index.ts';

/** One line of what went into a number. */
export interface Input {
  label: string;
  value: Measured | string;
}

/** How a number came about: what a person sees on opening it. */
export interface Explanation {
  title: string;
  value: Measured | string;
  /** The formula, in the symbols of the standard. */
  formula: string;
  inputs: Input[];
  /** Standard and clause, or where the data come from. */
  source: string;
  /** What the number does not take into account. */
  leavesOut: Message;
}
