import { readFile } from 'node:fs/promises';
import AxeBuilder from '@axe-core/playwright';
import { expect, type Locator, type Page } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';

/** What a person does on the bench, in words. */

export async function newProject(page: Page, name: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: 'New project' }).click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
}

export async function newWall(page: Page, name: string): Promise<void> {
  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await page.getByRole('button', { name: 'New wall' }).click();
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByRole('button', { name: 'Create' }).click();
  await expect(page.getByText('Nothing here yet')).toBeVisible();
}

/** Types a layer into the quick line and takes the first suggestion, by keyboard alone. */
export async function typeLayer(page: Page, text: string): Promise<void> {
  const before = await rows(page).count();
  await page.keyboard.press('/');
  await page.keyboard.type(text);
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(rows(page)).toHaveCount(before + 1);
  await page.keyboard.press('Escape');
}

/** A dialog that is open for good: it has taken the focus, and what is typed goes where it is meant to. */
export async function openDialog(page: Page, name?: RegExp | string): Promise<Locator> {
  const dialog = page.getByRole('dialog', name === undefined ? {} : { name });
  await expect(dialog.locator(':focus')).toBeAttached();
  return dialog;
}

export function rows(page: Page): Locator {
  return page.getByRole('list', { name: 'Layers, outdoors first' }).getByRole('listitem');
}

export function reading(page: Page, name: string): Locator {
  return page.locator(`[data-reading="${name}"] .value`);
}

/** A reading's text, once the section behind it is solved. */
export async function readingText(page: Page, name: string): Promise<string> {
  await expect(reading(page, name)).not.toHaveText(/≈|none/);
  return (await reading(page, name).innerText()).replace(/\s+/g, ' ').trim();
}

export function verdict(page: Page, id: string): Locator {
  return page.locator(`[data-verdict="${id}"]`);
}

/** Waits until the project, and the wall where one is open, are saved. */
export async function saved(page: Page): Promise<void> {
  await expect(page.locator('.rail [data-state="saved"]')).toBeVisible();
}

/** Waits until the document that the place itself works on is saved, such as the price book. */
export async function documentSaved(page: Page): Promise<void> {
  await expect(page.locator('main [data-state="saved"]')).toBeVisible();
}

/** A verdict with all that stands behind it and all of its fixes. */
export async function opened(page: Page, id: string): Promise<Locator> {
  const row = verdict(page, id);
  const head = row.locator('.head');
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  return row;
}

/** The demo wall of that name in the demo project of that name. */
export async function openDemoWall(page: Page, project: string, wall: string): Promise<void> {
  await page.goto('/');
  // Among all that other journeys made it may stand on a later page.
  await page.getByRole('searchbox', { name: 'Find a project or a wall' }).fill(project);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByRole('link', { name: project, exact: true }) })
    .getByRole('link', { name: wall })
    // By key: the list is found anew while it is looked at, and a click could meet what was there before.
    .press('Enter');
  await expect(reading(page, 'Effective R')).toHaveText(/^[\d.]+/);
}

/** A demo wall in a copy of its project, which other journeys do not see. */
export async function openCopyOfDemoWall(page: Page, project: string, wall: string): Promise<void> {
  await openDemoWall(page, project, wall);
  const [, id] = /projects\/([^/]+)/.exec(page.url())!;
  const answer = await page.request.post(`/api/projects/${id}/duplicate`);
  const copy = (await answer.json()) as {
    id: string;
    revision: number;
    walls: { id: string; name: string }[];
  };
  // A name of its own: others look demo projects up by theirs.
  await page.request.patch(`/api/projects/${copy.id}`, {
    data: { revision: copy.revision, name: `Copy for one journey, ${Date.now()}` },
  });
  const copied = copy.walls.find(({ name }) => name === wall)!;
  await page.goto(`/projects/${copy.id}/walls/${copied.id}/build-up`);
  await expect(reading(page, 'Effective R')).toHaveText(/^[\d.]+/);
}

/** Waits until no list or menu is opening or closing: half transparent, it would fail for its contrast. */
async function expectSettled(page: Page): Promise<void> {
  await expect(page.locator('.p-select-overlay')).toHaveCount(0);
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          document
            .getAnimations()
            .filter(
              ({ playState, effect }) =>
                playState === 'running' && effect?.getComputedTiming().endTime !== Infinity,
            ).length,
      ),
    )
    .toBe(0);
}

/**
 * WCAG 2.2 AA as far as a program can tell, once nothing moves. Under a modal dialog nothing can be pressed: it alone is
 * looked at then, since a control half covered by it would count as too small. What fades away while axe looks at it, such
 * as a notice whose time is up, has gone at the next look; what is wrong stays wrong.
 */
export async function expectAccessible(page: Page): Promise<void> {
  await expect
    .poll(
      async () => {
        // What lies half below the bar at the top would count as too small.
        await page.evaluate(() => window.scrollTo(0, 0));
        await expectSettled(page);
        const modal = await page.locator('[role="dialog"][aria-modal="true"]').count();
        // In the page itself, and without a word on all that is right: else each look takes three times as long.
        const axe = new AxeBuilder({ page })
          .setLegacyMode()
          .options({ resultTypes: ['violations'] });
        const { violations } = await (modal > 0 ? axe.include('[role="dialog"]') : axe)
          .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
          .analyze();
        return violations.map(
          ({ id, nodes }) => `${id}: ${nodes.map((n) => n.target).join(' | ')}`,
        );
      },
      { timeout: 60_000 },
    )
    .toEqual([]);
}

/**
 * Makes the sheet that is chosen in *Papers*.
 *
 * @returns the name of its file, and the text of each page
 */
export async function madePdf(page: Page): Promise<{ name: string; pages: string[] }> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  const file = await download;
  const pdf = await getDocumentProxy(new Uint8Array(await readFile(await file.path())));
  const { text } = await extractText(pdf, { mergePages: false });
  return { name: file.suggestedFilename(), pages: text.map((one) => one.replace(/\s+/g, ' ')) };
}
