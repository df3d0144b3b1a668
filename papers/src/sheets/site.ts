import { fixed, messageText, type UnitSystem } from '@eldrun/core/units';
import { planOnDay, savedSite, theHouse, wallsOfSite, type Look } from '@eldrun/project';
import {
  cautionsOf,
  checkLimitText,
  checkName,
  entryText,
  groupedBy,
  kindName,
  latestChecks,
  longDay,
  problemPlace,
  stepDays,
  type PlannedStep,
} from '@eldrun/core/site';
import type { Block, Cell, Sheet } from '../types.ts';
import { right } from './words.ts';

const DONE = { no: '', started: 'under way', done: 'done' } as const;

/** The order of work of a house by day, and side by side with it what is looked at before it is hidden; for those who build. */
export function siteSheet(look: Look, units: UnitSystem, date: string): Sheet {
  const plan = look(planOnDay, date);
  const site = look(savedSite)!;
  const house = look(theHouse);
  const walls = look(wallsOfSite);
  if (plan.steps.length === 0) return { title: 'Site', subject: house.name, blocks: [] };
  const named = (id: string): string => house.elevations.find((one) => one.id === id)?.name ?? id;
  const found = latestChecks(site.checks ?? []);
  const byDay = plan.steps.toSorted((a, b) => (a.start ?? '9999').localeCompare(b.start ?? '9999'));
  const layersOf = ({ elevation, layers }: PlannedStep) => {
    const { assembly } = house.elevations.find(({ id }) => id === elevation)!;
    return walls[assembly]!.layers.filter(({ id }) => layers.includes(id));
  };
  const cautions = [
    ...new Set(
      plan.steps.flatMap((step) =>
        cautionsOf(step.family, layersOf(step), site.existing !== undefined),
      ),
    ),
  ];
  const left = groupedBy(plan.leaveBehinds, ({ what }) => what);
  const stepOf = (id: string): PlannedStep | undefined => plan.steps.find((one) => one.id === id);
  const nameOf = ({ elevation, kind }: PlannedStep): string =>
    `${named(elevation)}, ${kindName(kind).toLowerCase()}`;
  const nameAt = (id: string): string | undefined => {
    const step = stepOf(id);
    return step && nameOf(step);
  };
  return {
    title: 'Site',
    subject: house.name,
    blocks: [
      {
        kind: 'text',
        strong: true,
        text: plan.finish
          ? `From ${longDay(site.start)} to ${longDay(plan.finish)}, ${site.calendar.hours} h a day.`
          : `From ${longDay(site.start)}; no last day: something is held.`,
      },
      ...(plan.problems.length > 0
        ? ([
            {
              kind: 'list',
              items: plan.problems.map(
                ({ at, message }) =>
                  `${problemPlace(at, nameAt(at))}: ${messageText(message, units)}`,
              ),
            },
          ] satisfies Block[])
        : []),
      { kind: 'heading', text: 'In this order' },
      {
        kind: 'table',
        columns: [
          { label: 'Days', width: 120 },
          { label: 'Wall', width: 'auto' },
          { label: 'Step', width: '*' },
          { label: 'Crew', width: 'auto' },
          right('Hours'),
          { label: 'Done', width: 56 },
        ],
        rows: byDay.map((step): Cell[] => [
          stepDays(step),
          named(step.elevation),
          kindName(step.kind),
          step.crew,
          fixed(step.hours, 1),
          DONE[step.entered],
        ]),
      },
      { kind: 'heading', text: 'Covered by' },
      {
        kind: 'table',
        columns: [
          { label: 'What lies open', width: '*' },
          { label: 'From', width: 'auto' },
          { label: 'Until at the latest', width: 'auto' },
          { label: 'Covered', width: 'auto' },
        ],
        rows: plan.clocks.map(({ step, what, from, deadline, covered }): Cell[] => [
          `${named(stepOf(step)!.elevation)}: ${what}`,
          longDay(from),
          longDay(deadline, from),
          covered ? longDay(covered, from) : 'nothing in sight',
        ]),
      },
      { kind: 'page' },
      { kind: 'heading', text: 'Goes in before it can no longer be reached' },
      {
        kind: 'list',
        items: [...left].map(([what, all]) => {
          const { before } = all[0]!;
          const on = all.map((one) => named(one.before.split('/')[0]!)).join(', ');
          return `${what}: before ${kindName(before.split('/').at(-1)!).toLowerCase()}. ${on}.`;
        }),
      },
      { kind: 'heading', text: 'Looked at before it is hidden' },
      ...[...groupedBy(plan.checks, ({ step }) => step)].map(([step, checks]): Block => ({
        kind: 'table',
        whole: true,
        columns: [
          {
            label: nameOf(stepOf(step)!),
            width: '*',
          },
          { label: 'Limit', width: 84 },
          { label: 'Which, with what', width: 130 },
          { label: 'Pass, fail, who, when', width: 96 },
        ],
        rows: checks.map((check): Cell[] => {
          const entry = found.get(check.id);
          return [
            `${checkName(check.id)}: ${messageText(check.what, units)}`,
            checkLimitText(check, units),
            `${check.sample}; ${check.instrument}`,
            entry ? entryText(entry) : '',
          ];
        }),
      })),
      { kind: 'heading', text: 'Cautions' },
      { kind: 'list', items: cautions },
      { kind: 'blanks', labels: ['Led by', 'Date', 'Looked at by', 'Date'] },
    ],
  };
}
