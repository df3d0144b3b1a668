import type { Page } from '@playwright/test';
import { openDemoWall } from '../e2e/bench.ts';

const MEGABYTE = 1048576;

/** Ten years of a wall run in the page: how its frames come meanwhile, and what memory it takes, worker and page. */
export async function runningFigures(page: Page): Promise<Record<string, number>> {
  await openDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.getByRole('link', { name: 'Years', exact: true }).click();
  const panel = page.getByRole('region', { name: 'Years, hour by hour' });
  await panel.getByRole('combobox', { name: 'Length' }).click();
  await page.getByRole('option', { name: '10 years' }).click();
  const devtools = await page.context().newCDPSession(page);
  const heap = async (): Promise<number> => {
    await devtools.send('HeapProfiler.collectGarbage');
    return (await devtools.send('Runtime.getHeapUsage')).usedSize / MEGABYTE;
  };
  const before = await heap();
  await page.evaluate(() => {
    const frames: number[] = [];
    let last = performance.now();
    let going = true;
    const frame = (now: number): void => {
      frames.push(now - last);
      last = now;
      if (going) requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    Object.assign(window, { frames, endFrames: () => (going = false) });
  });
  const begun = performance.now();
  await panel.getByRole('button', { name: 'Run', exact: true }).click();
  await panel.getByRole('progressbar').waitFor();
  await panel.getByRole('button', { name: 'Run', exact: true }).waitFor({ timeout: 120_000 });
  const seconds = (performance.now() - begun) / 1000;
  const frames = await page.evaluate(() => {
    const { frames: list, endFrames } = window as unknown as {
      frames: number[];
      endFrames: () => void;
    };
    endFrames();
    return list;
  });
  const sorted = frames.toSorted((a, b) => a - b);
  return {
    'years in the page: ten years, s': seconds,
    'years in the page: frames a second meanwhile': frames.length / seconds,
    'years in the page: frame ms p95': sorted[Math.floor(0.95 * sorted.length)]!,
    'years in the page: longest frame ms': sorted.at(-1)!,
    'years in the page: heap of the page grows by MB': (await heap()) - before,
  };
}
