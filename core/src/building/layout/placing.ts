import {
  SHEATHING_FASTENERS,
  tradeOf,
  type SheathingFastener,
} from '../../assembly/trade/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { BoardSize, SheetSize } from '../house/index.ts';
import type { HouseRules } from './types.ts';

/** Sheets where nothing is said, m: 4 × 8 ft, 1/8 in. apart. */
export const SHEET: Required<Pick<SheetSize, 'width' | 'length' | 'gap'>> = {
  width: 1.2192,
  length: 2.4384,
  gap: 0.003175,
};

/** The fastener of sheathing where nothing is said. */
const NAILING = 'nail-8d';

/** How sheathing is fastened, m. */
export interface Nailing {
  fastener: SheathingFastener;
  /** Apart along the edges of a sheet, and on the studs between them. */
  edge: number;
  field: number;
  /** To the edge of a sheet, least. */
  toEdge: number;
}

/**
 * How the sheathing of a house is fastened: what counts, orders, checks and papers say of it.
 *
 * @param rules the house's own fastener and trade figures; usual ones where it says none
 */
export function nailingOf(rules: Pick<HouseRules, 'nailing' | 'trade'>): Nailing {
  const trade = tradeOf(rules);
  const fastener =
    SHEATHING_FASTENERS.find(({ id }) => id === (rules.nailing ?? NAILING)) ??
    SHEATHING_FASTENERS[0]!;
  return {
    fastener,
    edge: trade(`${fastener.id}-edge`),
    field: trade(`${fastener.id}-field`),
    toEdge: trade('sheathing-edge'),
  };
}

/**
 * Sizes of each layer of boards: those that the house says, for an assembly with any; else one for each layer.
 *
 * @param layers how many layers of boards the wall has
 */
export function boardSizes({ sheets }: Pick<HouseRules, 'sheets'>, layers: number): BoardSize[] {
  if (layers === 0) return [];
  return (
    sheets?.outside ??
    Array.from({ length: layers }, () => ({ width: SHEET.width, length: SHEET.length }))
  );
}

/** How boards outside the frame meet, m. */
export interface BoardJoints {
  /** How far the joints of each layer lie from those behind them, from inside out. */
  staggers: readonly number[];
  /** What is filled where they gape wider. */
  gap: number;
}

/**
 * How the joints of boards lie: what is laid out, looked at and said on papers.
 *
 * @param rules the house's own board sizes and trade figures; usual ones where it says none
 * @param layers how many layers of boards the wall has
 */
export function boardJointsOf(
  rules: Pick<HouseRules, 'sheets' | 'trade'>,
  layers: number,
): BoardJoints {
  const trade = tradeOf(rules);
  return {
    staggers: boardSizes(rules, layers).map(({ stagger }) => stagger ?? trade('board-stagger')),
    gap: trade('board-gap'),
  };
}

/** `0.3 m`, or each layer's own from inside out where they differ. */
export function staggerText({ staggers }: BoardJoints): Message {
  const [first, ...others] = staggers;
  return first === undefined || others.every((one) => one === first)
    ? say`${measured('length', first ?? 0)}`
    : staggers.flatMap((one, n) => say`${n > 0 ? ', then ' : ''}${measured('length', one)}`);
}
