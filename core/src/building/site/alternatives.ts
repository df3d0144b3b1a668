import { tradeOf } from '../../assembly/trade/index.ts';
import type { House } from '../house/index.ts';
import { say, type Message } from '../../common/units/index.ts';
import type { ResolvedWall } from '../../physics/build-up/index.ts';
import { dayNumber, dayOf } from './days.ts';
import { sitePlan, USUAL_CHOICES } from './plan.ts';
import { arrivalOf, needsItem } from './schedule.ts';
import { materialsIn } from './wall-steps.ts';
import type { Day, LeadTime, PlannedStep, SiteBase, SitePlan } from './types.ts';

/** An item that holds steps up: when it comes, and which of them would have started sooner. */
export interface LateItem {
  lead: LeadTime;
  arrives: Day;
  /** Steps that need it, each with the day on which it could start without it. */
  waiting: { step: string; without: Day }[];
  /** How many calendar days later all is done. */
  delays: number;
}

/** Another legal order, planned, and what it costs against the plan as it is. */
export interface Alternative {
  id: string;
  name: string;
  /** What it means on the site. */
  says: Message;
  fields: Partial<Pick<SiteBase, 'choices' | 'elevations' | 'closedForNow'>>;
  plan: SitePlan;
  /** Calendar days that it is done sooner; below zero later. Null where either is held. */
  sooner: number | null;
  /** Hours of work more: openings closed for the time being, crews that come once more. */
  hours: number;
  /** Clocks that run out in it and not as it is. */
  spoiled: number;
}

/** Ids of what a step places. */
function materialsOf(
  { elevation, layers }: PlannedStep,
  house: House<unknown>,
  walls: Readonly<Record<string, ResolvedWall>>,
): string[] {
  const assembly = house.elevations.find(({ id }) => id === elevation)?.assembly ?? '';
  return materialsIn((walls[assembly]?.layers ?? []).filter(({ id }) => layers.includes(id)));
}

/** What comes late, and how much later all is done by it. */
export function lateItems(
  site: SiteBase,
  house: House<unknown>,
  walls: Readonly<Record<string, ResolvedWall>>,
  plan: SitePlan,
): LateItem[] {
  return (site.leadTimes ?? []).flatMap((lead, n) => {
    const without = sitePlan(
      { ...site, leadTimes: site.leadTimes!.filter((_, i) => i !== n) },
      house,
      walls,
    );
    const sooner = new Map(without.steps.map(({ id, start }) => [id, start]));
    const waiting = plan.steps.flatMap((step) => {
      const could = sooner.get(step.id);
      const { id, start, entered } = step;
      const needs = needsItem({ ...step, materials: materialsOf(step, house, walls) }, lead.item);
      return needs && entered === 'no' && start && could && could < start
        ? [{ step: id, without: could }]
        : [];
    });
    const delays =
      plan.finish && without.finish ? dayNumber(plan.finish) - dayNumber(without.finish) : 0;
    return waiting.length === 0 && delays <= 0
      ? []
      : [{ lead, arrives: dayOf(arrivalOf(lead)), waiting, delays }];
  });
}

/**
 * Other legal orders of the same house, the soonest first: windows before or after the insulation, openings closed for the
 * time being, the test at the end, elevations the other way around. Only those that change a day are given.
 *
 * @param plan as it is
 */
export function alternatives(
  site: SiteBase,
  house: House<unknown>,
  walls: Readonly<Record<string, ResolvedWall>>,
  plan: SitePlan,
): Alternative[] {
  const trade = tradeOf(house);
  const choices = { ...USUAL_CHOICES, ...site.choices };
  const openings = house.elevations.reduce((sum, one) => sum + (one.openings?.length ?? 0), 0);
  const order = [...new Set(plan.steps.map(({ elevation }) => elevation))];
  const later = choices.windows === 'before-insulation';
  const tries: Omit<Alternative, 'plan' | 'sooner' | 'hours' | 'spoiled'>[] = [
    {
      id: 'windows',
      name: later ? 'Windows after the insulation' : 'Windows before the insulation',
      says: later
        ? say`Boards go on without waiting; windows sit on their face, in boxes or on furring, with deeper sills and a second line of flashing`
        : say`Windows go in against the sheathing, and boards run up to them`,
      fields: {
        choices: { ...choices, windows: later ? 'after-insulation' : 'before-insulation' },
      },
    },
    ...(site.closedForNow
      ? []
      : [
          {
            id: 'closed',
            name: 'Openings closed for the time being',
            says: say`Sheets over every opening keep rain out, so that what must not get wet goes in before the windows come`,
            fields: { closedForNow: true },
          },
        ]),
    ...(choices.airtightness === 'before-cover'
      ? [
          {
            id: 'test-later',
            name: 'Air barrier tested at the end',
            says: say`Nothing waits for the test; what leaks then is found when it can hardly be reached`,
            fields: { choices: { ...choices, airtightness: 'at-the-end' as const } },
          },
        ]
      : []),
    {
      id: 'other-way',
      name: 'Around the house the other way',
      says: say`The crews begin at the last elevation`,
      fields: { elevations: order.toReversed() },
    },
  ];
  const spoiled = (one: SitePlan): number =>
    one.clocks.filter(({ status }) => status === 'fail').length;
  const passes = (one: SitePlan): number => one.crews.reduce((sum, crew) => sum + crew.passes, 0);
  return tries
    .map((one) => {
      const other = sitePlan({ ...site, ...one.fields }, house, walls);
      const more = Math.max(0, passes(other) - passes(plan));
      return {
        ...one,
        plan: other,
        sooner:
          plan.finish && other.finish ? dayNumber(plan.finish) - dayNumber(other.finish) : null,
        hours:
          more * trade('site-move-hours') +
          (one.id === 'closed' ? openings * trade('site-closing-hours') : 0),
        spoiled: spoiled(other) - spoiled(plan),
      };
    })
    .filter(({ sooner, spoiled: worse }) => sooner !== 0 || worse !== 0)
    .toSorted((a, b) => (b.sooner ?? -Infinity) - (a.sooner ?? -Infinity));
}
