import { describe, expect, test } from '@jest/globals';
import { findRunFixes, type RunFix, type RunVerdict } from '@eldrun/core/simulation';
import { messageText, say } from '@eldrun/core/units';

const verdict = (id: RunVerdict['id'], status: RunVerdict['status']): RunVerdict => ({
  id,
  status,
  title: say`${id}`,
  reason: say`${id}`,
});
const change = (name: string): RunFix => ({ label: say`${name}`, commands: [], choices: {} });

/** Runs a search over changes whose outcome is known. */
async function search(
  outcomes: Record<string, RunVerdict[] | null>,
  { stopAfter = Infinity } = {},
): Promise<{ found: [string, string][]; open: string[]; runs: string[] }> {
  const found: [string, string][] = [];
  const runs: string[] = [];
  const open = await findRunFixes({
    verdicts: [verdict('mold', 'fail'), verdict('damp', 'fail'), verdict('frost', 'caution')],
    changes: Object.keys(outcomes).map(change),
    run: ({ label }) => {
      const name = messageText(label, 'metric');
      runs.push(name);
      return Promise.resolve(outcomes[name]!);
    },
    found: (id, { label }) => found.push([id, messageText(label, 'metric')]),
    stopped: () => runs.length >= stopAfter,
  });
  return { found, open, runs };
}

describe('the search for fixes of a run', () => {
  const [pass, mold, damp, frost] = [
    [verdict('mold', 'pass')],
    [verdict('mold', 'fail')],
    [verdict('damp', 'fail')],
    [verdict('frost', 'fail')],
  ];

  test('each verdict gets the first change after which it does not fail, and the search ends', async () => {
    const { found, open, runs } = await search({
      a: [...mold, ...damp],
      b: damp,
      c: pass,
      d: pass,
    });
    expect(found).toEqual([
      ['mold', 'b'],
      ['damp', 'c'],
    ]);
    expect(open).toEqual([]);
    expect(runs).toEqual(['a', 'b', 'c']);
  });

  test('a change that makes another verdict fail is none', async () => {
    expect(await search({ a: frost, b: pass })).toMatchObject({
      found: [
        ['mold', 'b'],
        ['damp', 'b'],
      ],
    });
  });

  test('what cannot be run is passed over; what nothing helps is told; it stops when it is told to', async () => {
    expect(await search({ a: null, b: mold })).toMatchObject({
      found: [['damp', 'b']],
      open: ['mold'],
    });
    expect(await search({ a: mold, b: pass }, { stopAfter: 1 })).toMatchObject({
      runs: ['a'],
      open: ['mold'],
    });
  });
});
