import type { Message } from '../../common/units/index.ts';

/** `unknown` where figures that nobody has said decide. */
export type MoistureStatus = 'pass' | 'caution' | 'fail' | 'unknown';

/** Worst first. */
export const MOISTURE_ORDER: readonly MoistureStatus[] = ['fail', 'unknown', 'caution', 'pass'];

/** What the code's rows for retarders say: a badge beside the judgment, never a part of it. */
export interface CodeBadge {
  status: 'meets' | 'misses' | 'unknown';
  row: Message;
}

/** What Eldrun says of a wall's moisture, and by which rule. docs/judgment.md has the rules with their sources. */
export interface Judgment {
  moisture: MoistureStatus;
  /** Whether an hourly run stands behind it, or only the monthly and static methods. */
  basis: 'static' | 'hourly';
  /** Whether the rule decides alone, whatever a simulation would say. */
  alone: boolean;
  /** The rule that decided. */
  decides: { id: string; text: Message };
  /** What must hold for it. */
  relies: Message[];
  code: CodeBadge;
}

/** The part of it that one rule decides. */
export type Decision = Pick<Judgment, 'moisture' | 'decides' | 'relies'>;
