import { join } from 'node:path';
import { test, type Page } from '@playwright/test';
import { openDemoWall } from './bench.ts';

const FOLDER = join(import.meta.dirname, '../docs/screenshots');

async function picture(page: Page, name: string, scroll = 0): Promise<void> {
  await page.waitForLoadState('networkidle');
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

  // The judgment of a wall that fails, with what fixes it, and how sure it is of one that holds.
  await openDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await page
    .getByRole('region', { name: 'Judgment' })
    .getByRole('button', { name: /^Add a variable vapor retarder/ })
    .waitFor({ timeout: 90_000 });
  await page.getByRole('region', { name: 'Judgment' }).locator('.said').click();
  await page
    .getByRole('region', { name: 'Judgment' })
    .getByRole('button', { name: /^Add 2 in. polyiso/ })
    .waitFor();
  await picture(page, 'judgment');
  await openDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.getByRole('button', { name: 'How sure?' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Run' }).click();
  await page.getByRole('button', { name: 'Run again' }).waitFor({ timeout: 180_000 });
  await picture(page, 'how-sure');
  await page.keyboard.press('Escape');

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

  // Elevations: the house, a wall’s frame, and each lens of it on one sheet.
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  await page.getByRole('heading', { name: 'Walls of the house' }).waitFor();
  await picture(page, 'house');
  await page.getByRole('link', { name: 'North gable', exact: true }).click();
  await page.locator('[data-figures]').waitFor();
  await picture(page, 'elevation');
  const lenses: string[] = [];
  for (const lens of ['Framing', 'Sheathing', 'Membrane', 'Boards', 'Furring', 'Cladding']) {
    await page
      .getByRole('navigation', { name: 'Elevations' })
      .getByRole('link', { name: lens })
      .click();
    await page.getByRole('heading', { name: 'This wall' }).waitFor();
    await page.waitForLoadState('networkidle');
    lenses.push((await page.screenshot({ animations: 'disabled' })).toString('base64'));
  }
  const sheet = await page.context().newPage();
  await sheet.setViewportSize({ width: 1280, height: 1200 });
  await sheet.setContent(
    `<body style="margin:0;display:grid;grid-template-columns:640px 640px">${lenses
      .map((data) => `<img width="640" height="400" src="data:image/png;base64,${data}">`)
      .join('')}</body>`,
  );
  await sheet.screenshot({ path: join(FOLDER, 'elevation-lenses.png') });
  await sheet.close();

  // Both pages as a letter sheet has them, one below the other.
  await openDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.locator('[data-basis="hourly"]').waitFor({ timeout: 60_000 });
  await page.setViewportSize({ width: 720, height: 960 });
  await page.emulateMedia({ media: 'print' });
  await page.getByRole('heading', { name: /: the figures$/ }).waitFor();
  await page.screenshot({ path: join(FOLDER, 'wall-printed.png'), fullPage: true });
  await page.emulateMedia({ media: null });
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemoWall(page, 'Tarn Bank cottage', 'Wood-fiber wall with service cavity');

  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('row', { name: /January/ }).waitFor();
  await picture(page, 'brief');

  await page.getByRole('link', { name: 'Materials' }).click();
  await page.getByLabel('Search').fill('mineral wool');
  await page.getByRole('button', { name: /Mineral wool board, rigid/ }).click();
  await picture(page, 'materials');

  await page.setViewportSize({ width: 820, height: 1180 });
  await openDemoWall(page, 'High Intake farm', 'Two rows of studs, no foam');
  await picture(page, 'wall-tablet');
});
