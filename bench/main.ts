import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { coreFigures } from './core.ts';
import { edgesFigures } from './edges.ts';
import { exploreFigures } from './explore.ts';
import { layoutFigures } from './layout.ts';
import { pageFigures } from './page.ts';
import { papersFigures } from './papers.ts';
import { sectionFigures } from './section.ts';
import { siteFigures } from './site.ts';
import { yearsFigures } from './years.ts';

/** The figures that were stored with the last commit that measured, to compare with in the same words. */
const STORED = join(import.meta.dirname, 'figures.json');

export async function bench(url: string, chromium: string, store: boolean): Promise<void> {
  const before = JSON.parse(readFileSync(STORED, 'utf8')) as Record<string, number>;
  const now = {
    ...sectionFigures(),
    ...edgesFigures(),
    ...coreFigures(),
    ...exploreFigures(),
    ...layoutFigures(),
    ...(await papersFigures()),
    ...(await siteFigures(url)),
    ...yearsFigures(),
    ...(await pageFigures(url, chromium)),
  };
  for (const [name, value] of Object.entries(now)) {
    const ratio = before[name] ? `  × ${(value / before[name]).toFixed(2)} of the stored` : '';
    console.log(`${name.padEnd(56)} ${value.toFixed(value < 100 ? 1 : 0).padStart(8)}${ratio}`);
  }
  if (store) {
    const rounded = Object.entries(now).map(([name, value]) => [
      name,
      Number(value.toPrecision(3)),
    ]);
    writeFileSync(STORED, `${JSON.stringify(Object.fromEntries(rounded), null, 2)}\n`);
  }
}
