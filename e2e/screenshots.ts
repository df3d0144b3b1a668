import { join } from 'node:path';
import { test, type Page } from '@playwright/test';
import { openDemoWall } from './bench.ts';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');

async function picture(page: Page, name: string, scroll = 0): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.mouse.move(0, 0);
  // Whatever is judged is simulated, unless something decides alone, and its fixes are found.
  await page.waitForFunction(() => {
    const judged = document.querySelector<HTMLElement>('[data-judgment]');
    return (
      !judged ||
      ((judged.dataset['basis'] === 'hourly' || judged.innerText.includes('by itself')) &&
        !judged.innerText.includes('Trying'))
    );
  });
  await page.evaluate(async (top) => {
    window.scrollTo(0, top);
    await document.fonts.ready;
  }, scroll);
  await page.screenshot({ path: join(FOLDER, `${name}.png`), animations: 'disabled' });
}

test('pictures of the main views', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Mill Race house' }).waitFor();
  await picture(page, 'projects');

  await openDemoWall(page, 'Mill Race house', 'North gable, option B');
  await picture(page, 'wall-build-up');

  await openDemoWall(page, 'Quarry Row infill', 'Steel studs, cavity fill only');
  await page.keyboard.press('h');
  await page.getByText('arrives').waitFor();
  await picture(page, 'heat-steel');

  // The lens Moisture in both climates.
  await openDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await page.keyboard.press('w');
  await page.getByRole('region', { name: 'The year' }).waitFor();
  await picture(page, 'moisture-year', 760);

  // The lens Years: a run that fails, its charts and the field.
  await openDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await page.keyboard.press('y');
  await page.getByRole('button', { name: 'Run', exact: true }).click();
  await page.locator('[data-run-figures]').waitFor({ timeout: 60_000 });
  await page.getByRole('slider', { name: 'Day shown in the drawing' }).fill('150');
  await picture(page, 'years', 620);

  // The lens Attach: screws through six inches of board, and a plastered system in place of siding.
  await openDemoWall(page, 'Mill Race house', 'North gable, all outside');
  await page.keyboard.press('a');
  await page.locator('[data-connection="furring"]').waitFor();
  await picture(page, 'attach', 40);

  // Options: the demo's walls side by side, every combination of one, and what was decided.
  await openDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.locator('[data-row="judgment"]').getByText('simulated').nth(3).waitFor();
  await picture(page, 'options');
  await page.getByRole('link', { name: 'Explore', exact: true }).click();
  await page.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: 'North gable, option B' }).click();
  await page.getByText('Next best step from now').waitFor();
  await page.getByRole('button', { name: 'Explore', exact: true }).click();
  await page
    .locator('[data-explored]')
    .getByText(/4 simulated/)
    .waitFor({ timeout: 90_000 });
  const members = page.getByRole('table', { name: 'Walls that none beats' }).getByRole('row');
  await members.nth(9).getByRole('button').click();
  await picture(page, 'explore');
  await page.getByRole('link', { name: 'Money and energy' }).click();
  await page.getByRole('list', { name: 'What it comes to' }).waitFor();
  await picture(page, 'energy');
  await page.getByRole('link', { name: 'Prices', exact: true }).click();
  await page.getByLabel('Price of Oriented strand board (OSB), USD').waitFor();
  await picture(page, 'prices');
  await page.getByRole('link', { name: 'Decisions' }).click();
  await page.getByRole('link', { name: /Outside walls/ }).click();
  await page.getByText('as they were decided on').waitFor();
  await picture(page, 'decision');

  // Elevations: the house, a wall’s frame, and what sits in another.
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  await page.getByRole('heading', { name: 'Walls of the house' }).waitFor();
  await picture(page, 'house');
  await page.getByRole('link', { name: 'North gable', exact: true }).click();
  await page.locator('[data-figures]').waitFor();
  await picture(page, 'elevation');

  // Edges: a window in three positions.
  await page.getByRole('link', { name: 'Edges', exact: true }).click();
  await page.locator('[data-sum]').getByText('a year').waitFor();
  await picture(page, 'edges');

  // The order: its lines.
  await page.getByRole('link', { name: 'Order', exact: true }).click();
  await page.locator('[data-line]').first().waitFor();
  await picture(page, 'order');

  // The site: the strip of days, the wall as it stands.
  await page.getByRole('link', { name: 'Site', exact: true }).click();
  await page.locator('[data-plan]').waitFor();
  await page.getByRole('button', { name: /^North gable: Windows/ }).click();
  await picture(page, 'site');

  await page.getByRole('link', { name: 'Papers', exact: true }).click();
  await page.getByLabel(/Simulate its two standard years/).uncheck();
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  await page.getByRole('link', { name: 'Open it' }).waitFor();
  await picture(page, 'papers');

  await openDemoWall(page, 'Tarn Bank cottage', 'Wood-fiber wall with service cavity');

  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('row', { name: /January/ }).waitFor();
  await picture(page, 'brief');

  await page.getByRole('link', { name: 'Materials' }).click();
  await page.getByLabel('Search').fill('mineral wool');
  await page.getByRole('button', { name: /Mineral wool board, rigid/ }).click();
  await picture(page, 'materials');
});
