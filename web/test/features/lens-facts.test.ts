import { expect, test } from '@jest/globals';
import { findMaterial, withBrief } from '@eldrun/core/build-up';
import { LIBRARY } from '@eldrun/core/materials';
import type { ProjectHouse } from '@eldrun/core/house';
import { tapeText, wallLength } from '@eldrun/core/units';
import { DEMO_PROJECTS } from '@eldrun/demo';
import { demoProject } from '@eldrun/demo/as-project';
import { Derived, factsOfWall, layouts, takeoffChoices, withDocuments } from '@eldrun/project';
import { lensFacts, type Fact } from '../../src/features/elevations/lens-facts.ts';
import { fieldText, signedFrom, sizeText } from '../../src/components/lengths.ts';
import { drawnOpening, newWall, usualOpening } from '../../src/features/elevations/new-parts.ts';

const INCH = 0.0254;
const { brief, walls, house } = DEMO_PROJECTS[0]!;
const facts = (lens: Parameters<typeof lensFacts>[0], wall: number, rules = {}): Fact[] => {
  const built = { ...house!, assemblies: { A: `wall-${wall}` }, ...rules };
  const { look } = new Derived(
    withDocuments(demoProject(), [{ id: 'house', kind: 'house', revision: 2, document: built }]),
  );
  return lensFacts(lens, {
    layout: look(layouts)[0]!,
    rules: built,
    placed: look(factsOfWall, `wall-${wall}`),
    choices: look(takeoffChoices),
    find: (id) => findMaterial(id, withBrief(walls[wall]!, brief), LIBRARY),
    units: 'imperial',
  });
};
const fact = (all: readonly Fact[], label: RegExp): Fact =>
  all.find((one) => label.test(one.label))!;

test('each lens says what is ordered, how it is fastened, and what that stands on', () => {
  expect(fact(facts('frame', 1), /^Headers/)).toMatchObject({
    value: '3',
    more: expect.stringContaining('6 plies'),
  });
  const sheathing = facts('sheathing', 1);
  expect(fact(sheathing, /^8d common/).more).toBe('2 1/2 in. long');
  expect(fact(sheathing, /^Sheathing fasteners/).more).toMatch(
    /^8d common nails.*: 6 in\. at edges, 12 in\. in the field/,
  );
  expect(fact(sheathing, /^Oriented/).value).toMatch(/^\d+ sheets$/);
  const insulated = facts('sheathing', 1, { nailing: 'insulated' });
  // 7/16 in. of sheathing and 1 1/2 in. into the stud.
  expect(fact(insulated, /^Nails for insulated/).more).toMatch(/^1 15\/16 in\. long/);
  expect(fact(facts('furring', 1), /^Ripped/).more).toMatch(/13 strips of 3 1\/2 in\./);
  expect(fact(facts('boards', 1), /^Wool/).value).toBe('+1/4 in.');
  expect(fact(facts('cladding', 1, { cladding: { joints: 'butted' } }), /^Butted/).more).toMatch(
    /going up at 59 °F/,
  );
});

test('what somebody chose of how layers are placed is said as chosen', () => {
  const own = { sheets: { outside: [{ width: 1.2192, length: 2.4384, stagger: 0.4572 }] } };
  expect(fact(facts('boards', 1), /^Joints/)).toMatchObject({ value: 'usual' });
  expect(fact(facts('boards', 1, own), /^Joints/)).toMatchObject({
    value: 'chosen',
    more: expect.stringContaining('behind by 18 in.') as unknown,
  });
});

test('a membrane takes rolls and tape, a self-adhered one primer', () => {
  expect(fact(facts('membrane', 1), /^Tape|tape/)).toBeDefined();
  expect(fact(facts('membrane', 2), /^primer/i).value).toMatch(/^\d+ cans?$/);
  expect(fact(facts('membrane', 2), /^Laps/).more).toMatch(/^2 1\/2 in\. at sides/);
});

test('a layer that the assembly does not have is said', () => {
  expect(facts('boards', 0)[0]!.more).toMatch(/has no board/);
  expect(facts('furring', 3)[0]!.more).toMatch(/has no furring/);
});

test('lengths read as a tape does', () => {
  expect(tapeText(15.25 * INCH, 'imperial')).toBe('15 1/4');
  expect(tapeText(0, 'imperial')).toBe('0');
  expect(tapeText(0.3874, 'metric')).toBe('387');
  expect(sizeText(36 * INCH, 82.5 * INCH, 'imperial')).toBe('36 × 82 1/2');
  expect(wallLength(6.096, 'metric')).toBe('6.096 m');
  expect(fieldText(-0.2032, 'imperial')).toBe('−8');
  expect(fieldText(undefined, 'metric')).toBe('');
  expect(signedFrom('−8', 'imperial')).toBeCloseTo(-0.2032, 12);
  expect(signedFrom('200', 'metric')).toBe(0.2);
});

const project: ProjectHouse = { ...house!, assemblies: { A: 'wall-of-a' } };

test('what is drawn to the floor is a door; a usual window has its head at the line, in the widest stretch', () => {
  const door = drawnOpening({ x: 1, z: 0.05, width: 1, height: 2 }, project);
  expect(door).toMatchObject({ id: 'D3', kind: 'door', sill: 0, height: 2.05 });
  const [north] = project.elevations;
  const window = usualOpening('window', north!, project, 'imperial', 84 * INCH);
  expect(window.id).toBe('W8');
  expect(window.sill + window.height).toBeCloseTo(84 * INCH, 9);
  // Between W1’s right edge at 98 in. and W2’s left one at 186.
  expect(window.x).toBeGreaterThan(98 * INCH);
  expect(window.x + window.width).toBeLessThan(186 * INCH);
});

test('a copied wall has openings with names of their own', () => {
  const [north] = project.elevations;
  const { id, commands } = newWall(project, 'wall-of-a', 'metric', north);
  expect(id).toBe('wall-1');
  const [add] = commands;
  if (add?.type !== 'addElevation') throw new Error('no wall is added');
  expect(add.after).toBe('north');
  expect(add.elevation.openings!.map((one) => one.id)).toEqual(['W8', 'W9', 'D3']);
});
