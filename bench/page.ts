import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { openDemoWall } from '../e2e/bench.ts';

/** The page on loopback: first load, and from an edit to its readings. */
export async function pageFigures(
  url: string,
  chromiumPath: string,
): Promise<Record<string, number>> {
  const browser = await chromium.launch({
    executablePath: chromiumPath,
    args: [
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
    ],
  });
  try {
    const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 } });
    let script = 0;
    page.on('response', (response) => {
      if (response.url().endsWith('.js'))
        void response.body().then((body) => (script += gzipSync(body).length));
    });
    const start = performance.now();
    await page.goto('/');
    await page.getByRole('link', { name: 'Mill Race house' }).waitFor();
    const interactive = performance.now() - start;
    await page.waitForLoadState('networkidle');
    const firstLoad = script;

    await openDemoWall(page, 'Mill Race house', 'North gable, option B');
    await page.waitForLoadState('networkidle');
    await page.locator('#row-L6').click();
    const times = await page.evaluate(async () => {
      const results: { work: number; painted: number }[] = [];
      const reading = document.querySelector('[data-reading="Effective R"]')!;
      for (let i = 0; i < 60; i++) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const before = performance.now();
        const key = Math.floor(i / 5) % 2 ? '-' : '+';
        document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
        await Promise.resolve();
        await new Promise((resolve) => queueMicrotask(() => resolve(null)));
        reading.getBoundingClientRect();
        const work = performance.now() - before;
        await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
        results.push({ work, painted: performance.now() - before });
      }
      return results;
    });
    const p95 = (values: number[]): number =>
      values.toSorted((a, b) => a - b)[Math.floor(values.length * 0.95)]!;
    return {
      'first page load, kB of script gzipped': firstLoad / 1000,
      'first page load, ms to the list of projects': interactive,
      'edit to readings laid out, ms p95': p95(times.map(({ work }) => work)),
      'edit to readings painted, ms p95': p95(times.map(({ painted }) => painted)),
    };
  } finally {
    await browser.close();
  }
}
