import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { expectAccessible, openCopyOfDemoWall } from './bench.ts';

const panel = (page: Page) => page.getByRole('region', { name: 'Years, hour by hour' });
const figures = (page: Page) => page.locator('[data-run-figures]');

async function run(page: Page): Promise<void> {
  await panel(page).getByRole('button', { name: 'Run', exact: true }).click();
  await expect(panel(page).getByRole('button', { name: 'Run', exact: true })).toBeVisible({
    timeout: 60_000,
  });
}

/** The number in a cell of the figures: this run first, the one before second. */
async function figure(page: Page, row: string, column: number): Promise<number> {
  const text = await figures(page)
    .getByRole('row', { name: row })
    .getByRole('cell')
    .nth(column)
    .innerText();
  return Number(text.replace('−', '-').match(/-?[\d.]+/)![0]);
}

test('two years with a rain leak, with and without the gap: read, scrub, stop, export', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.keyboard.press('y');
  await expect(page).toHaveURL(/\/years/);
  await expect(panel(page)).toContainText('made up from its monthly figures');

  // With the gap open.
  await run(page);
  await expect(page.locator('[data-run-verdict="mold"]')).toBeVisible();
  await expect(page.locator('[data-run-verdict="damp"]')).toBeVisible();
  await expectAccessible(page);

  // Closed, laid over the first: damper.
  await panel(page).getByLabel('Gap, air changes an hour').fill('0');
  await panel(page).getByLabel('Gap, air changes an hour').press('Enter');
  await run(page);
  await expect(
    figures(page).getByRole('columnheader', { name: 'north, 1 % of the rain in, gap closed' }),
  ).toBeVisible();
  await expect(figures(page).getByRole('columnheader', { name: /gap 50/ })).toBeVisible();
  expect(await figure(page, 'Moisture, highest', 0)).toBeGreaterThan(
    await figure(page, 'Moisture, highest', 1),
  );

  // The day under the hand shows in the drawing.
  const scrub = panel(page).getByRole('slider', { name: 'Day shown in the drawing' });
  const dampest = page.locator('[data-dampest] text');
  const last = await dampest.textContent();
  await scrub.focus();
  await page.keyboard.press('Home');
  await expect(panel(page)).toContainText('day 1, 1 October');
  await expect(dampest).not.toHaveText(last!);

  // The series as a table for a spreadsheet, and the simulation file.
  const csv = page.waitForEvent('download');
  await panel(page).getByRole('button', { name: 'Series as CSV' }).click();
  const text = await readFile(await (await csv).path(), 'utf8');
  expect(text.split('\n')[0]).toMatch(/^hour,moisture content of L4/);
  expect(text.trim().split('\n').length).toBe(1 + (2 * 8760) / 6);
  const file = page.waitForEvent('download');
  await panel(page).getByRole('button', { name: 'Save as a simulation file' }).click();
  const simulation = await (await file).path();
  await panel(page).getByLabel('Gap, air changes an hour').fill('75');
  await panel(page).getByLabel('Gap, air changes an hour').press('Enter');
  await panel(page).getByLabel('Simulation file to open').setInputFiles(simulation);
  await expect(panel(page).getByLabel('Gap, air changes an hour')).toHaveValue('0');

  // Stopped half-way, what was computed stays.
  await panel(page).getByRole('combobox', { name: 'Length' }).click();
  await page.getByRole('option', { name: '10 years' }).click();
  await panel(page).getByRole('button', { name: 'Run', exact: true }).click();
  await panel(page).getByRole('button', { name: 'Stop' }).click();
  await expect(panel(page).getByRole('alert')).toContainText(/Stopped after \d+ of 87600 hours/, {
    timeout: 60_000,
  });
  await expect(figures(page)).toBeVisible();
});

test('a drying test, the stress set, and a change that mends what fails', async ({ page }) => {
  test.setTimeout(240_000);
  await openCopyOfDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await page.getByRole('link', { name: 'Years' }).click();
  await panel(page).getByRole('combobox', { name: 'Length' }).click();
  await page.getByRole('option', { name: '1 year' }).click();
  await panel(page)
    .getByRole('button', { name: /Drying test/ })
    .click();
  await expect(page.locator('[data-run-verdict="drying"]')).toContainText(/dr(y|ies)/, {
    timeout: 60_000,
  });

  await panel(page)
    .getByRole('button', { name: /Find the smallest change/ })
    .click();
  await expect(page.locator('[data-mend]')).toContainText(/retarder|board|air/, {
    timeout: 120_000,
  });
  await panel(page).getByRole('button', { name: 'Do it and run again' }).click();
  await expect(panel(page).getByRole('button', { name: 'Run', exact: true })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.locator('[data-run-verdict][data-status="fail"]')).toHaveCount(0);

  await panel(page).getByRole('button', { name: 'Stress set' }).click();
  const lines = page.locator('[data-stress] tbody tr');
  await expect(lines).toHaveCount(7);
  await expect(lines.filter({ hasText: 'running' })).toHaveCount(0, { timeout: 120_000 });
});
