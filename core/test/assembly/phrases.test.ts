import { readFileSync } from 'node:fs';
import { expect, test } from '@jest/globals';
import { LIBRARY, MaterialSearch } from '@eldrun/core/materials';
import { messageText, type UnitSystem } from '@eldrun/core/units';
import { parseQuickLine, type NewLayer } from '@eldrun/core/quickline';

/**
 * What builders say, and the layers it means, indoors first; `phrases.txt` has a phrase a line, its unit system before
 * it and the layers or the refusal after the arrow.
 */
const PHRASES = readFileSync(new URL('phrases.txt', import.meta.url), 'utf8')
  .split('\n')
  .filter((line) => line && !line.startsWith('#'))
  .map((line) => {
    const [, system, phrase, wanted] = /^(imperial|metric) (.+?) => (.+)$/.exec(line)!;
    return [phrase!, system as UnitSystem, wanted!] as const;
  });

const search = new MaterialSearch(LIBRARY);
const mm = (length: number): string => String(Math.round(length * 10_000) / 10);

/** A layer in a few words: `osb 11.1`, `main 139.7 @406.4 cellulose-dense-pack`. */
function summary(layer: NewLayer): string {
  if (layer.kind === 'sheet') return `${layer.material} ${mm(layer.thickness)}`;
  if (layer.kind === 'air') return `air ${layer.ventilation} ${mm(layer.thickness)}`;
  const { member, fill, frame, thickness } = layer;
  const of =
    member.section === 'c'
      ? ` steel ${mm(member.web)}`
      : member.material === 'softwood'
        ? ''
        : ` of ${member.material}`;
  const direction = member.direction === 'horizontal' ? ' across' : '';
  const between = typeof fill === 'string' ? fill : `air ${fill.air.ventilation}`;
  return `${frame} ${mm(thickness)} @${mm(member.spacing)}${direction}${of} ${between}`;
}

test('there are enough phrases, in both unit systems', () => {
  expect(PHRASES.length).toBeGreaterThanOrEqual(120);
  expect(PHRASES.filter(([, system]) => system === 'metric').length).toBeGreaterThan(30);
});

test.each(PHRASES)('“%s” (%s) is %s', (phrase, system, wanted) => {
  const { suggestions, problem } = parseQuickLine(phrase, system, search);
  const [best] = suggestions;
  const refused = best ? best.refused && messageText(best.refused, system) : problem;
  const layers = refused === null ? best!.layers.map(summary).join(' | ') : `refused: ${refused}`;
  const place = best?.place && refused === null ? ` (${Object.values(best.place).join(' ')})` : '';
  expect(`${layers}${place}`).toBe(wanted);
});
