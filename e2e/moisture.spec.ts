import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import {
  expectAccessible,
  openCopyOfDemoWall,
  reading,
  readingText,
  saved,
  typeLayer,
  verdict,
} from './bench.ts';

const EPW = join(import.meta.dirname, '../examples/harrow-fell.epw');

const ratio = (page: Page) => page.getByRole('region', { name: 'Ratio of R inside and outside' });
const year = (page: Page) => page.getByRole('region', { name: 'The year' });
const wetLabel = (page: Page) => page.locator('[data-wet] text');

async function margin(page: Page): Promise<number> {
  const text = await readingText(page, 'Sheathing margin');
  return Number(text.replace('−', '-').match(/-?[\d.]+/)![0]);
}

test('paint only in the cold: January’s wet sheathing, the fix, and the other strategy', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await page.keyboard.press('w');
  await expect(page).toHaveURL(/\/moisture/);

  // January: water at the sheathing, in plain words, and the verdicts that follow.
  await expect(page.getByRole('button', { name: /^January: .* of water held/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await expect(wetLabel(page)).toContainText(/lb\/ft², [\d.]+ quarts on a 4×8 sheet/);
  await expect(page.locator('[data-plane]')).toContainText(/−\d+ °F to the indoor dew point/);
  await expect(page.locator('[data-dries="inward"]')).toContainText('class III');
  await expect(verdict(page, 'monthly-condensation')).toHaveAttribute(
    'data-status',
    /caution|info/,
  );
  await expect(verdict(page, 'sheathing-moisture')).toContainText('damper than 20 %');
  await expect(verdict(page, 'code-retarder')).toContainText('below the code row for class III');
  await expect(verdict(page, 'sheathing-dew-point')).toContainText('upper estimate');
  await expect(verdict(page, 'sheathing-dew-point')).toContainText(/\d+ h of the year/);

  await expectAccessible(page);

  // The year: water by month beside its chart, gone in summer.
  const held = year(page).getByRole('row', { name: /^held, inner face of oriented strand board/ });
  await expect(held.getByRole('cell').nth(2)).not.toHaveText('0.000');
  await expect(held.getByRole('cell').nth(7)).toHaveText('0.000');
  await page.getByRole('button', { name: /^July: dry/ }).click();
  await expect(wetLabel(page)).toHaveCount(0);
  await page.keyboard.press('p');
  await expect(
    page.getByRole('button', { name: /^(August|September|October):/, pressed: true }),
  ).toBeVisible();
  await page.keyboard.press('p');
  await page.getByRole('button', { name: /^January:/ }).click();

  // Six inches of board outside move the sheathing above the dew point.
  await typeLayer(page, '6 mineral wool board');
  await expect.poll(() => margin(page)).toBeGreaterThanOrEqual(0);
  await expect(verdict(page, 'sheathing-dew-point')).toHaveAttribute('data-status', 'pass');
  await expect(page.locator('[data-plane]')).toContainText(/\+\d+ °F to the indoor dew point/);
  await expect(ratio(page).locator('[data-ratio]')).toContainText('of R outside');
  await expect(ratio(page)).toContainText('no month below the dew point');
  const before = await readingText(page, 'Effective R');

  // The other strategy, before and after, in one step.
  await page.getByRole('button', { name: 'Swap strategy…' }).click();
  const swap = page.locator('[data-swap]');
  await expect(swap.getByRole('row', { name: /Sheathing dries outward/ })).toContainText(
    'class I, hardly',
  );
  await expect(swap.getByRole('row', { name: /Effective R/ })).toContainText(before.split(' ')[0]!);
  await page.getByRole('button', { name: 'Swap', exact: true }).click();
  await expect(page.locator('[data-dries="outward"]')).toContainText('class I');
  await expect.poll(() => readingText(page, 'Effective R')).not.toBe(before);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => readingText(page, 'Effective R')).toBe(before);
});

test('the ratio answers while it is dragged and keeps what is let go', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Moisture' }).click();
  const slider = ratio(page).getByRole('slider');
  const share = async () => (await ratio(page).locator('[data-ratio]').innerText()).split(' ')[0];
  const before = await share();
  const worst = await margin(page);
  // Under the hand: the panel answers, the wall stays.
  await slider.evaluate((input: HTMLInputElement) => {
    input.value = '120';
    input.dispatchEvent(new Event('input', { bubbles: true }));
  });
  await expect(ratio(page)).toContainText('Let go to keep it');
  await expect.poll(async () => Number(await share())).toBeGreaterThan(Number(before));
  expect(await margin(page)).toBe(worst);
  // Let go: one step of the wall.
  await slider.dispatchEvent('change');
  await expect.poll(() => margin(page)).toBeGreaterThan(worst);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(() => margin(page)).toBe(worst);

  // The smallest as sold, for a margin on the design day.
  await ratio(page).getByRole('combobox', { name: 'It has to hold in' }).click();
  await page.getByRole('option', { name: 'Design day' }).click();
  await expect(ratio(page)).toContainText(/Smallest: .* as sold|No thickness|more than two boards/);
  await ratio(page).getByRole('combobox', { name: 'It has to hold in' }).click();
  await page.getByRole('option', { name: 'Coldest month', exact: true }).click();
  await ratio(page).getByRole('button', { name: /^Use/ }).click();
  await expect.poll(() => margin(page)).toBeGreaterThanOrEqual(0);
});

test('an inner vapor barrier in the hot and humid fails for its own reason', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Lower Ford house', 'Inner vapor barrier, foam outside');
  await page.getByRole('link', { name: 'Moisture' }).click();
  const side = verdict(page, 'retarder-side');
  await expect(side).toHaveAttribute('data-status', 'fail');
  await expect(side).toContainText('cold side for this climate');
  await page.getByRole('button', { name: /^July:/ }).click();
  await expect(page.locator('[data-plane]').filter({ hasText: 'outdoor dew point' })).toBeVisible();
  await side.getByRole('button', { name: /^Take out polyethylene/ }).click();
  await expect(side).toHaveCount(0);
  await expect(verdict(page, 'vapor-trap')).not.toHaveAttribute('data-status', 'fail');
});

test('a weather file is imported, refused with its line when it is wrong, and the figures follow', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  const before = await margin(page);
  await page.getByRole('link', { name: 'Brief' }).click();

  const text = readFileSync(EPW, 'utf8');
  await page.getByLabel('Weather file').setInputFiles({
    name: 'broken.epw',
    mimeType: 'text/plain',
    buffer: Buffer.from(text.replace(/(,60,\?,)[-\d.]+/, '$1warm')),
  });
  await expect(page.getByRole('alert').filter({ hasText: 'line 9' })).toContainText('“warm”');
  await expect(page.getByRole('heading', { name: /The year outdoors: Cold, humid/ })).toBeVisible();

  await page.getByLabel('Weather file').setInputFiles(EPW);
  await expect(page.getByRole('heading', { name: /The year outdoors: Harrow Fell/ })).toBeVisible();
  await saved(page);

  // The code path of the brief: an edition chosen makes its rows count.
  await page.getByRole('combobox', { name: 'Code path' }).click();
  await page.getByRole('option', { name: /2018$/ }).last().click();
  await expect(page.getByLabel('Climate zone of the code')).toHaveValue('5A');
  await page.getByLabel('Climate zone of the code').fill('north');
  await page.getByLabel('Climate zone of the code').press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'climate zone' })).toBeVisible();
  await page.getByLabel('Climate zone of the code').press('Escape');
  await saved(page);

  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await expect(reading(page, 'Effective R')).toHaveText(/^[\d.]+/);
  await expect.poll(() => margin(page)).toBeGreaterThan(before);

  // One's own figures: a colder January moves the margin again.
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('combobox', { name: 'Climate', exact: true }).click();
  await page.getByRole('option', { name: 'Own monthly figures' }).click();
  const january = page.getByLabel(/^Temperature, °F, January$/);
  await january.fill('many');
  await january.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'not a number' })).toBeVisible();
  await january.fill('0');
  await january.press('Enter');
  await saved(page);
  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await expect.poll(() => margin(page)).toBeLessThan(before);
});
