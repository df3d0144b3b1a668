import { expect, test, type Page } from '@playwright/test';
import {
  openCopyOfDemoWall,
  openDialog,
  opened,
  reading,
  readingText,
  rows,
  verdict,
} from './bench.ts';

const spot = (page: Page, face: string, which: 'coldest' | 'warmest') =>
  page.locator(`[data-face="${face}"] [data-spot="${which}"]`);

/** The number in a text such as `coldest 61 °F`. */
async function degrees(page: Page, face: string, which: 'coldest' | 'warmest'): Promise<number> {
  return Number(
    (await spot(page, face, which).textContent())!.match(/[−\d.]+/)![0].replace('−', '-'),
  );
}

const lossBar = (page: Page) => page.getByRole('region', { name: 'What the frame takes' });

async function effectiveR(page: Page): Promise<number> {
  return Number((await readingText(page, 'Effective R')).match(/[\d.]+/)![0]);
}

test('steel studs with fill alone: what is lost, its fix, and the stripe on the stud line', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Quarry Row infill', 'Steel studs, cavity fill only');
  await page.getByRole('link', { name: 'Heat' }).click();
  await expect(page).toHaveURL(/\/heat/);

  // About three quarters of the label R are gone, and the codes' table for steel stands beside it.
  await expect(lossBar(page)).toContainText(
    /Of R 2\d\.\d by label, films and other layers counted, R \d\.\d arrives: \d\d % lost/,
  );
  await expect(lossBar(page).locator('[data-published]')).toContainText('codes’ table');
  await expect(verdict(page, 'steel-frame')).toHaveAttribute('data-status', 'fail');
  await expect(verdict(page, 'ghosting')).toBeAttached();
  const bare = await effectiveR(page);
  expect(bare).toBeLessThan(10);

  // The stripe: coldest on the stud line indoors, and the same place is the warmest outdoors.
  const cold = await degrees(page, 'Indoor face', 'coldest');
  const warm = await degrees(page, 'Indoor face', 'warmest');
  expect(warm - cold).toBeGreaterThan(4);
  const place = async (face: string, which: 'coldest' | 'warmest') =>
    Number(await spot(page, face, which).getAttribute('x'));
  expect(
    Math.abs((await place('Indoor face', 'coldest')) - (await place('Outdoor face', 'warmest'))),
  ).toBeLessThan(60);

  // 16 in. against 24 in.
  await rows(page).filter({ hasText: 'C-stud' }).getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  await (await openDialog(page)).getByLabel('Usual spacing').click();
  await page.getByRole('option', { name: '24 in. on center' }).click();
  await expect.poll(() => effectiveR(page)).toBeGreaterThan(bare);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => effectiveR(page)).toBe(bare);
  await page.getByRole('dialog').getByRole('button', { name: 'Close' }).click();

  // Outside insulation by the fix, until the target is met.
  await (
    await opened(page, 'effective-r')
  )
    .getByRole('button', { name: /mineral wool board/ })
    .click();
  await expect(verdict(page, 'effective-r')).toHaveAttribute('data-status', 'pass');
  await expect.poll(() => effectiveR(page)).toBeGreaterThanOrEqual(18);
  await expect.poll(() => degrees(page, 'Indoor face', 'coldest')).toBeGreaterThan(cold + 1);
});

test('any point is read, by keyboard too; the air is set by hand and given back', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.keyboard.press('h');
  await expect(page).toHaveURL(/\/heat/);
  const field = page.getByRole('application', { name: /Temperature field/ });
  await field.focus();
  await page.keyboard.press('ArrowDown');
  const status = page.getByText(/°F, .* from the inner face/);
  await expect(status).toBeAttached();
  const first = await status.textContent();
  for (let i = 0; i < 8; i++) await page.keyboard.press('ArrowUp');
  await expect(status).not.toHaveText(first!);
  await page.mouse.move(700, 300);
  await expect(field).toHaveAttribute('aria-label', /°F/);

  const outdoors = page.getByRole('slider', { name: /Outdoors/ });
  const before = await degrees(page, 'Indoor face', 'coldest');
  await outdoors.fill('-30');
  await expect(outdoors).toHaveAttribute('aria-valuetext', '−22 °F');
  await expect.poll(() => degrees(page, 'Indoor face', 'coldest')).toBeLessThan(before);
  await page.getByRole('button', { name: 'Back to January' }).click();
  await expect.poll(() => degrees(page, 'Indoor face', 'coldest')).toBe(before);

  await page.getByRole('button', { name: 'Section', exact: true }).click();
  await expect(page.getByText('January, solved section')).toBeVisible();
  await expect(page).toHaveURL(/path=section/);
  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('dialog').getByRole('row')).toHaveCount(7);
  await page.keyboard.press('Escape');
  await page.reload();
  await expect(page.getByText('January, solved section')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Heat flow' }).check();
  await expect(page.getByText(/bands of equal heat/)).toBeVisible();

  // The other lens has the same drawing and no section trace.
  await page.getByRole('link', { name: 'Build-up' }).click();
  await expect(page.getByText('January, through the cavity')).toBeVisible();
});

test('frames are chosen, screws and voids taken off, a foam counted by its label', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  const studs = await effectiveR(page);
  await page.getByRole('button', { name: 'Frame', exact: true }).click();
  await page.getByRole('button', { name: /Thermally broken stud/ }).click();
  await expect(rows(page)).toHaveCount(10);
  await expect(rows(page).filter({ hasText: '2×2' })).toHaveCount(2);
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(8);
  await expect.poll(() => effectiveR(page)).toBe(studs);

  await page.keyboard.press('h');
  await page.getByRole('button', { name: 'Screws and voids' }).click();
  const dialog = await openDialog(page, 'Screws and voids');
  await dialog.getByRole('radio', { name: /Level 2/ }).check();
  await expect(dialog.getByRole('status')).toContainText('for voids');
  await dialog.getByLabel(/Per ft²/).fill('2');
  await dialog.getByLabel(/Per ft²/).press('Enter');
  await dialog.getByLabel(/Per ft²/).fill('lots');
  await dialog.getByLabel(/Per ft²/).press('Enter');
  await expect(dialog).toContainText('is not a number of screws');
  // Once for the field, once for the dialog.
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(lossBar(page).locator('[data-loss="voids"]')).toBeVisible();
  await expect(lossBar(page).locator('[data-loss="fasteners"]')).toBeVisible();
  await expect.poll(() => effectiveR(page)).toBeLessThan(studs);

  await page.keyboard.press('/');
  await page.keyboard.type('2 xps');
  await page.getByRole('option').first().waitFor();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  const foam = rows(page).filter({ hasText: 'Extruded polystyrene' });
  await foam.getByRole('button').first().focus();
  await page.keyboard.press('Enter');
  await (await openDialog(page)).getByLabel('Conductivity taken from').click();
  await page.getByRole('option', { name: 'Aged value' }).click();
  await expect(foam).toContainText('(aged)');
  await expect(verdict(page, 'effective-r')).toContainText('aged value: Extruded polystyrene');
  await expect(reading(page, 'Effective R')).toHaveText(/\d/);
});
