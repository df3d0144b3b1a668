import { MOISTURE_ORDER, type MoistureStatus, type SampleSummary } from '../judgment/index.ts';
import {
  format,
  formatText,
  messageText,
  type Message,
  type Quantity,
  type UnitSystem,
} from '../../common/units/index.ts';
import type { OptionFacts } from './facts.ts';

/** What is said of a wall's moisture, and on what it stands. */
export interface JudgedMoisture {
  moisture: MoistureStatus;
  basis: 'static' | 'hourly';
  title: Message;
}

/** A wall as it is compared. */
export interface ComparedOption {
  id: string;
  /** Null until they are there, or where they cannot be computed. */
  facts: OptionFacts | null;
  /** Null until it is there. */
  judged: JudgedMoisture | null;
}

/** One figure or word of one option. */
interface CompareCell {
  text: string;
  unit: string;
  /** What it is ranked by; null where it cannot be. */
  value: number | null;
  /** Its difference from the baseline; empty for the baseline itself, and where it is the same. */
  less: string;
  status?: MoistureStatus;
  /** Said small beside it. */
  about?: string;
  mark: 'best' | 'worst' | null;
}

export interface CompareRow {
  id: string;
  label: string;
  cells: CompareCell[];
  /** Whether the options can be ranked by it. */
  ranked: boolean;
}

export interface CompareGroup {
  label: string;
  rows: CompareRow[];
}

/** How a row is made of the facts of an option. */
interface RowMaker {
  id: string;
  label: string;
  quantity?: Quantity;
  /** Which end is better; none where it is not ranked. */
  better?: 'more' | 'less';
  value?: (facts: OptionFacts, wall: ComparedOption) => number | null;
  text?: (facts: OptionFacts, wall: ComparedOption) => string;
  status?: (wall: ComparedOption) => MoistureStatus | undefined;
  about?: (facts: OptionFacts, wall: ComparedOption) => string;
  /** Shown where all are the same as well. */
  kept?: true;
}

/** What else goes into the rows. */
export interface CompareRowsOf {
  walls: readonly ComparedOption[];
  /** Id of the baseline. */
  against: string;
  units: UnitSystem;
  /** Length of wall over which thickness takes floor, m. */
  length: number;
  /** How sure the judgment of a wall is, by its id. */
  sure: ReadonlyMap<string, SampleSummary>;
}

const STATUS_WORDS: Record<MoistureStatus, string> = {
  pass: 'Pass',
  caution: 'Caution',
  unknown: 'Unknown',
  fail: 'Fail',
};

/** From so many options the worst is marked as well as the best. */
const MARK_WORST = 3;

/** Figures apart by less than this are the same, share of them. */
const SAME = 1e-9;

function makers({
  walls,
  units,
  length,
  sure,
}: CompareRowsOf): [group: string, rows: RowMaker[]][] {
  const say = (message: Parameters<typeof messageText>[0]): string => messageText(message, units);
  const thinnest = Math.min(...walls.flatMap(({ facts }) => facts?.measures.thickness ?? []));
  return [
    [
      'Heat',
      [
        {
          id: 'r',
          label: 'Effective R',
          quantity: 'resistance',
          better: 'more',
          value: ({ measures }) => measures.r,
        },
        {
          id: 'framing',
          label: 'Lost to framing',
          quantity: 'share',
          better: 'less',
          value: ({ framingLoss }) => framingLoss,
        },
        {
          id: 'energy',
          label: 'Lost in a year',
          quantity: 'energyPerArea',
          better: 'less',
          value: ({ energy }) => energy,
        },
        {
          id: 'swing',
          label: 'Summer: swing let in',
          quantity: 'share',
          better: 'less',
          value: ({ dynamic }) => dynamic?.decrement ?? null,
          about: ({ dynamic }) =>
            dynamic ? `${formatText('hours', dynamic.lag, units)} later` : '',
        },
      ],
    ],
    [
      'Moisture',
      [
        {
          id: 'judgment',
          label: 'Judgment',
          kept: true,
          better: 'more',
          value: (_, { judged }) => (judged ? MOISTURE_ORDER.indexOf(judged.moisture) : null),
          text: (_, { judged }) => (judged ? STATUS_WORDS[judged.moisture] : ''),
          status: ({ judged }) => judged?.moisture,
          about: (_, { judged }) => (judged?.basis === 'hourly' ? 'simulated' : 'an estimate'),
        },
        {
          id: 'decides',
          label: 'What decides',
          text: (_, { judged }) => (judged ? say(judged.title) : ''),
        },
        {
          id: 'sure',
          label: 'How sure',
          kept: true,
          better: 'less',
          value: (_, { id }) => sure.get(id)?.failing ?? null,
          text: (_, { id }) => {
            const found = sure.get(id);
            if (!found) return 'not tried';
            return `${Math.round(100 * found.failing)} of ${found.samples} fail`;
          },
        },
        {
          id: 'margin',
          label: 'Sheathing margin',
          quantity: 'temperatureDifference',
          better: 'more',
          value: ({ measures }) => measures.margin,
        },
      ],
    ],
    [
      'Room, money and carbon',
      [
        {
          id: 'thickness',
          label: 'Thickness',
          quantity: 'length',
          better: 'less',
          value: ({ measures }) => measures.thickness,
        },
        {
          id: 'floor',
          label: 'Floor it takes',
          quantity: 'area',
          better: 'less',
          value: ({ measures }) => (measures.thickness - thinnest) * length,
        },
        {
          id: 'cost',
          label: 'Cost',
          quantity: 'costPerArea',
          better: 'less',
          value: ({ measures }) => measures.cost,
        },
        {
          id: 'carbon',
          label: 'Carbon',
          quantity: 'carbonPerArea',
          better: 'less',
          value: ({ measures }) => measures.carbon,
        },
      ],
    ],
    [
      'Labor',
      [
        {
          id: 'passes',
          label: 'Passes around the house',
          better: 'less',
          value: ({ passes }) => passes,
          text: ({ passes }) => String(passes),
        },
        {
          id: 'minutes',
          label: 'Time to place it, rough',
          better: 'less',
          quantity: 'minutesPerArea',
          value: ({ minutes }) => minutes,
        },
      ],
    ],
    [
      'Fire and materials',
      [
        { id: 'fire', label: 'What burns', text: ({ fire }) => say(fire) },
        { id: 'water', label: 'Water barrier', text: ({ waterBarrier }) => say(waterBarrier) },
        { id: 'gap', label: 'Drained by', text: ({ gap }) => say(gap) },
      ],
    ],
    [
      'What it gives up',
      [
        {
          id: 'gives',
          label: 'Gives up',
          text: ({ givesUp }) =>
            givesUp.length > 0 ? givesUp.map(say).join('; ') : 'nothing that is found here',
        },
      ],
    ],
  ];
}

/** The rows that options are compared in, by group; those in which all are the same come apart. */
export function compareRows(of: CompareRowsOf): { groups: CompareGroup[]; equal: CompareRow[] } {
  const equal: CompareRow[] = [];
  const groups = makers(of).flatMap(([label, rows]): CompareGroup[] => {
    const kept: CompareRow[] = [];
    for (const maker of rows) {
      const row = rowOf(maker, of);
      if (of.walls.length > 1 && !maker.kept && isEqual(row)) equal.push(row);
      else kept.push(row);
    }
    return kept.length > 0 ? [{ label, rows: kept }] : [];
  });
  return { groups, equal };
}

const isEqual = ({ cells }: CompareRow): boolean =>
  cells.every(({ text, about }) => text === cells[0]!.text && about === cells[0]!.about);

function rowOf(maker: RowMaker, { walls, against, units }: CompareRowsOf): CompareRow {
  const { id, label, quantity, better } = maker;
  const values = walls.map((wall) => (wall.facts && maker.value?.(wall.facts, wall)) ?? null);
  const base = values[walls.findIndex((wall) => wall.id === against)] ?? null;
  const marks = marksOf(values, better);
  const cells = walls.map((wall, i): CompareCell => {
    const value = values[i]!;
    const shown =
      !wall.facts || (maker.text === undefined && value === null)
        ? { text: wall.facts ? 'not known' : '…', unit: '' }
        : maker.text
          ? { text: maker.text(wall.facts, wall), unit: '' }
          : format(quantity!, value, units);
    const status = maker.status?.(wall);
    const about = wall.facts && maker.about?.(wall.facts, wall);
    return {
      ...shown,
      unit: id === 'r' && units === 'imperial' ? '' : shown.unit,
      value,
      less: wall.id === against || status ? '' : lessOf(value, base, quantity, units),
      ...(status ? { status } : {}),
      ...(about ? { about } : {}),
      mark: marks[i]!,
    };
  });
  return { id, label, cells, ranked: better !== undefined };
}

/** `+5.7`, in the row's unit; nothing where it reads the same or cannot be told. */
function lessOf(
  value: number | null,
  base: number | null,
  quantity: Quantity | undefined,
  units: UnitSystem,
): string {
  if (value === null || base === null) return '';
  if (!quantity && !(Number.isInteger(value) && Number.isInteger(base))) return '';
  const apart = Math.abs(value - base);
  const text = quantity ? format(quantity, apart, units).text.replace(/^\$/, '') : String(apart);
  return /[1-9]/.test(text) ? `${value > base ? '+' : '−'}${text}` : '';
}

/** Which values are best and, where there are several, worst. */
function marksOf(
  values: readonly (number | null)[],
  better: 'more' | 'less' | undefined,
): ('best' | 'worst' | null)[] {
  const known = values.filter((value) => value !== null);
  const [low, high] = [Math.min(...known), Math.max(...known)];
  if (!better || known.length < 2 || high - low <= SAME * Math.max(1, Math.abs(high)))
    return values.map(() => null);
  const [best, worst] = better === 'more' ? [high, low] : [low, high];
  return values.map((value) => {
    if (value === best) return 'best';
    return value === worst && known.length >= MARK_WORST ? 'worst' : null;
  });
}

/** What each row counts, as a person sets it: 0 to 5. */
export type Weights = Readonly<Record<string, number>>;

/**
 * What the options come to by a person's own weights: each row from 0, the worst of them, to 100, the best, by its weight.
 *
 * @returns for each option, 0 to 100; null where a figure with a weight is missing, or nothing has a weight
 */
export function weighed(rows: readonly CompareRow[], weights: Weights): (number | null)[] {
  const counted = rows.filter(({ id, ranked }) => ranked && (weights[id] ?? 0) > 0);
  const total = counted.reduce((sum, { id }) => sum + weights[id]!, 0);
  if (total === 0) return rows[0]?.cells.map(() => null) ?? [];
  return rows[0]!.cells.map((_, i) => {
    let sum = 0;
    for (const { id, cells } of counted) {
      const values = cells.map(({ value }) => value);
      if (values.includes(null)) return null;
      const known = values as number[];
      const best = known[cells.findIndex(({ mark }) => mark === 'best')];
      // Where all are the same, none is ahead.
      if (best === undefined) continue;
      const worst = best === Math.max(...known) ? Math.min(...known) : Math.max(...known);
      sum += (100 * weights[id]! * (known[i]! - worst)) / (best - worst);
    }
    return sum / total;
  });
}
