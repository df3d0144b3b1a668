import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { openDemoWall } from '../e2e/bench.ts';
import { runningFigures } from './page-years.ts';

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

    // From asking a worker for a section to having it, whatever lies between.
    await page.addInitScript(() => {
      const waits: number[] = [];
      Object.assign(window, { sectionWaits: waits });
      const Plain = window.Worker;
      window.Worker = class extends Plain {
        private readonly asked = new Map<number, number>();
        constructor(url: string | URL, options?: WorkerOptions) {
          super(url, options);
          this.addEventListener('message', ({ data }: MessageEvent<{ job: number }>) => {
            const asked = 'section' in data && this.asked.get(data.job);
            if (asked) waits.push(performance.now() - asked);
          });
        }
        override postMessage(message: { job: number }): void {
          this.asked.set(message.job, performance.now());
          super.postMessage(message);
        }
      };
    });
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
    await page.getByRole('link', { name: 'Moisture' }).click();
    await page.locator('[data-ratio]').waitFor();
    const drags = await page.evaluate(async () => {
      const results: number[] = [];
      const slider = document.querySelector<HTMLInputElement>('.ratio input[type="range"]')!;
      const answer = document.querySelector('[data-ratio]')!;
      for (let i = 0; i < 60; i++) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const before = performance.now();
        slider.value = String(20 + i * 3);
        slider.dispatchEvent(new Event('input', { bubbles: true }));
        await new Promise((resolve) => queueMicrotask(() => resolve(null)));
        answer.getBoundingClientRect();
        results.push(performance.now() - before);
      }
      return results;
    });
    const waitsOn = async (project: string, wall: string): Promise<number> => {
      await openDemoWall(page, project, wall);
      await page.locator('#row-L2').click();
      const waits = await page.evaluate(async () => {
        const list = (window as unknown as { sectionWaits: number[] }).sectionWaits;
        list.length = 0;
        for (let i = 0; i < 30; i++) {
          const key = Math.floor(i / 3) % 2 ? '-' : '+';
          document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
          await new Promise((resolve) => setTimeout(resolve, 700));
        }
        return list;
      });
      return waits.toSorted((a, b) => a - b)[waits.length >> 1]!;
    };
    const woodWait = await waitsOn('Lower Ford house', 'Dries both ways');
    const steelWait = await waitsOn('Quarry Row infill', 'Steel studs, cavity fill only');
    const p95 = (values: number[]): number =>
      values.toSorted((a, b) => a - b)[Math.floor(values.length * 0.95)]!;
    return {
      'first page load, kB of script gzipped': firstLoad / 1000,
      'first page load, ms to the list of projects': interactive,
      'worker asked for a section until it is there, wood, ms': woodWait,
      'worker asked for a section until it is there, steel, ms': steelWait,
      'edit to readings laid out, ms p95': p95(times.map(({ work }) => work)),
      'ratio slider to its answer laid out, ms p95': p95(drags),
      'edit to readings painted, ms p95': p95(times.map(({ painted }) => painted)),
      ...(await runningFigures(page)),
    };
  } finally {
    await browser.close();
  }
}
