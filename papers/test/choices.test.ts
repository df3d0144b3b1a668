import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import { Derived } from '@eldrun/project';
import { CHOICES, oneSided, PLACES, saidIn, type Place } from './choices.ts';

const PAGE = join(import.meta.dirname, '../../docs/choices.md');

const project = oneSided();
const derived = new Derived(project);
const before = saidIn(derived);

/** In which places each stored choice is read: where they say something else after it. */
const readBy = new Map<string, Place[]>();

test.each(CHOICES.map((choice) => [choice.name, choice] as const))(
  '%s is said wherever it has to be',
  (name, { change, given, said }) => {
    const basis = given?.(project) ?? project;
    derived.set(basis);
    const was = given ? saidIn(derived) : before;
    // What does not hang on it stays as it was derived.
    derived.set(change(basis));
    const after = saidIn(derived);
    const read = PLACES.filter((place) => after[place] !== was[place]);
    readBy.set(name, read);
    expect(read).toEqual(expect.arrayContaining([...said]));
    // A stored choice that no place reads is a fault.
    expect(read.length).toBeGreaterThan(0);
  },
);

test('the page of choices is the one that is found', () => {
  const head = readFileSync(PAGE, 'utf8').split(/(?<=<!-- the table -->\n)/)[0]!;
  const rows = [...readBy].map(
    ([name, places]) =>
      `| \`${name}\` | ${PLACES.map((place) => (places.includes(place) ? '●' : '')).join(' | ')} |`,
  );
  const page = `${head}\n${[
    `| stored choice | ${PLACES.join(' | ')} |`,
    `| --- | ${PLACES.map(() => ':-:').join(' | ')} |`,
    ...rows,
    '',
  ].join('\n')}`;
  if (process.env['ELDRUN_WRITE_DOCS']) writeFileSync(PAGE, page);
  const words = (text: string): string[] =>
    text.split('\n').map((line) => line.replace(/[ -]+/g, ' '));
  expect(words(readFileSync(PAGE, 'utf8'))).toEqual(words(page));
});
