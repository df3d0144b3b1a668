import { gzipSync } from 'node:zlib';
import { chromium, type Browser, type Page } from '@playwright/test';
import { openDemoWall } from '../e2e/bench.ts';
import { runningFigures } from './page-years.ts';
import { transferFigures } from './transfer.ts';

/** What a worker tells, as far as it is looked at. */
interface Told {
  id: number;
  answer?: object | null;
}

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
        // Of what is still on its way when a page is left nothing is counted.
        void response.body().then(
          (body) => (script += gzipSync(body).length),
          () => undefined,
        );
    });
    const start = performance.now();
    await page.goto('/');
    await page.getByRole('link', { name: 'Mill Race house' }).waitFor();
    const interactive = performance.now() - start;
    // What belongs to the first page has come with the list; the stream of events stays open.
    await page.waitForLoadState('load');
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
          this.addEventListener('message', ({ data }: MessageEvent<Told>) => {
            const asked = data.answer && 'section' in data.answer && this.asked.get(data.id);
            if (asked) waits.push(performance.now() - asked);
          });
        }
        override postMessage(message: { id: number }): void {
          this.asked.set(message.id, performance.now());
          super.postMessage(message);
        }
      };
    });
    await openDemoWall(page, 'Mill Race house', 'North gable, option B');
    const edits = await editTimes(page);
    const muted = await mutedEditTimes(browser, url);
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
    return {
      'first page load, kB of script gzipped': firstLoad / 1000,
      'first page load, ms to the list of projects': interactive,
      'worker asked for a section until it is there, wood, ms': woodWait,
      'worker asked for a section until it is there, steel, ms': steelWait,
      ...named('edit to readings laid out', edits.laidOut, muted.laidOut),
      ...named('edit to readings painted', edits.painted, muted.painted),
      'ratio slider to its answer laid out, ms p95': p95(drags),
      ...(await runningFigures(page)),
      ...(await transferFigures(browser, url)),
      // Last: beside so many the demo is found by name alone.
      ...(await listFigures(page)),
    };
  } finally {
    await browser.close();
  }
}

const sorted = (values: number[]): number[] => values.toSorted((a, b) => a - b);
const median = (values: number[]): number => sorted(values)[values.length >> 1]!;
const p95 = (values: number[]): number => sorted(values)[Math.floor(values.length * 0.95)]!;

/** Median and p95, and the same with workers that do nothing: what is left is the page's own. */
function named(what: string, times: number[], muted: number[]): Record<string, number> {
  return {
    [`${what}, ms median`]: median(times),
    [`${what}, ms p95`]: p95(times),
    [`${what}, workers muted, ms median`]: median(muted),
    [`${what}, workers muted, ms p95`]: p95(muted),
  };
}

interface EditTimes {
  laidOut: number[];
  painted: number[];
}

const EDITS = 200;

/** Steps through the thicknesses of a layer, as the keys do: until the readings are laid out, and painted. */
async function editTimes(page: Page): Promise<EditTimes> {
  await page.locator('#row-L6').click();
  return page.evaluate(async (edits) => {
    const laidOut: number[] = [];
    const painted: number[] = [];
    const reading = document.querySelector('[data-reading="Thickness"]')!;
    for (let i = 0; i < edits; i++) {
      // As a person types: the frame before is over.
      await new Promise((resolve) => setTimeout(resolve, 60));
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const before = performance.now();
      const key = Math.floor(i / 5) % 2 ? '-' : '+';
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await Promise.resolve();
      await new Promise((resolve) => queueMicrotask(() => resolve(null)));
      reading.getBoundingClientRect();
      laidOut.push(performance.now() - before);
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      painted.push(performance.now() - before);
    }
    return { laidOut, painted };
  }, EDITS);
}

async function mutedEditTimes(browser: Browser, url: string): Promise<EditTimes> {
  const page = await browser.newPage({ baseURL: url, viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    window.Worker = class extends EventTarget {
      postMessage(): void {}
      terminate(): void {}
    } as unknown as typeof Worker;
  });
  await page.goto('/');
  await page.getByRole('link', { name: 'North gable, option B' }).click();
  await page.locator('#row-L6').waitFor();
  const times = await editTimes(page);
  await page.close();
  return times;
}

const [PROJECTS, WALLS] = [1000, 3000];

/** The list of many projects from a server that is warm. */
async function listFigures(page: Page): Promise<Record<string, number>> {
  const { request } = page;
  const { projects } = (await (await request.get('/api/projects')).json()) as {
    projects: { walls: { id: string }[] }[];
  };
  const [demo] = projects;
  const { document } = (await (await request.get(`/api/walls/${demo!.walls[0]!.id}`)).json()) as {
    document: object;
  };
  for (let p = 0; p < PROJECTS; p++) {
    const made = await request.post('/api/projects', { data: { name: `Many ${p}` } });
    const { id } = (await made.json()) as { id: string };
    for (let w = 0; w < WALLS / PROJECTS; w++)
      await request.post(`/api/projects/${id}/walls`, { data: { document } });
  }
  await page.goto('/');
  await page.getByRole('link', { name: `Many ${PROJECTS - 1}`, exact: true }).waitFor();
  const times = await page.evaluate(async () => {
    const found: number[] = [];
    for (let i = 0; i < 30; i++) {
      const before = performance.now();
      await (await fetch('/api/projects')).json();
      found.push(performance.now() - before);
    }
    return found;
  });
  const first = await (await request.get('/api/projects')).body();
  return {
    [`list of ${PROJECTS} projects with ${WALLS} walls, first page, kB before it is packed`]:
      first.length / 1000,
    [`list of ${PROJECTS} projects with ${WALLS} walls, ms median`]: median(times),
    [`list of ${PROJECTS} projects with ${WALLS} walls, ms p95`]: p95(times),
  };
}
