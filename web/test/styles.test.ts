import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';

const SOURCES = join(import.meta.dirname, '../src');

/** The style of each component, and that of all. */
const styles = readdirSync(SOURCES, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(vue|css)$/.test(name))
  .map((name) => {
    const text = readFileSync(join(SOURCES, name), 'utf8');
    return { name, css: name.endsWith('.css') ? text : (text.split(/<style[^>]*>/)[1] ?? '') };
  });

test('the page has three widths at which it changes', () => {
  const widths = new Set(
    styles.flatMap(({ css }) =>
      [...css.matchAll(/@media[^{]*max-width: (\d+px)/g)].map(([, width]) => width),
    ),
  );
  expect([...widths].sort()).toEqual(['1000px', '500px', '700px']);
});

test('a color is a token, but where something is drawn', () => {
  const drawn =
    /(Drawing|Chart|Marks|Section|Strip|Traces?|Cloud|Plan|Canvas|styles)\w*\.(vue|css)$/;
  const own = styles
    .filter(({ name }) => !drawn.test(name))
    .flatMap(({ name, css }) =>
      [...css.matchAll(/#[0-9a-f]{3,8}\b/gi)].map(([c]) => `${name} ${c}`),
    );
  expect(own).toEqual([]);
});

test('what many components share is written once', () => {
  const rules = new Map<string, string[]>();
  for (const { name, css } of styles)
    for (const [, selector, body] of css.matchAll(/^(\.[\w-]+) \{\n((?: {2}[^\n]*\n)+)\}/gm)) {
      const rule = `${selector} { ${body!.trim()} }`;
      rules.set(rule, [...(rules.get(rule) ?? []), name]);
    }
  const often = [...rules].filter(([, names]) => names.length > 3);
  expect(often).toEqual([]);
});
