import type { Trade } from '../../assembly/trade/index.ts';
import { claddingNeeds, exposureOf } from '../../physics/materials/index.ts';
import { measured, say, type Message } from '../../common/units/index.ts';
import type { ResolvedLayer } from '../../physics/build-up/index.ts';
import { dayNumber } from './days.ts';
import type { ForecastDay } from './forecast.ts';
import type { Day, PlannedStep, StepFamily } from './types.ts';

/** What a step asks of the weather of its days. */
export interface Condition {
  id: 'dry' | 'warm' | 'warm-and-cool' | 'calm' | 'dry-after';
  says: Message;
  /** What is wrong with a day, or null. @param next the day after it, where it is known */
  wrong: (day: ForecastDay, next: ForecastDay | null) => Message | null;
}

/** Rain in working hours that counts, mm of the day. */
const WET_DAY = 0.5;

const dry = (why: Message): Condition => ({
  id: 'dry',
  says: say`no rain: ${why}`,
  wrong: ({ rain }) => (rain > WET_DAY ? say`rain, ${measured('rain', rain)}` : null),
});

const warm = (least: number, why: Message): Condition => ({
  id: 'warm',
  says: say`at least ${measured('temperature', least)}: ${why}`,
  // Work goes on in the warm part of the day.
  wrong: ({ low, high }) =>
    (low + 2 * high) / 3 < least ? say`only ${measured('temperature', high)} at its warmest` : null,
});

const calm = (most: number): Condition => ({
  id: 'calm',
  says: say`gusts under ${measured('windSpeed', most)}: large boards are sails`,
  wrong: ({ gust }) => (gust > most ? say`gusts of ${measured('windSpeed', gust)}` : null),
});

/**
 * What a step asks of the weather.
 *
 * @param layers that it places
 */
export function conditionsOf(
  family: StepFamily,
  layers: readonly ResolvedLayer[],
  trade: Trade,
): Condition[] {
  const words = layers.map(({ fillId }) => fillId ?? '').join(' ');
  const sticks = say`what is stuck needs a dry surface`;
  const sealant = warm(
    trade('site-sealant'),
    say`tapes and sealants; cold-rated ones, with primer and roller, down to ${measured('temperature', trade('site-sealant-cold'))}`,
  );
  switch (family) {
    case 'sheathing':
    case 'racking-inside':
      return [calm(trade('site-board-wind'))];
    case 'membrane':
      if (/liquid|fluid/.test(words))
        return [
          dry(sticks),
          sealant,
          {
            ...dry(say`a film must not be rained on before it has set`),
            id: 'dry-after',
            wrong: (_, next) => (next && next.rain > WET_DAY ? say`rain the day after` : null),
          },
        ];
      return /adhered|butyl/.test(words)
        ? [dry(sticks), sealant]
        : [calm(trade('site-board-wind'))];
    case 'windows':
      return [dry(sticks), sealant];
    case 'insulation': {
      const soft = layers.some(
        ({ fill, fillId }) => fill !== null && exposureOf(fillId!, fill)?.wettingTolerant === false,
      );
      return [
        calm(trade('site-board-wind')),
        ...(soft ? [dry(say`this insulation must not get wet`)] : []),
      ];
    }
    case 'cladding': {
      const cure = layers
        .map(({ fillId }) => (fillId ? claddingNeeds(fillId)?.cure : null))
        .find((one) => one);
      if (!cure) return [];
      const [least, most] = cure.temperature;
      return [
        dry(say`fresh plaster washes off`),
        {
          id: 'warm-and-cool',
          says: say`${measured('temperature', least)} to ${measured('temperature', most)} by day and night: plaster neither freezes nor dries out`,
          wrong: ({ low, high }) =>
            low < least
              ? say`down to ${measured('temperature', low)}`
              : high > most
                ? say`up to ${measured('temperature', high)}`
                : null,
        },
      ];
    }
    case 'cavity-fill':
      return /spray-foam/.test(words)
        ? [warm(trade('site-foam-cold'), say`spray foam on cold wood does not stick`)]
        : [];
    default:
      return [];
  }
}

/** A step held against a forecast. */
export interface StepWeather {
  step: string;
  conditions: Condition[];
  /** Days of its plan that do not suit it, with what is wrong. */
  wrong: { day: Day; why: Message }[];
  /** The first days in a row, as many as it takes, that suit it, from its planned start on; null where none are in sight. */
  window: { from: Day; to: Day } | null;
}

/**
 * Steps that lie in a forecast and ask something of the weather, each with what is wrong and its next window.
 *
 * @param layersOf what a step places
 * @param isWorkday by number of the day
 */
export function stepWeather(
  steps: readonly PlannedStep[],
  forecast: readonly ForecastDay[],
  layersOf: (step: PlannedStep) => readonly ResolvedLayer[],
  trade: Trade,
  isWorkday: (day: number) => boolean,
): StepWeather[] {
  const [first] = forecast;
  const last = forecast.at(-1);
  if (!first || !last) return [];
  return steps.flatMap((step) => {
    const { start, finish, entered } = step;
    if (!start || !finish || entered === 'done' || finish < first.day || start > last.day)
      return [];
    const conditions = conditionsOf(step.family, layersOf(step), trade);
    if (conditions.length === 0) return [];
    const wrongOf = (n: number): Message | null => {
      for (const { wrong } of conditions) {
        const why = wrong(forecast[n]!, forecast[n + 1] ?? null);
        if (why) return why;
      }
      return null;
    };
    const workable = forecast
      .map(({ day }, n) => ({ day, n }))
      .filter(({ day }) => isWorkday(dayNumber(day)) && day >= start);
    const wrong = workable
      .filter(({ day }) => day <= finish)
      .flatMap(({ day, n }) => {
        const why = wrongOf(n);
        return why ? [{ day, why }] : [];
      });
    const needed = workable.filter(({ day }) => day <= finish).length;
    return [
      {
        step: step.id,
        conditions,
        wrong,
        window: windowOf(workable, needed, (n) => wrongOf(n) === null),
      },
    ];
  });
}

function windowOf(
  workable: readonly { day: Day; n: number }[],
  needed: number,
  suits: (n: number) => boolean,
): StepWeather['window'] {
  for (let at = 0; at + needed <= workable.length; at++) {
    const span = workable.slice(at, at + needed);
    if (span.length > 0 && span.every(({ n }) => suits(n)))
      return { from: span[0]!.day, to: span.at(-1)!.day };
  }
  return null;
}
