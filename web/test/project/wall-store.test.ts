import { beforeEach, expect, test } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { nextTick } from 'vue';
import { assess } from '@eldrun/core/assessment';
import { InputError } from '@eldrun/core/errors';
import type { FramedLayer, SolidMember } from '@eldrun/core/build-up';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { useBench } from '../../src/features/wall/bench.ts';
import { useProject } from '../../src/project/project.ts';
import { useHeat } from '../../src/features/wall/heat/heat.ts';
import { useWall } from '../../src/project/wall.ts';
import * as heatJob from '../../src/compute/jobs/heat.ts';
import { openWall, WALL, type ServedWall } from '../one-wall.ts';
import { InlineWorker, useInlineWorkers } from '../inline-worker.ts';
import { until } from '../until.ts';

const { brief } = DEMO_PROJECTS[0]!;

/** Until the section is solved and the verdicts are found. */
const settled = (): Promise<void> => until(() => !useWall().computing && !useWall().judging);

/** Until what was edited is saved. */
const saved = (): Promise<void> => until(() => useWall().saveState.kind === 'saved');

let server: ServedWall;

beforeEach(async () => {
  useInlineWorkers({ heat: () => Promise.resolve(heatJob) });
  server = await openWall();
});

const layers = () => useWall().document!.layers.map(({ id }) => id);

test('steps are named, undone and redone, and each is saved', async () => {
  const wall = useWall();
  wall.run('Take out the board', [{ type: 'removeLayer', id: 'L6' }]);
  wall.run('Rename', [{ type: 'rename', name: 'New' }]);
  expect(wall.past.map((step) => step.name)).toEqual(['Take out the board', 'Rename']);
  expect(wall.undo()).toBe('Rename');
  expect(wall.undo()).toBe('Take out the board');
  expect(wall.undo()).toBeNull();
  expect(wall.document).toEqual(WALL);
  expect(wall.redo()).toBe('Take out the board');
  expect(layers()).not.toContain('L6');
  wall.run('Rename again', [{ type: 'rename', name: 'Other' }]);
  expect(wall.redo()).toBeNull();
  await saved();
  expect(server.document).toEqual(wall.document);
  expect(wall.saveState.kind).toBe('saved');
});

test('a step that would make no valid wall changes nothing', () => {
  const wall = useWall();
  expect(() => wall.run('Bad', [{ type: 'setThickness', id: 'L6', thickness: -1 }])).toThrow(
    InputError,
  );
  expect(wall.document).toEqual(WALL);
  expect(wall.past).toEqual([]);
});

test('readings and verdicts follow the document, and a fix gives what it promised', async () => {
  const wall = useWall();
  await settled();
  const [fix] = wall.verdicts.find(({ fixes }) => fixes.length > 0)!.fixes;
  const before = wall.whole!;
  wall.preview = fix!.effect;
  wall.run('Fix', fix!.commands);
  expect(wall.preview).toBeNull();
  // The layers answer at once; the last section stays until the new one is there.
  expect(wall.assessment!.quantities.thickness).toBe(fix!.effect.thickness);
  expect(wall.computing).toBe(true);
  expect(wall.whole).toBe(before);
  await settled();
  expect(wall.whole!.thermal.effective.r).toBe(fix!.effect.effectiveR);
  expect(wall.whole!.framingLoss).toBe(fix!.effect.framingLoss);
  expect(wall.verdicts.some(({ id }) => id === 'sheathing-dew-point')).toBe(true);
});

test('of a burst of edits the last one is answered', async () => {
  const wall = useWall();
  for (const thickness of [0.0508, 0.0762, 0.1016])
    wall.run('Board', [{ type: 'setThickness', id: 'L6', thickness }]);
  await settled();
  expect(wall.whole!.wall.file.layers[5]!.thickness).toBe(0.1016);
  expect(wall.whole!.thermal.effective.r).toBe(assess(wall.file!).thermal.effective.r);
});

test('a section that cannot be solved is a problem said in words, until the next change', async () => {
  const wall = useWall();
  const studs = wall.document!.layers[2] as FramedLayer;
  wall.run('Pins', [
    {
      type: 'insertLayer',
      index: 1,
      layer: {
        ...studs,
        id: 'pins',
        frame: 'pins',
        member: {
          ...studs.member,
          width: 0.001,
          spacing: studs.member.spacing / 200,
        } as SolidMember,
      },
    },
  ]);
  await settled();
  expect(wall.problem).toMatch(/layers\[1\]\.member\.spacing/);
  expect(wall.whole).toBeNull();
  expect(wall.verdicts).toEqual([]);
  wall.undo();
  await settled();
  expect(wall.problem).toBe('');
  expect(wall.whole).not.toBeNull();
});

test('a wall that becomes empty while it is solved stays without figures', async () => {
  const wall = useWall();
  wall.run(
    'Empty it',
    wall.document!.layers.map(({ id }) => ({ type: 'removeLayer', id })),
  );
  expect(wall.computing).toBe(false);
  // Whatever the workers were at answers before the next question is answered.
  await saved();
  expect(wall.whole).toBeNull();
  expect(wall.verdicts).toEqual([]);
  expect(wall.judging).toBe(false);
});

test('a worker that fails is said too, and the next change starts another', async () => {
  const wall = useWall();
  await settled();
  InlineWorker.failing = true;
  wall.run('Rename', [{ type: 'rename', name: 'A' }]);
  await settled();
  expect(wall.problem).toMatch(/out of memory/);
  InlineWorker.failing = false;
  wall.run('Rename', [{ type: 'rename', name: 'B' }]);
  await settled();
  expect(wall.problem).toBe('');
});

test('the lens reads a temperature anywhere, for the moment and the air that are shown', async () => {
  const wall = useWall();
  const bench = useBench();
  const heat = useHeat();
  await settled();
  heat.shown = true;
  bench.moment = 0;
  const { width } = heat.section!;
  heat.point = { along: width / 2, depth: 0.08 };
  const onStud = heat.reading!;
  heat.point = { along: 0, depth: 0.08 };
  expect(Math.abs(onStud - heat.reading!)).toBeGreaterThan(0.2);
  const january = heat.reading!;
  bench.chosen = { outdoor: -30 };
  expect(heat.air).toEqual({ indoor: 21, outdoor: -30 });
  expect(heat.reading!).toBeLessThan(january);
  bench.moment = 6;
  await nextTick();
  expect(bench.chosen).toEqual({});
  heat.point = { along: 0, depth: 9 };
  expect(heat.reading).toBe(heat.air!.outdoor);
  // Without a conductivity that depends on temperature the design day's section serves every moment.
  expect(heat.section).toBe(wall.whole!.section);
});

test('where conductivity depends on temperature the shown moment is solved for itself', async () => {
  const wall = useWall();
  const heat = useHeat();
  wall.run('Foam', [{ type: 'setFill', id: 'L6', fill: 'polyiso-foil-faced' }]);
  await settled();
  heat.shown = true;
  useBench().moment = 6;
  await nextTick();
  await until(() => !heat.computing);
  expect(heat.section).not.toBe(wall.whole!.section);
  expect(heat.section!.r).toBeGreaterThan(wall.whole!.section.r);
});

test('the brief reaches every wall at once', () => {
  const project = useProject();
  const wall = useWall();
  const margin = Math.min(...wall.assessment!.moisture.condensingPlane!.margin);
  project.change({ brief: { ...brief, outdoor: { climate: 'subarctic' } } }, 'Climate');
  expect(Math.min(...wall.assessment!.moisture.condensingPlane!.margin)).toBeLessThan(margin);
});

test('undo is found again by the page that comes after, for the same document only', async () => {
  const wall = useWall();
  wall.run('Rename', [{ type: 'rename', name: 'New' }]);
  await saved();
  wall.keepSteps();
  setActivePinia(createPinia());
  await useProject().open('p');
  await useWall().open('w');
  expect(useWall().past.map((step) => step.name)).toEqual(['Rename']);
  server.document = WALL;
  setActivePinia(createPinia());
  await useProject().open('p');
  await useWall().open('w');
  expect(useWall().past).toEqual([]);
});

test('the bench steps through the months and the design day', () => {
  const bench = useBench();
  bench.stepMonth(-1);
  expect(bench.moment).toBe(11);
  bench.moment = 'design';
  expect(bench.conditions!.outdoorTemperature).toBe(
    useWall().assessment!.wall.design.outdoorTemperature,
  );
  bench.stepMonth(1);
  expect(bench.moment).toBe(0);
  const cavity = bench.profile!.points.map(({ temperature }) => temperature);
  bench.path = 'member';
  expect(bench.profile!.points.map(({ temperature }) => temperature)).not.toEqual(cavity);
});
