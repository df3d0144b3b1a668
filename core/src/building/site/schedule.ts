import { say } from '../../common/units/index.ts';
import { CrewQueue, type ReadyWork, type Span } from './crew-queue.ts';
import { dayNumber, dayOf, workdaysOf, type Workdays } from './days.ts';
import {
  STEP_KINDS,
  type Day,
  type LeadTime,
  type PlannedStep,
  type SiteBase,
  type SiteProblem,
  type Step,
} from './types.ts';

/** How many workdays a step takes: its hours over people and hours a day, at least one. */
export const workdaysFor = (hours: number, people: number, hoursPerDay: number): number =>
  Math.max(1, Math.ceil(hours / (people * hoursPerDay) - 1e-9));

/** Whether a step needs what comes late: by its kind, its id, or a material that it places; the roof before anything gets in that must stay dry. */
export function needsItem(
  step: Pick<Step, 'id' | 'kind' | 'family'> & { materials: readonly string[] },
  item: string,
): boolean {
  const named = item.trim().toLowerCase();
  if (named === 'roof') return step.family === 'cavity-fill';
  if (named === 'doors' || named === 'window') return step.family === 'windows';
  return (
    [step.id, step.kind, step.family].some((one) => one.toLowerCase() === named) ||
    step.materials.some((one) => one.toLowerCase() === named)
  );
}

/** The first day on which something that was ordered is there. */
export const arrivalOf = ({ ordered, days }: Pick<LeadTime, 'ordered' | 'days'>): number =>
  dayNumber(ordered) + days;

/** A step with what it places, for lead times. */
export type SchedulableStep = Step & { materials: readonly string[] };

/**
 * The days of all steps: rule 3 of the site file. Of the steps that can start first, a crew takes the first
 * kind, and of one kind the first elevation: it goes around the house with each. Days that were entered stand, and what
 * follows moves; of a site with a day of today, what was not entered starts that day or later.
 *
 * @param steps in the order of elevations and kinds
 * @param held ids of failed checks by the step that they hold
 */
export function schedule(
  steps: readonly SchedulableStep[],
  site: Pick<SiteBase, 'start' | 'calendar' | 'leadTimes' | 'progress' | 'today'>,
  people: (crew: string) => number,
  held: ReadonlyMap<string, readonly string[]>,
): { steps: PlannedStep[]; problems: SiteProblem[] } {
  const workdays = workdaysOf(site.calendar);
  const begin = dayNumber(site.start);
  const problems: SiteProblem[] = [];
  if (!workdays.is(begin))
    problems.push({
      at: 'start',
      message: say`${site.start} is no workday: work starts on ${dayOf(workdays.from(begin))}`,
    });
  // What nobody entered has not begun: it starts today or later.
  const earliest = site.today ? Math.max(begin, dayNumber(site.today)) : begin;
  const lasts = (step: Step): number =>
    workdaysFor(step.hours, people(step.crew), site.calendar.hours);
  const spans = new Map<string, Span>();
  const crews = new Map<string, CrewQueue<ReadyWork>>();
  const crewOf = ({ crew }: Step): CrewQueue<ReadyWork> => {
    const known = crews.get(crew) ?? new CrewQueue<ReadyWork>(workdays);
    crews.set(crew, known);
    return known;
  };

  const entered = enteredSpans(steps, site, lasts, workdays, problems);
  for (const step of steps) {
    const span = entered.get(step.id);
    if (!span) continue;
    spans.set(step.id, span);
    crewOf(step).take(span);
  }
  const arrives = arrivals(steps, site.leadTimes ?? [], problems);
  const rank = ({ family }: Step): number => STEP_KINDS.indexOf(family);
  const open = steps
    .filter(({ id }) => !spans.has(id) && !held.has(id))
    .toSorted((a, b) => rank(a) - rank(b));
  const waitingFor = new Map<string, number[]>();
  const missing = open.map(({ after }, order) => {
    let count = 0;
    for (const { step } of after) {
      if (spans.has(step)) continue;
      count++;
      const others = waitingFor.get(step);
      if (others) others.push(order);
      else waitingFor.set(step, [order]);
    }
    return count;
  });
  const ready = (order: number): void => {
    const step = open[order]!;
    const from = step.after.reduce(
      (latest, { step: id }) => Math.max(latest, spans.get(id)!.finish + 1),
      Math.max(earliest, arrives(step)),
    );
    crewOf(step).add({ from, days: lasts(step), order });
  };
  missing.forEach((count, order) => {
    if (count === 0) ready(order);
  });
  for (;;) {
    let first: { crew: CrewQueue<ReadyWork>; work: ReadyWork; span: Span } | null = null;
    for (const crew of crews.values()) {
      const next = crew.next();
      if (next && (!first || comesBefore(next, first))) first = { crew, ...next };
    }
    if (!first) break;
    first.crew.done(first);
    const { id } = open[first.work.order]!;
    spans.set(id, first.span);
    for (const order of waitingFor.get(id) ?? []) if (--missing[order]! === 0) ready(order);
  }
  return {
    steps: steps.map(({ materials: _, ...step }) => {
      const span = spans.get(step.id);
      const progress = entered.get(step.id);
      return {
        ...step,
        start: span ? dayOf(span.start) : null,
        finish: span ? dayOf(span.finish) : null,
        held: [...(held.get(step.id) ?? [])],
        entered: progress ? (progress.done ? 'done' : 'started') : 'no',
      };
    }),
    problems,
  };
}

/** Which of two crews' next work starts first, and of two on one day which kind comes first. */
const comesBefore = (
  a: { work: ReadyWork; span: Span },
  b: { work: ReadyWork; span: Span },
): boolean =>
  a.span.start < b.span.start || (a.span.start === b.span.start && a.work.order < b.work.order);

/** Spans that were entered: what goes on takes its usual days from its start. */
function enteredSpans(
  steps: readonly SchedulableStep[],
  { progress = [], today }: Pick<SiteBase, 'progress' | 'today'>,
  lasts: (step: Step) => number,
  workdays: Workdays,
  problems: SiteProblem[],
): Map<string, Span & { done: boolean }> {
  const byId = new Map(steps.map((step) => [step.id, step]));
  const entered = new Map<string, Span & { done: boolean }>();
  progress.forEach(({ step: id, started, finished }, n) => {
    const step = byId.get(id);
    if (!step) {
      problems.push({ at: `progress[${n}]`, message: say`there is no step “${id}” any more` });
      return;
    }
    const start = dayNumber(started);
    const usual = workdays.last(workdays.from(start), lasts(step));
    entered.set(id, {
      start,
      // What goes on is not finished before today.
      finish: finished ? dayNumber(finished) : Math.max(usual, today ? dayNumber(today) : usual),
      done: Boolean(finished),
    });
  });
  for (const step of steps) {
    const span = entered.get(step.id);
    if (!span) continue;
    for (const { step: id } of step.after) {
      const before = entered.get(id);
      if (before && before.done && before.finish <= span.start) continue;
      problems.push({
        at: step.id,
        message: before
          ? say`it started on ${dayOf(span.start)}, before ${id} was finished`
          : say`it started on ${dayOf(span.start)}, and nobody entered that ${id} is done`,
      });
    }
  }
  return entered;
}

/** When what a step needs is there, by number of the day. */
function arrivals(
  steps: readonly SchedulableStep[],
  leadTimes: readonly LeadTime[],
  problems: SiteProblem[],
): (step: SchedulableStep) => number {
  leadTimes.forEach(({ item }, n) => {
    if (!steps.some((step) => needsItem(step, item)))
      problems.push({ at: `leadTimes[${n}].item`, message: say`no step needs “${item}”` });
  });
  return (step) =>
    Math.max(-Infinity, ...leadTimes.filter(({ item }) => needsItem(step, item)).map(arrivalOf));
}

/** The later of two days; null is none. */
export const laterDay = (a: Day | null, b: Day | null): Day | null =>
  a === null || (b !== null && b > a) ? b : a;
