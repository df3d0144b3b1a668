import { describe, expect, test } from '@jest/globals';
import {
  choicesOf,
  simulate,
  storingLayers,
  transientFor,
  DEFAULT_RUN,
  watchedLayer,
  type RunChoices,
  type SimulationResult,
  type Transient,
} from '@eldrun/core/transient';
import { LIBRARY } from '@eldrun/core/materials';
import { runFixes, runVerdicts, worstStatus } from '@eldrun/core/simulation';
import { messageText } from '@eldrun/core/units';
import { resolveWall, withBrief, type WallFile } from '@eldrun/core/build-up';
import { weatherOfSite } from '@eldrun/core/climate';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { coldWall, sheet } from '../walls.ts';

const all = DEMO_PROJECTS.flatMap(({ brief, walls }) =>
  walls.map((wall) => withBrief(wall, brief)),
);
const CLIMATE = { climate: 'cold-humid', seed: 1 };
const fileOf = (wall: WallFile, transient: Transient) => ({
  format: 'eldrun-simulation' as const,
  version: 1 as const,
  wall,
  transient,
});
const named = (id: string): string => id;

describe('the demo walls by a person’s choices', () => {
  test.each(all.map((wall) => [wall.name, wall] as const))(
    '%s comes to its end, wet start, leak and member too',
    (_, file) => {
      const wall = resolveWall(file);
      const weather = weatherOfSite(wall.site, 5);
      const changes: Partial<RunChoices>[] = [
        {},
        { wetStart: 0.25, airChanges: 0 },
        { leak: 9, side: 'south', path: 'member' },
      ];
      for (const change of changes) {
        const choices = { ...DEFAULT_RUN, years: 0.25, ...change };
        const run = fileOf(file, transientFor(wall, choices, CLIMATE)!);
        const { result } = simulate(run, weather);
        expect(result.problem).toBeNull();
        expect(Math.abs(result.balance.moisture)).toBeLessThan(1e-4);
        expect(result.faces).toHaveLength(file.layers.length + 1);
        expect(runVerdicts(result, run, named).length).toBeGreaterThan(0);
        if (choices.wetStart && watchedLayer(wall)!.fill!.category === 'wood-panel')
          expect(result.peak.mc.value).toBeGreaterThan(0.2499);
      }
    },
  );

  test('more air in the gap dries a wet sheathing sooner; fixes are tried smallest first', () => {
    const file = all[0]!;
    const wall = resolveWall(file);
    const weather = weatherOfSite(wall.site, 5);
    const hours = (change: Partial<RunChoices>) => {
      const choices = { ...DEFAULT_RUN, years: 1, startMonth: 4, wetStart: 0.22, ...change };
      return simulate(fileOf(file, transientFor(wall, choices, CLIMATE)!), weather).result.dryTo16!;
    };
    const closed = hours({ gapBy: 'changes', airChanges: 0 });
    expect(hours({ gapBy: 'changes', airChanges: 100 })).toBeLessThan(closed);
    expect(hours({ gapBy: 'openings', opening: 0.01, screened: false })).toBeLessThan(closed);
    const fixes = runFixes(wall, { ...DEFAULT_RUN, gapBy: 'changes', airChanges: 0 });
    expect(fixes[0]!.choices).toEqual({ airChanges: 20 });
    expect(fixes.at(-1)!.commands[0]).toMatchObject({ type: 'insertLayer' });
    const byOpenings = runFixes(wall, { ...DEFAULT_RUN, gapBy: 'openings', opening: 0.006 });
    expect(byOpenings[0]!.choices).toEqual({ opening: 0.01 });
  });

  test('choices go into a simulation and come back out of it', () => {
    const wall = resolveWall(all[0]!);
    const gypsum = storingLayers(wall).find(({ fillId }) => fillId?.startsWith('gypsum'))!;
    const choices: RunChoices = {
      years: 3,
      startMonth: 4,
      side: 'west',
      watch: watchedLayer(wall)!.id,
      path: 'member',
      rainShare: 0.02,
      exposure: 1.3,
      overhang: 0.35,
      leak: 4,
      gapBy: 'openings',
      airChanges: DEFAULT_RUN.airChanges,
      opening: 0.002,
      gapHeight: 5,
      screened: false,
      wetStart: 0.22,
      panelLiquid: true,
      wetLayers: { [gypsum.id]: 0.03 },
    };
    const back = choicesOf(transientFor(wall, choices, CLIMATE)!, DEFAULT_RUN);
    expect({ ...back, opening: 0 }).toEqual({ ...choices, opening: 0 });
    expect(back.opening).toBeCloseTo(choices.opening!, 12);
    // What is left open is then said: the leak of a usual house, no rain behind a gap, its usual openings.
    const usual = { ...DEFAULT_RUN, watch: watchedLayer(wall)!.id };
    expect(choicesOf(transientFor(wall, usual, CLIMATE)!, DEFAULT_RUN)).toEqual({
      ...usual,
      leak: 3,
      rainShare: 0,
      opening: 5e-3,
    });
  });

  test('rain wets a cladding of brick, not one of steel', () => {
    const brick = coldWall({
      layers: [
        sheet('L1', 'gypsum-board', 0.0127),
        sheet('L2', 'osb', 0.0111),
        { id: 'L3', kind: 'air', thickness: 0.025, ventilation: 'open' },
        sheet('L4', 'brick-veneer', LIBRARY['brick-veneer']!.thicknesses![0]!),
      ],
    });
    expect(transientFor(resolveWall(brick), DEFAULT_RUN, CLIMATE)!.facade).toEqual({
      wetting: 0.7,
      exposure: 1,
      overhang: 0.35,
    });
    const last = brick.layers.at(-1)! as { material: string };
    last.material = 'metal-panel-steel';
    expect(transientFor(resolveWall(brick), DEFAULT_RUN, CLIMATE)!.facade).toBeUndefined();
  });
});

describe('what a run says', () => {
  const file = all[0]!;
  const wall = resolveWall(file);
  const transient = transientFor(wall, { ...DEFAULT_RUN, wetStart: 0.25 }, CLIMATE)!;
  const run = { wall: file, transient };
  const dry = { value: 0.1, hour: 5 };
  const mold = (index: number) => ({
    'very-sensitive': index,
    sensitive: index,
    'medium-resistant': index,
    resistant: index,
  });
  const quiet = (change: Partial<SimulationResult> = {}): SimulationResult => ({
    hours: 17520,
    weekly: { hour: [], mc: [], mcInner: [], temperature: [], rh: [] },
    monthly: { mc: [], mcInner: [], temperature: [], rh: [] },
    peak: { mc: dry, mcInner: dry },
    end: { mc: 0.1, mcInner: 0.1 },
    dryTo16: 2400,
    totals: { heatIn: 0, heatOut: 0, moistureIn: 0, moistureOut: 0 },
    balance: { heat: 0, moisture: 0 },
    mold: mold(0),
    faces: Array.from({ length: file.layers.length + 1 }, (_, i) => ({
      inner: file.layers[i - 1]?.id ?? null,
      outer: file.layers[i]?.id ?? null,
      moldClass: 'sensitive' as const,
      mold: mold(0),
      humidHours: 0,
      wetHours: 0,
    })),
    frost: [],
    fasteners: [],
    causes: { indoors: 0, outdoors: 0, rain: 0, facade: 0, ventilation: 0, leak: 0 },
    above20: { hours: 0, longest: 0 },
    notes: [],
    problem: null,
    ...change,
  });
  const statuses = (change: Partial<SimulationResult>) =>
    Object.fromEntries(
      runVerdicts(quiet(change), run, named).map(({ id, status }) => [id, status]),
    );

  test('limits: mold index 3, thirty days above 20 %, a year to dry', () => {
    // Shut in wet, it is judged by its drying.
    expect(statuses({})).toEqual({ mold: 'pass', damp: 'info', drying: 'pass' });
    expect(statuses({ mold: mold(2.99) })['mold']).toBe('caution');
    expect(statuses({ mold: mold(3) })['mold']).toBe('fail');
    const dryStart = { wall: file, transient: transientFor(wall, DEFAULT_RUN, CLIMATE)! };
    const damp = (longest: number) =>
      runVerdicts(quiet({ above20: { hours: longest, longest } }), dryStart, named).find(
        ({ id }) => id === 'damp',
      )!.status;
    expect([damp(0), damp(720), damp(721)]).toEqual(['pass', 'caution', 'fail']);
    // 20 % is the limit of wood.
    const gypsum = { ...dryStart, transient: { ...dryStart.transient, watch: 'L1' } };
    const told = runVerdicts(quiet({ above20: { hours: 900, longest: 900 } }), gypsum, named);
    expect(told.find(({ id }) => id === 'damp')!.status).toBe('info');
    expect(statuses({ dryTo16: 8761 })['drying']).toBe('fail');
    expect(statuses({ dryTo16: null })['drying']).toBe('fail');
    expect(statuses({ dryTo16: null, hours: 4000 })['drying']).toBe('info');
  });

  test('a run that ended early or does not balance passes nothing, but still fails', () => {
    expect(statuses({ problem: 'Stopped.' })).toEqual({
      mold: 'info',
      damp: 'info',
      drying: 'info',
    });
    expect(statuses({ problem: 'Stopped.', mold: mold(3) })['mold']).toBe('fail');
    const none = runVerdicts(
      quiet({
        hours: 0,
        problem: 'It does not settle in hour 1.',
        fasteners: [{ from: 'L4', to: 'L4', wetHours: 0 }],
      }),
      run,
      named,
    );
    expect(messageText(none.at(-1)!.title, 'metric')).toBe(
      'Fasteners through L4 are wet 0 hours a year',
    );
  });

  test('the worst other face counts up to the gap, whose own face is only cautioned', () => {
    const gap = file.layers.findIndex(({ id }) => id === transient.cavity!.layer);
    const withFace = (i: number, index: number) => {
      const result = quiet();
      result.faces[i]!.mold = mold(index);
      return runVerdicts(result, run, named).find(({ id }) => id === 'mold-elsewhere');
    };
    expect(withFace(1, 4)!.status).toBe('fail');
    expect(messageText(withFace(1, 4)!.title, 'metric')).toMatch(/Mold index 4\.0 between/);
    expect(withFace(gap, 4)!.status).toBe('caution');
    expect(withFace(gap + 1, 6)).toBeUndefined();
    expect(withFace(1, 0.9)).toBeUndefined();
  });

  test('frost while wet and fasteners as wet as outdoors are cautioned, by the year', () => {
    const found = runVerdicts(
      quiet({
        frost: [{ layer: 'L9', cycles: 80, wetCycles: 6 }],
        fasteners: [
          { from: 'L4', to: 'L5', wetHours: 100 },
          { from: 'L4', to: 'L6', wetHours: 6000 },
        ],
      }),
      run,
      named,
    );
    const text = (id: string) => messageText(found.find((v) => v.id === id)!.title, 'metric');
    expect(text('frost')).toBe('L9 freezes 40 times a year, 3 of them wet');
    expect(text('fasteners')).toBe('Fasteners from L4 to L6 are wet 3000 hours a year');
    expect(worstStatus(found)).toBe('caution');
    expect(worstStatus([])).toBe('pass');
  });
});
