import { afterEach, beforeEach, expect, test } from '@jest/globals';
import { inTurn, outOfTurn } from '../../src/charts/in-turn.ts';

let frames: (() => void)[] = [];
const frame = (): void => {
  const now = frames;
  frames = [];
  for (const one of now) one();
};
const before = globalThis.requestAnimationFrame;

beforeEach(() => {
  frames = [];
  globalThis.requestAnimationFrame = (done) => frames.push(() => done(0));
});
afterEach(() => {
  globalThis.requestAnimationFrame = before;
});

test('one job a frame, in the order asked, the newest of each owner, none of who left', () => {
  const [a, b, c] = [Symbol('a'), Symbol('b'), Symbol('c')];
  const done: string[] = [];
  inTurn(a, () => done.push('a, old'));
  inTurn(b, () => done.push('b'));
  inTurn(c, () => done.push('c'));
  inTurn(a, () => done.push('a, new'));
  outOfTurn(c);
  frame();
  expect(done).toEqual(['a, new']);
  frame();
  expect(done).toEqual(['a, new', 'b']);
  frame();
  expect(done).toHaveLength(2);
  inTurn(c, () => done.push('c again'));
  frame();
  expect(done.at(-1)).toBe('c again');
  expect(frames).toHaveLength(0);
});
