import type { Document } from '../../common/document/index.ts';
import type { House } from '../house/index.ts';
import type { Reading } from '../../physics/instruments/index.ts';
import type { Message } from '../../common/units/index.ts';
import type { WallFile } from '../../physics/build-up/index.ts';

/** A day, `2026-04-06`. */
export type Day = string;

/** When is worked: days of the week, Monday is 1, and hours a day. */
export interface Calendar {
  workdays: number[];
  holidays?: Day[];
  hours: number;
}

/** Where good builders differ: which side the racking board is on, when windows go in, when the air barrier is tested. */
export const RACKING = ['outside', 'inside'] as const;
export const WINDOWS = ['before-insulation', 'after-insulation'] as const;
export const AIRTIGHTNESS = ['before-cover', 'at-the-end', 'not-tested'] as const;

export interface Choices {
  racking: (typeof RACKING)[number];
  windows: (typeof WINDOWS)[number];
  airtightness: (typeof AIRTIGHTNESS)[number];
}

/** Something that comes so many calendar days after it was ordered. */
export interface LeadTime {
  /** A kind of step, a step, a material of the walls, or `roof`. */
  item: string;
  ordered: Day;
  days: number;
}

/** Days on which a step was really worked. */
export interface Progress {
  step: string;
  started: Day;
  /** Left out while it goes on. */
  finished?: Day | null;
  by?: string;
}

export const CHECK_RESULTS = ['pass', 'fail', 'overridden'] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];

/** What somebody found at a check. */
export interface CheckEntry {
  check: string;
  result: CheckResult;
  at: Day;
  by?: string;
  /** Why it is let pass all the same; asked for where it is overridden. */
  reason?: string | null;
  note?: string;
  /** What was measured, in the unit of the check. */
  measured?: number;
  /** Ids of photos. */
  photos?: string[];
}

/** Somebody's own order: this step before that one. With a name and a reason where it goes against a rule. */
export interface Move {
  step: string;
  before: string;
  by?: string;
  reason?: string;
}

export const LOG_KINDS = ['note', 'work', 'delivery', 'visit', 'problem', 'weather'] as const;

/** What was written down on a day. */
export interface LogEntry {
  id: string;
  day: Day;
  /** Hour and minute, `14:05`. */
  time?: string;
  kind: (typeof LOG_KINDS)[number];
  text: string;
  elevation?: string;
  step?: string;
  /** Who was there, and how many. */
  crew?: string;
  people?: number;
  /** Ids of photos. */
  photos?: string[];
  by?: string;
}

/** A test of a house's air-tightness: pressures held against outdoors, Pa, and the flow through the fan, m³/s. */
export interface AirTest {
  id: string;
  at: Day;
  by?: string;
  direction: 'depressurized' | 'pressurized';
  points: { pressure: number; flow: number; example?: boolean }[];
  /** Whether no real house was tested. */
  simulated?: boolean;
  /** Differences with the fan off, before and after, Pa. */
  zero?: [number, number];
  /** °C */
  indoor: number;
  outdoor: number;
  /** Of the air within, m³; of the envelope, m². */
  volume: number;
  envelope: number;
  /** m² of floor, and bedrooms, for the fresh air that is needed. */
  floor?: number;
  bedrooms?: number;
}

/** What stands already, where a house is not new. */
export const EXISTING = ['frame', 'facade', 'shell'] as const;

/** The site: what the walls of a house are built by. */
export interface SiteBase extends Document {
  version: 1;
  /** First day of work on the walls. */
  start: Day;
  calendar: Calendar;
  /** People in each crew; a step takes its hours over people and hours a day, in whole days. */
  crews?: Record<string, number>;
  choices?: Partial<Choices>;
  leadTimes?: LeadTime[];
  progress?: Progress[];
  checks?: CheckEntry[];
  readings?: Reading[];
  moves?: Move[];
  /** Ids of elevations in the order in which the crews take them; those left out follow. */
  elevations?: string[];
  /** Whether openings are closed with sheets until their windows come. */
  closedForNow?: boolean;
  /** What stands already and is surveyed before anything is built on it. */
  existing?: (typeof EXISTING)[number];
  log?: LogEntry[];
  airTests?: AirTest[];
  /** The day that it is looked at; left out, the last day that anything was entered for. */
  today?: Day;
}

/** A site file: with the house in it. In a project the house is the project's own. */
export interface SiteFile extends SiteBase {
  format: 'eldrun-site';
  house: House<WallFile>;
}

export interface ProjectSite extends SiteBase {
  format: 'eldrun-site';
}

/** A field that is undefined is left out from then on. */
type Changed<T> = { [K in keyof T]?: T[K] | undefined };

type SiteFields = Pick<
  SiteBase,
  | 'name'
  | 'start'
  | 'calendar'
  | 'crews'
  | 'choices'
  | 'leadTimes'
  | 'elevations'
  | 'closedForNow'
  | 'existing'
>;

export type SiteCommand =
  | { type: 'setSite'; fields: Changed<SiteFields> }
  | { type: 'setProgress'; progress: Progress }
  | { type: 'removeProgress'; step: string }
  | { type: 'addCheck'; entry: CheckEntry }
  | { type: 'addReading'; reading: Reading }
  | { type: 'setMoves'; moves: Move[] }
  | { type: 'setLog'; entry: LogEntry }
  | { type: 'removeLog'; id: string }
  | { type: 'setAirTest'; test: AirTest }
  | { type: 'removeAirTest'; id: string };

export const SITE_FORMAT = 'eldrun-site';

/** Kinds of steps, in the order in which a wall usually takes them; insulation is numbered from the frame outward. */
export const STEP_KINDS = [
  'framing',
  'racking-inside',
  'sheathing',
  'membrane',
  'windows',
  'insulation',
  'furring',
  'cladding',
  'services',
  'cavity-fill',
  'air-barrier-inside',
  'airtightness-test',
  'inner-finish',
] as const;
export type StepFamily = (typeof STEP_KINDS)[number];

/** What one step waits for, and why. */
export interface Dependency {
  step: string;
  why: Message;
  /** Whose own order it is; null for a rule. */
  move: Move | null;
}

/** A step of an elevation before it has days. */
export interface Step {
  /** `north/insulation-1` */
  id: string;
  /** `insulation-1` */
  kind: string;
  family: StepFamily;
  elevation: string;
  /** The layer that it is named for, and all that it places, indoors first. */
  layer: string | null;
  layers: string[];
  after: Dependency[];
  crew: string;
  hours: number;
  /** Ids of its checks. */
  checks: string[];
}

/** A step with its days; null where something holds it. */
export interface PlannedStep extends Step {
  start: Day | null;
  finish: Day | null;
  /** What holds it: ids of failed checks. */
  held: string[];
  /** Whether its days were entered, in part or in whole. */
  entered: 'no' | 'started' | 'done';
}

export type ClockStatus = 'pass' | 'caution' | 'fail';

/** How long something may stay open, from the finish of its step to that of the one that covers it. */
export interface Clock {
  what: string;
  step: string;
  layer: string;
  from: Day;
  limitDays: number;
  deadline: Day;
  coveredBy: string | null;
  covered: Day | null;
  status: ClockStatus;
}

/** What is looked at before it is hidden. SI. */
export interface SiteCheck {
  id: string;
  /** The step whose work it looks at, and the one that hides it. */
  step: string;
  before: string | null;
  what: Message;
  value: number | null;
  unit: string | null;
  tolerance: number | null;
  sample: string;
  instrument: string;
}

/** What goes in before it can no longer be reached. */
export interface LeaveBehind {
  before: string;
  what: string;
}

/** Something wrong with a plan; what can be planned is. */
export interface SiteProblem {
  at: string;
  message: Message;
}

/** How often a crew goes around the house. */
export interface CrewPasses {
  crew: string;
  people: number;
  passes: number;
  hours: number;
}

/** The plan of a site. */
export interface SitePlan {
  steps: PlannedStep[];
  clocks: Clock[];
  checks: SiteCheck[];
  leaveBehinds: LeaveBehind[];
  crews: CrewPasses[];
  problems: SiteProblem[];
  /** The day that it is looked at. */
  today: Day;
  /** The last day of all; null where something is held. */
  finish: Day | null;
}
