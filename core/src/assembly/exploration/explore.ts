import { assessLayers } from '../assessment/index.ts';
import { MOISTURE_ORDER } from '../judgment/index.ts';
import type { Materials } from '../../physics/materials/index.ts';
import type { Measures } from '../options/index.ts';
import { beats, frontierOf } from './frontier.ts';
import { Sections } from './sections.ts';
import { solvedMeasures, sweep, type SweepOptions, type Swept } from './sweep.ts';
import type { Excluded, Exploration, Limits, Objective, Variant } from './types.ts';
import { combinationsOf, variantsOf, type Variants } from './variants.ts';

/** What an exploration came to. */
export interface Explored {
  combinations: number;
  /** Those that made a wall. */
  evaluated: number;
  /** How many combinations miss each limit, make no wall, or have no price. */
  excluded: Partial<Record<Excluded, number>>;
  /** In the order of the first objective. */
  frontier: Variant[];
  /** What made no wall, the most frequent first. */
  problems: { text: string; count: number }[];
}

/** How far an exploration is. */
export interface Progress {
  phase: 'sweep' | 'frontier';
  done: number;
  total: number;
}

/** A figure this little over its limit is rounding, share of it. */
const ROUNDING = 1e-9;

/** Combinations by number, evenly spread where not all are wanted. */
export function numbersOf(count: number, most = count): Float64Array {
  const wanted = Math.min(count, most);
  return Float64Array.from({ length: wanted }, (_, i) => Math.floor((i * count) / wanted));
}

/**
 * Evaluates every combination of an exploration and finds those that none beats.
 *
 * @param exploration as `validateExploration` passes it
 * @param materials beyond the library and the wall's own
 * @param most evaluate no more combinations than these, evenly spread
 * @yields how far it is
 */
export function* exploreSteps(
  exploration: Exploration,
  materials: Materials = {},
  most = Infinity,
): Generator<Progress, Explored> {
  const variants = variantsOf(exploration, materials);
  const numbers = numbersOf(combinationsOf(exploration), most);
  const options: SweepOptions = {
    materials,
    sections: new Sections(),
    judged: exploration.limits?.moisture !== undefined,
  };
  const steps = sweep(variants, numbers, options);
  let step = steps.next();
  for (; !step.done; step = steps.next())
    yield { phase: 'sweep', done: step.value, total: numbers.length };
  return yield* selectSteps(exploration, variants, step.value, options);
}

/** `exploreSteps` in one go. */
export function explore(...asked: Parameters<typeof exploreSteps>): Explored {
  const steps = exploreSteps(...asked);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}

/**
 * What meets the limits, and of that what none beats. Where a curve's error leaves open whether a combination meets the
 * limit of u or is beaten, its section is solved: the answer is that of solving all.
 */
export function* selectSteps(
  { limits = {}, objectives }: Exploration,
  variants: Variants,
  swept: Swept,
  options: Pick<SweepOptions, 'materials' | 'sections'>,
): Generator<Progress, Explored> {
  const solved = new Map<number, Measures>();
  const solve = (at: number): Measures => {
    let measures = solved.get(at);
    if (!measures) {
      const layers = assessLayers(variants.wallAt(swept.numbers[at]!), options.materials);
      measures = solvedMeasures(
        layers,
        options.sections.exact(layers),
        MOISTURE_ORDER[swept.moisture[at]!],
      );
      solved.set(at, measures);
      swept.u[at] = measures.u;
      swept.error[at] = 0;
    }
    return measures;
  };
  const excluded: Explored['excluded'] = {};
  const meeting: number[] = [];
  const total = swept.numbers.length;
  for (let at = 0; at < total; at++) {
    if (nearLimit(swept, at, limits)) {
      solve(at);
      yield { phase: 'frontier', done: at, total };
    }
    const missed = missedBy(swept, at, limits, objectives);
    for (const limit of missed) excluded[limit] = (excluded[limit] ?? 0) + 1;
    if (missed.length === 0) meeting.push(at);
  }

  const row = (at: number, sign: -1 | 0 | 1): Float64Array =>
    Float64Array.from(objectives, (objective) =>
      objective === 'u' ? swept.u[at]! * (1 + sign * swept.error[at]!) : swept[objective][at]!,
    );
  // Whoever is beaten even at its best by another at its worst is out, whatever the sections say.
  const worst = meeting.map((at) => row(at, 1));
  const sure = frontierOf(worst).map((n) => worst[n]!);
  const open = meeting.filter((at) => {
    const best = row(at, -1);
    return !sure.some((other) => beats(other, best));
  });
  let members = open;
  if (objectives.includes('u')) {
    const likely = new Set(frontierOf(open.map((at) => row(at, 0))).map((n) => open[n]!));
    const order = [...likely, ...open.filter((at) => !likely.has(at))];
    const known: Float64Array[] = [];
    members = [];
    for (const [n, at] of order.entries()) {
      const best = row(at, -1);
      if (known.some((other) => beats(other, best))) continue;
      solve(at);
      members.push(at);
      known.push(row(at, 0));
      yield { phase: 'frontier', done: n, total: order.length };
    }
  }
  const rows = members.map((at) => row(at, 0));
  const frontier: Variant[] = [];
  for (const n of frontierOf(rows)) {
    const at = members[n]!;
    const number = swept.numbers[at]!;
    frontier.push({ number, values: variants.valuesAt(number), measures: solve(at) });
    yield { phase: 'frontier', done: n, total: rows.length };
  }
  const first = objectives[0]!;
  frontier.sort((a, b) => a.measures[first]! - b.measures[first]!);
  const invalid = [...swept.invalid].map(([text, count]) => ({ text, count }));
  return {
    combinations: variants.count,
    evaluated: total - (excluded.invalid ?? 0),
    excluded,
    frontier,
    problems: invalid.sort((a, b) => b.count - a.count),
  };
}

/** Whether a curve's error leaves open which side of the limit a combination lies on. */
function nearLimit({ u, error }: Swept, at: number, { u: limit }: Limits): boolean {
  return limit !== undefined && Math.abs(u[at]! / limit - 1) <= error[at]! && error[at]! > 0;
}

/** What excludes a combination. */
export function missedBy(
  swept: Swept,
  at: number,
  limits: Limits,
  objectives: readonly Objective[],
): Excluded[] {
  if (Number.isNaN(swept.thickness[at]!)) return ['invalid'];
  const missed: Excluded[] = [];
  const asked = (name: Objective): boolean =>
    limits[name] !== undefined || objectives.includes(name);
  for (const name of ['thickness', 'u', 'cost', 'carbon'] as const) {
    const value = swept[name][at]!;
    if (Number.isNaN(value)) {
      if (asked(name)) missed.push(name === 'cost' ? 'prices' : name);
    } else if (value > (limits[name] ?? Infinity) * (1 + ROUNDING)) missed.push(name);
  }
  if (limits.moisture && swept.moisture[at]! < MOISTURE_ORDER.indexOf(limits.moisture))
    missed.push('moisture');
  return missed;
}
