import { describe, expect, test } from '@jest/globals';
import { changesSince, type Decision } from '@eldrun/core/decision';
import { withBrief, type Brief, type ProjectWall } from '@eldrun/core/build-up';
import { DECISION } from '@eldrun/core/kinds';
import { measure } from '@eldrun/core/options';
import { coldWall, withLayer } from '../walls.ts';

const { convention, indoor, outdoor, ...wall } = coldWall();
const brief: Brief = { convention, indoor, outdoor };
const first: ProjectWall = { ...wall, name: 'First' };
const second: ProjectWall = {
  ...withLayer(coldWall(), 'board', { thickness: 0.0762 }),
  name: 'Second',
};

const option = (id: string, of: ProjectWall) => ({
  wall: id,
  revision: 3,
  name: of.name,
  measures: measure(withBrief(of, brief)),
  judgment: { moisture: 'pass' as const, basis: 'static' as const },
});

const decision: Decision = {
  format: 'eldrun-decision',
  version: 1,
  name: 'North gable',
  chosen: 'b',
  why: 'Warmer.',
  decidedBy: 'Builder',
  decidedOn: '2026-03-12',
  options: [{ ...option('a', first), rejected: 'Colder.' }, option('b', second)],
  brief,
};

const asItWas = [
  { wall: 'a', then: first, now: first, measures: option('a', first).measures },
  { wall: 'b', then: second, now: second, measures: option('b', second).measures },
];

test('needs the states of the walls that it was made on', () => {
  expect(DECISION.references(DECISION.validate(decision, { materials: {} })).documents).toEqual([
    { id: 'a', revision: 3 },
    { id: 'b', revision: 3 },
  ]);
});

describe('refuses, naming the field', () => {
  test.each<[string, object, string]>([
    ['a day that does not exist', { decidedOn: '2026-02-30' }, 'decidedOn'],
    ['a choice that was none', { chosen: 'c' }, 'chosen'],
    [
      'the same wall twice',
      { options: [decision.options[1], decision.options[1]] },
      'options[1].wall',
    ],
    ['a bad brief', { brief: { ...brief, convention: 'mine' } }, 'brief.convention'],
    ['no options', { options: [] }, 'options'],
  ])('%s', (_, change, path) => {
    expect(() => DECISION.validate({ ...decision, ...change }, { materials: {} })).toThrow(
      expect.objectContaining({ path }),
    );
  });
});

test('another wall can be chosen, and the reasons stay when it is decided anew', () => {
  const chosen = DECISION.apply(decision, { type: 'choose', wall: 'a' });
  expect(chosen.options[0]).not.toHaveProperty('rejected');
  expect(() => DECISION.apply(decision, { type: 'choose', wall: 'x' })).toThrow('a, b');
  const on = {
    brief,
    options: decision.options.map(({ rejected: _, ...one }) => ({ ...one, revision: 9 })),
  };
  const anew = DECISION.apply(decision, { type: 'bind', on });
  expect(anew.options.map(({ revision, rejected }) => [revision, rejected])).toEqual([
    [9, 'Colder.'],
    [9, undefined],
  ]);
});

describe('is flagged', () => {
  test('not while nothing changed, nor for a new name', () => {
    expect(changesSince(decision, brief, asItWas)).toEqual([]);
    const renamed = asItWas.map((one) => ({ ...one, now: { ...one.now, name: 'Other' } }));
    expect(changesSince(decision, brief, renamed)).toEqual([]);
    const proof = [{ of: 'osb', kind: 'evaluation', name: 'Report' }];
    const proved = asItWas.map((one) => ({ ...one, now: { ...one.now, proof } }));
    expect(changesSince(decision, brief, proved)).toEqual([]);
  });

  test('when a wall, the brief or a price changes, or a wall is gone', () => {
    const thicker = withLayer(coldWall(), 'board', { thickness: 0.0508 });
    const walls = [
      { ...asItWas[0]!, now: { ...first, layers: thicker.layers } },
      { ...asItWas[1]!, now: null },
    ];
    const changes = changesSince(decision, { ...brief, outdoor: { climate: 'cold-dry' } }, walls);
    expect(changes.map(({ what }) => what)).toEqual(['brief', 'wall', 'gone']);
    expect(changes[0]).toEqual({ what: 'brief', fields: ['outdoor'] });
    const { measures } = asItWas[0]!;
    const dearer = [
      { ...asItWas[0]!, measures: { ...measures, cost: measures.cost! + 1 } },
      asItWas[1]!,
    ];
    expect(changesSince(decision, brief, dearer)).toMatchObject([{ what: 'figures', wall: 'a' }]);
  });
});
