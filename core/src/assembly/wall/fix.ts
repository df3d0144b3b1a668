import type { Message } from '../../common/units/index.ts';
import type { Command } from './commands.ts';

/** A change of a wall in words and commands. */
export interface Change {
  label: Message;
  commands: Command[];
}

/** The deciding figures after a change: m²K/W, share, m, K, USD/m², kg/m². */
export interface Effect {
  effectiveR: number;
  framingLoss: number;
  thickness: number;
  worstMargin: number | null;
  cost: number;
  carbon: number;
}

/** A change that was tried and does away with what was found, with what it comes to. */
export interface Fix extends Change {
  effect: Effect;
}
