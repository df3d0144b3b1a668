import { describe, expect, test } from '@jest/globals';
import fc from '../property.ts';
import {
  applyAll,
  MAX_STEPS,
  NO_HISTORY,
  stepDone,
  stepRedone,
  stepUndone,
  untouchable,
} from '@eldrun/core/document';
import { applyCommands, wallDifferences } from '@eldrun/core/wall';
import { assess } from '@eldrun/core/assessment';
import { withBrief, type ProjectWall } from '@eldrun/core/build-up';
import { WALL } from '@eldrun/core/kinds';
import { DEMO_PROJECTS } from '@eldrun/demo';

const { brief, walls } = DEMO_PROJECTS[0]!;
const wall = walls[1]!;

describe('undo', () => {
  test('undone and redone in any order, the documents are those that were there', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom('do', 'undo', 'redo')), (moves) => {
        let history = { ...NO_HISTORY } as ReturnType<typeof stepDone<number>>;
        let now = 0;
        let next = 1;
        const line = [0];
        let at = 0;
        for (const move of moves) {
          if (move === 'do') {
            history = stepDone(history, `to ${next}`, now);
            now = next++;
            line.splice(++at, Infinity, now);
          } else {
            const to = move === 'undo' ? stepUndone(history, now) : stepRedone(history, now);
            if (to) {
              ({ history, document: now } = to);
              at += move === 'undo' ? -1 : 1;
            }
          }
          expect(now).toBe(line[at]);
        }
      }),
    );
  });

  test('only so many steps are kept', () => {
    let history = { ...NO_HISTORY } as ReturnType<typeof stepDone<number>>;
    for (let i = 0; i < MAX_STEPS + 5; i++) history = stepDone(history, `${i}`, i);
    expect(history.past).toHaveLength(MAX_STEPS);
    expect(history.past[0]!.before).toBe(5);
  });
});

describe('the wall as a kind of document', () => {
  test('needs the materials that it does not bring along, and its weather file', () => {
    const own = applyCommands(wall, [
      { type: 'setFill', id: 'L6', fill: 'reed' },
      {
        type: 'setMaterial',
        id: 'osb',
        material: { name: 'Own', conductivity: 1, vapor: { mu: 1 } },
      },
    ]);
    const needs = WALL.references({
      ...own,
      outdoor: {
        monthly: { temperature: [], relativeHumidity: [] },
        designTemperature: 0,
        weather: 'weather-1',
      },
    });
    expect(needs.materials).toContain('reed');
    expect(needs.materials).not.toContain('osb');
    expect(needs.weather).toEqual(['weather-1']);
  });

  test('its summary has the judgment, the figures, and says whether hours would say more', () => {
    const project = { brief, materials: {} };
    const short = WALL.summarize(wall, project, { long: false, weather: {} });
    const { thermal } = assess(withBrief(wall, brief));
    expect(short).toMatchObject({ judgment: 'pass', basis: 'static', more: true });
    expect(short.figures['effectiveR']).toBe(thermal.effective.r);
    const long = WALL.summarize(wall, project, { long: true, weather: {} });
    expect(long).toMatchObject({ judgment: 'pass', basis: 'hourly', more: false });
  });

  test('its commands apply one after the other, and a file of it stands alone', () => {
    const after = applyAll(WALL, wall, [
      { type: 'rename', name: 'Other' },
      { type: 'removeLayer', id: 'L6' },
    ]);
    expect(after).toMatchObject({ name: 'Other' });
    expect(WALL.fileOf(after, { brief, materials: {} })).toMatchObject({ indoor: brief.indoor });
  });

  test('one of a version to come, or of an unknown kind, is not touched', () => {
    expect(untouchable(wall, WALL)).toBeNull();
    expect(untouchable({ ...wall, version: 2 }, WALL)).toContain('newer Eldrun');
    expect(untouchable({ format: 'eldrun-castle', version: 1 }, undefined)).toContain(
      'eldrun-castle',
    );
  });
});

describe('what differs between two states of a wall', () => {
  const differ = (after: ProjectWall) => wallDifferences(wall, after);

  test('nothing, where nothing does', () => {
    expect(differ(JSON.parse(JSON.stringify(wall)) as ProjectWall)).toEqual({
      layers: [],
      fields: [],
    });
  });

  test('layers that were added, taken out, changed; other fields by name', () => {
    const after = applyCommands(wall, [
      { type: 'removeLayer', id: 'L1' },
      { type: 'setThickness', id: 'L6', thickness: 0.05 },
      {
        type: 'insertLayer',
        index: 0,
        layer: { id: 'new', kind: 'sheet', material: 'osb', thickness: 0.011 },
      },
      { type: 'rename', name: 'Other' },
    ]);
    const { layers, fields } = differ(after);
    expect(layers.map(({ id, change }) => [id, change])).toEqual([
      ['new', 'added'],
      ['L6', 'changed'],
      ['L1', 'removed'],
    ]);
    expect(fields).toEqual(['name']);
  });

  test('of a layer that moved past others only that one is said to have moved', () => {
    const after = applyCommands(wall, [{ type: 'moveLayer', id: 'L2', index: 5 }]);
    expect(differ(after).layers.map(({ id, change }) => [id, change])).toEqual([['L2', 'moved']]);
  });
});
