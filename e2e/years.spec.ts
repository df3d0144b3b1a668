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

/** That the wood of one run gets damper than that of another, once both stand there. */
async function expectDamper(page: Page, run: number, other: number): Promise<void> {
  await expect
    .poll(
      async () =>
        (await figure(page, 'Moisture, highest', run)) -
        (await figure(page, 'Moisture, highest', other)),
    )
    .toBeGreaterThan(0);
}

test('two years, with and without the gap: read, scrub, stop, export', async ({ page }) => {
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
  await panel(page).getByLabel('Gap, openings').fill('0');
  await panel(page).getByLabel('Gap, openings').press('Enter');
  await run(page);
  await expect(
    figures(page).getByRole('columnheader', { name: 'north, air leak, gap closed' }),
  ).toBeVisible();
  await expect(
    figures(page).getByRole('columnheader', { name: /gap by its openings/ }),
  ).toBeVisible();
  await expectDamper(page, 0, 1);

  await expect(figures(page).getByRole('columnheader', { name: 'Difference' })).toBeVisible();

  // The day under the hand shows in the drawing and beside it.
  const scrub = page.getByRole('slider', { name: 'Day shown in the drawing' });
  const dampest = page.locator('[data-dampest] text');
  const last = await dampest.textContent();
  await scrub.focus();
  await page.keyboard.press('Home');
  await expect(page.getByText('1 October, day 1')).toBeVisible();
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
  await panel(page).getByLabel('Gap, openings').fill('4');
  await panel(page).getByLabel('Gap, openings').press('Enter');
  await panel(page)
    .getByLabel('Simulation file to open')
    .setInputFiles({
      name: 'gap-closed-simulation.json',
      mimeType: 'application/json',
      buffer: await readFile(simulation),
    });
  await expect(panel(page).getByLabel('Gap, openings')).toHaveValue('0.00 in²/ft');
  await expect(figures(page).getByRole('columnheader', { name: /simulation\.json$/ })).toBeVisible({
    timeout: 60_000,
  });

  // The run's verdicts stand on the other lenses too, until the wall is another.
  await page.getByRole('link', { name: 'Heat', exact: true }).click();
  await expect(page.locator('[data-run-verdict="mold"]')).toBeVisible();
  await page
    .getByRole('list', { name: 'Layers, outdoors first' })
    .getByRole('button')
    .first()
    .click();
  await page.keyboard.press('+');
  await expect(page.locator('[data-run-verdict="mold"]')).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.locator('[data-run-verdict="mold"]')).toBeVisible();
  await page.getByRole('link', { name: 'Years', exact: true }).click();

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

test('a drying test, the stress set, and a fix for what fails', async ({ page }) => {
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
    .getByRole('button', { name: /Find the smallest fixes/ })
    .click();
  await expect(page.getByText('Running:')).toBeVisible();
  await expect(page.getByText('Running:')).toBeHidden({ timeout: 120_000 });
  // Whatever failed has a change beside it; the last found is the largest.
  const failing = page.locator('[data-run-verdict][data-status="fail"]');
  await expect(failing.last()).toContainText(/Fix:.*(retarder|board|air)/);
  await failing.last().getByRole('button', { name: 'Do it and run again' }).click();
  await expect(panel(page).getByRole('button', { name: 'Run', exact: true })).toBeVisible({
    timeout: 60_000,
  });
  await expect(page.locator('[data-run-verdict][data-status="fail"]')).toHaveCount(0);

  await panel(page).getByRole('button', { name: 'Stress set' }).click();
  const lines = page.locator('[data-stress] tbody tr');
  await expect(lines).toHaveCount(9);
  await expect(lines.filter({ hasText: 'running' })).toHaveCount(0, { timeout: 120_000 });
});

test('a second run laid over, another path and gap, and a file’s wall kept in the project', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.keyboard.press('y');
  await panel(page).getByRole('combobox', { name: 'Length' }).click();
  await page.getByRole('option', { name: '1 year' }).click();
  await panel(page).getByText('More of the set-up').click();
  await panel(page).getByRole('combobox', { name: 'Gap’s air by' }).click();
  await page.getByRole('option', { name: 'openings and weather' }).click();
  await panel(page).getByLabel('Gap, openings').fill('nothing');
  await panel(page).getByLabel('Gap, openings').press('Enter');
  await expect(panel(page).getByRole('alert')).toContainText('in²/ft');
  await panel(page).getByLabel('Gap, openings').fill('3');
  await panel(page).getByLabel('Gap, openings').press('Enter');
  await panel(page).getByRole('combobox', { name: 'Rain exposure' }).click();
  await page.getByRole('option', { name: /severe/ }).click();
  await expectAccessible(page);
  await run(page);

  const over = async (option: string, header: RegExp): Promise<void> => {
    await panel(page).getByRole('combobox', { name: 'Lay over it' }).click();
    await page.getByRole('option', { name: option }).click();
    await expect(figures(page).getByRole('columnheader', { name: header })).toBeVisible({
      timeout: 60_000,
    });
    await expect(panel(page).getByRole('button', { name: 'Run', exact: true })).toBeVisible({
      timeout: 60_000,
    });
  };
  await over('through the members', /through the member/);
  await over('Garage link, paint only', /Garage link/);
  await expectDamper(page, 1, 0);

  // Another face is charted, its months read as a table.
  await panel(page)
    .getByRole('combobox', { name: /are read/ })
    .click();
  await page.getByRole('option', { name: 'the surface indoors' }).click();
  await expect(panel(page)).toContainText('Humidity the surface indoors');
  await panel(page).getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('dialog').getByRole('row')).toHaveCount(13);
  await page.keyboard.press('Escape');

  // A file of a wall that is not this one runs as it stands; its wall can be kept.
  const file = page.waitForEvent('download');
  await panel(page).getByRole('button', { name: 'Save as a simulation file' }).click();
  const simulation = JSON.parse(await readFile(await (await file).path(), 'utf8')) as {
    wall: { name: string };
    transient: { hours: number };
  };
  simulation.wall.name = 'From a file';
  simulation.transient.hours = 24 * 60;
  await panel(page)
    .getByLabel('Simulation file to open')
    .setInputFiles({
      name: 'another.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(simulation)),
    });
  await expect(panel(page)).toContainText('of another wall than the one drawn', {
    timeout: 60_000,
  });
  await panel(page).getByRole('button', { name: 'Keep its wall in this project' }).click();
  await expect(page.getByRole('heading', { name: 'From a file' })).toBeAttached();
  await expect(panel(page).getByLabel('Gap, openings')).toHaveValue('3.00 in²/ft');

  // What is no simulation is refused with its field.
  await panel(page)
    .getByLabel('Simulation file to open')
    .setInputFiles({ name: 'wrong.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(page.getByText('wrong.json was not opened')).toBeVisible();
});
