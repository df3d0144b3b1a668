import type { Browser, Page } from '@playwright/test';

/** What comes over the wire until nothing comes any more: bytes as they are sent, and requests. */
interface Transfer {
  bytes: number;
  requests: number;
  /** Bytes until what was waited for was there. */
  before: number;
  /** From the address or the click until what was waited for is there, ms. */
  ms: number;
}

/** Nothing came for so long, ms: all that belongs to a place is there. */
const QUIET = 700;

/** Does something in a page and counts what it fetches. @param there until when it is timed */
async function transferOf(
  page: Page,
  work: () => Promise<unknown>,
  there: () => Promise<unknown>,
): Promise<Transfer> {
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Network.enable');
  let bytes = 0;
  let requests = 0;
  let last: number;
  cdp.on('Network.responseReceived', ({ response }) => {
    if (!response.url.startsWith('http') || response.mimeType === 'text/event-stream') return;
    requests++;
    last = performance.now();
  });
  cdp.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    last = performance.now();
  });
  const start = performance.now();
  await work();
  await there();
  const ms = performance.now() - start;
  const before = bytes;
  last = performance.now();
  while (performance.now() - last < QUIET) await page.waitForTimeout(50);
  await cdp.detach();
  return { bytes, requests, before, ms };
}

/** Places of a project, with what is there once one can work in it. */
const PLACES: readonly [place: string, there: string][] = [
  ['brief', 'h1'],
  ['elevations', 'table'],
  ['edges', '[data-sum]'],
  ['order', '[data-totals]'],
  ['site', '[data-plan]'],
  ['materials', 'table'],
  ['papers', 'h1'],
];

/** What a browser fetches that was never here before: the first page, the bench of a wall, each place. */
export async function transferFigures(
  browser: Browser,
  url: string,
): Promise<Record<string, number>> {
  const figures: Record<string, number> = {};
  const cold = async (work: (page: Page) => Promise<void>): Promise<void> => {
    // Without the worker that keeps the page's files: it fetches them all once the page is there.
    const context = await browser.newContext({
      baseURL: url,
      viewport: { width: 1280, height: 800 },
      serviceWorkers: 'block',
    });
    await work(await context.newPage());
    await context.close();
  };
  const keep = (what: string, { bytes, requests, ms }: Transfer, timed: boolean): void => {
    figures[`${what}, kB on the wire`] = bytes / 1000;
    figures[`${what}, requests`] = requests;
    if (timed) figures[`${what}, ms`] = ms;
  };
  let project = '';
  let wall = '';
  await cold(async (page) => {
    const link = page.getByRole('link', { name: 'North gable, option B' });
    const first = await transferOf(
      page,
      () => page.goto('/', { waitUntil: 'commit' }),
      () => link.waitFor(),
    );
    figures['first page, kB on the wire until its list'] = first.before / 1000;
    keep('first page and the bench fetched ahead', first, true);
    [, project = '', wall = ''] = /projects\/([^/]+)\/walls\/([^/]+)/.exec(
      (await link.getAttribute('href')) ?? '',
    )!;
    // As long as a person looks for the wall.
    await page.waitForTimeout(3000);
    const reading = page.locator('[data-reading="Effective R"]');
    const opened = await transferOf(
      page,
      () => link.click(),
      () => reading.getByText(/\d/).first().waitFor(),
    );
    figures['from a click on a wall to its readings, ms'] = opened.ms;
  });
  await cold(async (page) => {
    const bench = await transferOf(
      page,
      () => page.goto(`/projects/${project}/walls/${wall}/build-up`, { waitUntil: 'commit' }),
      () => page.locator('#row-L6').waitFor(),
    );
    keep('bench of a wall', bench, false);
  });
  for (const [place, there] of PLACES)
    await cold(async (page) => {
      const found = await transferOf(
        page,
        () => page.goto(`/projects/${project}/${place}`, { waitUntil: 'commit' }),
        () => page.locator(there).first().waitFor(),
      );
      keep(`place “${place}”`, found, false);
    });
  return figures;
}
