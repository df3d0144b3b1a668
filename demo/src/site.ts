import type { CheckEntry, LogEntry, ProjectSite } from '@eldrun/core/site';

const SIDES = ['north', 'east', 'south', 'west'] as const;

/** A step of every side, a day after the other. @param days of April or May 2026, one for each side */
const around = (kind: string, days: readonly string[]) =>
  SIDES.flatMap((side, n) => {
    const day = days[n];
    return day ? [{ step: `${side}/${kind}`, started: day, finished: day, by: 'Lead' }] : [];
  });

const passed = (check: string, at: string, note?: string): CheckEntry => ({
  check,
  result: 'pass',
  at,
  by: 'Lead',
  ...(note ? { note } : {}),
});

const LOG: LogEntry[] = [
  {
    id: 'log-1',
    day: '2026-04-20',
    time: '07:40',
    kind: 'delivery',
    text: 'Studs and plates; stamps read, six crooked ones set aside.',
    people: 3,
    by: 'Lead',
  },
  {
    id: 'log-2',
    day: '2026-04-20',
    time: '15:10',
    kind: 'work',
    text: 'North wall framed and raised, braced both ways.',
    elevation: 'north',
    by: 'Lead',
  },
  {
    id: 'log-3',
    day: '2026-04-28',
    time: '11:30',
    kind: 'problem',
    text: 'Panels tight at two joints on the east side: sawn open to 1/8 in.',
    elevation: 'east',
    by: 'Lead',
  },
  {
    id: 'log-4',
    day: '2026-04-29',
    time: '14:00',
    kind: 'visit',
    text: 'Inspector saw the nailing on all four sides.',
    by: 'Lead',
  },
  {
    id: 'log-5',
    day: '2026-05-05',
    time: '16:20',
    kind: 'note',
    text: 'Supplier says the windows come on May 11, not before.',
    by: 'Lead',
  },
];

/** How the walls of the house at the mill race are built: framed, sheathed and wrapped, waiting for the windows. */
export const MILL_RACE_SITE: ProjectSite = {
  format: 'eldrun-site',
  version: 1,
  name: 'Site',
  start: '2026-04-20',
  today: '2026-05-06',
  calendar: { workdays: [1, 2, 3, 4, 5], holidays: ['2026-05-25'], hours: 8 },
  crews: { framing: 3, siding: 2, windows: 2, services: 1, insulation: 2, finish: 2, testing: 1 },
  choices: {
    racking: 'outside',
    windows: 'before-insulation',
    airtightness: 'before-cover',
  },
  leadTimes: [{ item: 'windows', ordered: '2026-03-02', days: 70 }],
  progress: [
    ...around('framing', ['2026-04-20', '2026-04-21', '2026-04-22', '2026-04-23']),
    ...around('sheathing', ['2026-04-24', '2026-04-27', '2026-04-28', '2026-04-29']),
    ...around('membrane', ['2026-04-30', '2026-05-01', '2026-05-04', '2026-05-05']),
  ],
  checks: [
    ...SIDES.flatMap((side) => [
      passed(`${side}/framing/plumb`, '2026-04-23'),
      passed(`${side}/sheathing/nailing`, '2026-04-29'),
      passed(`${side}/sheathing/heads`, '2026-04-29'),
    ]),
    {
      check: 'east/sheathing/gaps',
      result: 'fail',
      at: '2026-04-28',
      by: 'Lead',
      note: 'two joints tight',
    },
    passed('east/sheathing/gaps', '2026-04-28', 'sawn open'),
    passed('north/sheathing/gaps', '2026-04-28'),
    passed('north/membrane/laps', '2026-05-04'),
  ],
  readings: [
    { kind: 'wood-moisture', where: 'north/studs', value: 0.16, at: '2026-05-05', by: 'Lead' },
    { kind: 'wood-moisture', where: 'west/studs', value: 0.18, at: '2026-05-05', by: 'Lead' },
  ],
  log: LOG,
};
