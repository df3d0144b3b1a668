import { describe, expect, test } from '@jest/globals';
import type { RequestedLine } from '@eldrun/contract';
import { offerOf, suppliers } from '../src/supplier/quote.ts';

/** Sheets of OSB at 4 × 8 ft, each as a line of its own. */
const sheets = (count: number): RequestedLine[] =>
  Array.from({ length: count }, (_, n) => ({
    key: `sheathing | osb | ${n}`,
    material: 'osb',
    what: '1.22 × 2.44 m',
    unit: 'sheet',
    asked: 20,
    area: 20 * 2.9729,
    volume: 20 * 2.9729 * 0.0111,
  }));

describe('a simulated yard', () => {
  test('is one of a few, and no other answers', () => {
    expect(suppliers().map(({ id }) => id)).toEqual(['upper-yard', 'lower-yard']);
    expect(offerOf('elsewhere', { seed: 1, lines: sheets(1) })).toBeNull();
  });

  test('answers the same to the same seed, and otherwise to another', () => {
    const lines = sheets(30);
    const once = offerOf('upper-yard', { seed: 7, lines });
    expect(offerOf('upper-yard', { seed: 7, lines })).toEqual(once);
    expect(offerOf('upper-yard', { seed: 8, lines })).not.toEqual(once);
    expect(offerOf('lower-yard', { seed: 7, lines })).not.toEqual(once);
    // What is asked for beside a line does not change its answer.
    expect(offerOf('upper-yard', { seed: 7, lines: lines.slice(3, 4) })!.lines[0]).toEqual(
      once!.lines[3],
    );
  });

  test('asks about what the library costs, in cents, and is short now and then', () => {
    const { lines } = offerOf('lower-yard', { seed: 3, lines: sheets(400) })!;
    const offered = lines.filter(({ usd }) => usd !== null);
    // A sheet costs 7 USD/m² at that thickness.
    const sheet = 7 * 2.9729;
    for (const { usd, leadDays } of offered) {
      expect(usd!).toBeGreaterThan(sheet * 0.85);
      expect(usd!).toBeLessThan(sheet * 1.07);
      expect(Math.abs(usd! * 100 - Math.round(usd! * 100))).toBeLessThan(1e-6);
      expect(leadDays).toBeGreaterThanOrEqual(4);
      expect(leadDays).toBeLessThanOrEqual(24);
    }
    const short = offered.filter(({ available }) => available < 20);
    expect(short.length / offered.length).toBeGreaterThan(0.2);
    expect(short.length / offered.length).toBeLessThan(0.4);
    for (const { available } of short) expect(available).toBe(Math.floor(available));
    expect(lines.length - offered.length).toBeGreaterThan(5);
  });

  test('offers nothing for what the library does not know, and takes goods by the pack', () => {
    const [reed, tape] = offerOf('upper-yard', {
      seed: 1,
      lines: [
        { ...sheets(1)[0]!, key: 'a', material: 'reed' },
        { ...sheets(1)[0]!, key: 'b', material: 'tape', unit: 'roll', area: null, volume: null },
      ],
    })!.lines;
    expect(reed).toEqual({ key: 'a', usd: null, leadDays: null, available: 0 });
    expect(tape!.usd).toBeGreaterThan(30);
    expect(tape!.usd).toBeLessThan(37);
  });
});
