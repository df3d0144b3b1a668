import { computed, inject, provide, ref, type InjectionKey } from 'vue';
import {
  addDays,
  dayNumber,
  groupedBy,
  kindName,
  latestChecks,
  refusalOf,
  simulatedForecast,
  SITE_FORMAT,
  workdaysOf,
  type Move,
  type PlannedStep,
  type ProjectSite,
  type SiteCommand,
} from '@eldrun/core/site';
import { DETAILS_FORMAT, type Details, type DetailsCommand } from '@eldrun/core/edges';
import { planOnDay, stepsOfSite, wallsOfSite } from '@eldrun/project';
import { tradeOf } from '@eldrun/core/trade';
import type { ResolvedLayer } from '@eldrun/core/build-up';
import { today } from '../../components/day.ts';
import { useOnlyDocument } from '../../project/only-document.ts';
import { makeHouse } from '../../project/house.ts';
import { useProject } from '../../project/project.ts';
import { NO_PLAN, usePlan } from './plan-run.ts';

const USUAL_CALENDAR: ProjectSite['calendar'] = {
  workdays: [1, 2, 3, 4, 5],
  holidays: [],
  hours: 8,
};

/** The first workday from a day on. */
const nextWorkday = (day: string): string => {
  const workdays = workdaysOf(USUAL_CALENDAR);
  return addDays(day, workdays.from(dayNumber(day)) - dayNumber(day));
};

/** A site before anything was said of it. */
const blankSite = (): ProjectSite => ({
  format: SITE_FORMAT,
  version: 1,
  name: 'Site',
  start: nextWorkday(today()),
  calendar: USUAL_CALENDAR,
  crews: { framing: 3, siding: 2, windows: 2, services: 2, insulation: 2, finish: 2, testing: 1 },
});

const NO_EDGES: Details = { format: DETAILS_FORMAT, version: 1, name: 'Edges' };

/** Days of a forecast. */
const FORECAST_DAYS = 10;

/** The site of the open project: its plan, and what was entered for it. */
function makeSite() {
  const project = useProject();
  const blank = blankSite();
  const record = useOnlyDocument<ProjectSite, SiteCommand>({
    kind: 'site',
    label: 'site',
    load: async () => (await import('@eldrun/core/kinds/site')).SITE,
    blank,
  });
  const site = record.current;
  const details = useOnlyDocument<Details, DetailsCommand>({
    kind: 'details',
    label: 'edges',
    load: async () => (await import('@eldrun/core/kinds/details')).DETAILS,
    blank: NO_EDGES,
    hasKeys: () => false,
  });
  const house = makeHouse(
    () => false,
    () => ({ site: site.value, details: details.exists.value ? details.current.value : null }),
  );
  const { file } = house;
  const walls = computed(() => house.look(wallsOfSite));
  /** The day that it is looked at: the site's own, else today. */
  const day = computed(() => site.value.today ?? today());
  const run = usePlan(() =>
    record.state.value === 'ready' &&
    house.record.state.value === 'ready' &&
    details.state.value !== 'loading'
      ? {
          plan: house.inputsOf(planOnDay, day.value),
          steps: house.inputsOf(stepsOfSite),
        }
      : null,
  );
  const plan = computed(() => run.plan.value ?? NO_PLAN);
  const steps = computed(() => new Map(plan.value.steps.map((step) => [step.id, step])));
  const workdays = computed(() => workdaysOf(site.value.calendar));
  const elevations = computed(() =>
    [...groupedBy(plan.value.steps, ({ elevation }) => elevation)].map(([id, own]) => ({
      id,
      name: file.value.elevations.find((one) => one.id === id)?.name ?? id,
      steps: own,
    })),
  );
  const wallOf = (elevation: string) => {
    const one = file.value.elevations.find(({ id }) => id === elevation);
    return one ? (walls.value[one.assembly] ?? null) : null;
  };
  const layersOf = (step: Pick<PlannedStep, 'elevation' | 'layers'>): ResolvedLayer[] =>
    (wallOf(step.elevation)?.layers ?? []).filter(({ id }) => step.layers.includes(id));
  const service = computed(() => {
    const [first] = Object.values(walls.value);
    return first ? simulatedForecast(first.site) : null;
  });
  const forecast = computed(() => service.value?.forecast(day.value, FORECAST_DAYS) ?? null);
  const found = computed(() => latestChecks(site.value.checks ?? []));
  /** The step that is looked at. */
  const chosen = ref('');

  return {
    project,
    house,
    record,
    site,
    file,
    walls,
    day,
    /** Whether its plan is known, being worked out anew, or cannot be made. */
    planning: run,
    plan,
    steps,
    workdays,
    elevations,
    wallOf,
    layersOf,
    late: run.late,
    others: run.others,
    service,
    forecast,
    found,
    chosen,
    trade: computed(() => tradeOf(file.value)),
    run: (name: string, ...commands: SiteCommand[]) => record.run(name, commands),
    /** Moisture at or under which the wood of a wall is closed in, kg/kg. */
    woodLimit: (elevation: string): number =>
      plan.value.checks.find(({ id }) => id === `${elevation}/framing/moisture`)?.value ??
      tradeOf(file.value)('site-wood-dry'),
    refusal: (move: Move) => refusalOf(run.steps.value, move),
    stepName: (id: string): string => {
      const step = steps.value.get(id);
      const elevation = elevations.value.find((one) => one.id === step?.elevation);
      return step
        ? `${elevation?.name ?? step.elevation}, ${kindName(step.kind).toLowerCase()}`
        : id;
    },
    canUndo: computed(() => record.past.value.length > 0),
    undo: () => record.travel('undo'),
  };
}

export type SiteState = ReturnType<typeof makeSite>;

const KEY: InjectionKey<SiteState> = Symbol('site');

/** Makes the site that the parts of the place look at. */
export function provideSite(): SiteState {
  const state = makeSite();
  provide(KEY, state);
  return state;
}

/** The site of the place. */
export const useSite = (): SiteState => inject(KEY)!;
