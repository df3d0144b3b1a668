import { expect, test } from '@jest/globals';
import fc from '../property.ts';
import { say } from '@eldrun/core/units';
import type { Dependency, StepFamily } from '@eldrun/core/site';
import { dayNumber, dayOf, workdaysOf } from '../../src/building/site/days.ts';
import { schedule, workdaysFor, type SchedulableStep } from '../../src/building/site/schedule.ts';
import { STEP_KINDS } from '../../src/building/site/types.ts';

const CALENDAR = { workdays: [1, 2, 3, 4, 5], holidays: ['2026-04-10', '2026-05-01'], hours: 8 };
const START = '2026-04-06';
const PEOPLE = () => 1;

/** Rule 3 of the site file as it reads: all that is open is looked at again for every step. */
function byTheRule(
  steps: readonly SchedulableStep[],
  progress: ReadonlyMap<string, { start: number; finish: number }>,
): Map<string, string> {
  const workdays = workdaysOf(CALENDAR);
  const spans = new Map(progress);
  const open = steps
    .filter(({ id }) => !spans.has(id))
    .toSorted((a, b) => STEP_KINDS.indexOf(a.family) - STEP_KINDS.indexOf(b.family));
  const crewOf = new Map(steps.map(({ id, crew }) => [id, crew]));
  while (open.length > 0) {
    let next: { n: number; start: number; finish: number } | null = null;
    for (const [n, step] of open.entries()) {
      if (!step.after.every((one) => spans.has(one.step))) continue;
      const ready = Math.max(
        dayNumber(START),
        ...step.after.map((one) => spans.get(one.step)!.finish + 1),
      );
      let start = workdays.from(ready);
      const days = workdaysFor(step.hours, 1, CALENDAR.hours);
      for (;;) {
        const finish = workdays.last(start, days);
        const other = [...spans].find(
          ([id, span]) =>
            crewOf.get(id) === step.crew && span.start <= finish && span.finish >= start,
        );
        if (!other) break;
        start = workdays.from(other[1].finish + 1);
      }
      if (!next || start < next.start) next = { n, start, finish: workdays.last(start, days) };
    }
    if (!next) break;
    spans.set(open[next.n]!.id, next);
    open.splice(next.n, 1);
  }
  return new Map(
    [...spans].map(([id, { start, finish }]) => [id, `${dayOf(start)} ${dayOf(finish)}`]),
  );
}

const steps = fc
  .array(
    fc.record({
      family: fc.constantFrom<StepFamily>('framing', 'sheathing', 'windows', 'cladding'),
      crew: fc.constantFrom('one', 'other'),
      hours: fc.integer({ min: 1, max: 60 }),
      waits: fc.array(fc.nat(), { maxLength: 3 }),
      entered: fc.option(fc.record({ day: fc.integer({ min: 0, max: 25 }), days: fc.nat(6) }), {
        freq: 5,
        nil: null,
      }),
    }),
    { minLength: 1, maxLength: 25 },
  )
  .map((drawn) =>
    drawn.map(({ waits, entered, ...step }, n) => ({
      entered,
      step: {
        ...step,
        id: `e${n}/${step.family}`,
        kind: step.family,
        elevation: `e${n}`,
        layer: null,
        layers: [],
        checks: [],
        materials: [],
        after: [...new Set(waits.map((one) => one % (n + 1)))]
          .filter((one) => one < n)
          .map((one): Dependency => ({
            step: `e${one}/${drawn[one]!.family}`,
            why: say`it waits`,
            move: null,
          })),
      } satisfies SchedulableStep,
    })),
  );

test('the queue of a crew gives the days that the rule gives, whatever was entered', () => {
  fc.assert(
    fc.property(steps, (drawn) => {
      const entered = drawn.flatMap(({ step, entered: one }) =>
        one
          ? [
              {
                step: step.id,
                started: dayOf(dayNumber(START) + one.day),
                finished: dayOf(dayNumber(START) + one.day + one.days),
              },
            ]
          : [],
      );
      const all = drawn.map(({ step }) => step);
      const { steps: planned } = schedule(
        all,
        { start: START, calendar: CALENDAR, progress: entered },
        PEOPLE,
        new Map(),
      );
      const wanted = byTheRule(
        all,
        new Map(
          entered.map(({ step, started, finished }) => [
            step,
            { start: dayNumber(started), finish: dayNumber(finished) },
          ]),
        ),
      );
      expect(new Map(planned.map(({ id, start, finish }) => [id, `${start} ${finish}`]))).toEqual(
        wanted,
      );
    }),
    { numRuns: 300 },
  );
});

test('what is held has no day, nor what waits for it', () => {
  const step = (id: string, after: string[]): SchedulableStep => ({
    id,
    kind: 'framing',
    family: 'framing',
    elevation: id,
    layer: null,
    layers: [],
    checks: [],
    materials: [],
    crew: 'one',
    hours: 8,
    after: after.map((one) => ({ step: one, why: say`it waits`, move: null })),
  });
  const { steps: planned } = schedule(
    [step('a', []), step('b', ['a']), step('c', ['b']), step('d', ['a'])],
    { start: START, calendar: CALENDAR },
    PEOPLE,
    new Map([['b', ['b/check']]]),
  );
  expect(planned.map(({ start }) => start)).toEqual(['2026-04-06', null, null, '2026-04-07']);
});
