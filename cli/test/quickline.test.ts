import { expect, test } from '@jest/globals';
import { eldrun } from './eldrun.ts';

const lines = (text: string): unknown[] =>
  text
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as unknown);

test('a phrase a line: layers indoors first, what is not used, why it is refused', async () => {
  const { code, stdout } = await eldrun(
    'quickline',
    '--units',
    'imperial',
    '--json',
    'osb + 2 layers 1 in polyiso',
    'let-in brace',
    'premium plywood',
  );
  expect(code).toBe(0);
  const polyiso = { kind: 'sheet', material: 'polyiso-foil-faced', thickness: 0.0254 };
  expect(lines(stdout)).toEqual([
    {
      layers: [{ kind: 'sheet', material: 'osb', thickness: 0.0111 }, polyiso, polyiso],
      unused: [],
      refused: null,
    },
    { layers: [], unused: ['brace'], refused: '“brace” is no layer of a wall' },
    {
      layers: [{ kind: 'sheet', material: 'plywood', thickness: 0.0127 }],
      unused: ['premium'],
      refused: null,
    },
  ]);
});

test('in words, and bad input', async () => {
  expect((await eldrun('quickline', '2x60 wood fibre board')).stdout).toMatch(
    /^2x60 wood fibre board: 2 × Wood-fiber insulation board.*, 60 mm\n$/,
  );
  expect((await eldrun('quickline', 'zzz qqq')).stdout).toContain('refused: No material');
  expect((await eldrun('quickline')).code).toBe(2);
  expect((await eldrun('quickline', 'osb', '--units', 'feet')).code).toBe(2);
});
