import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import {
  expectAccessible,
  newProject,
  newWall,
  openCopyOfDemoWall,
  openDemoWall,
  reading,
  readingText,
  rows,
  saved,
  typeLayer,
  verdict,
} from './bench.ts';

const EXAMPLE = join(
  import.meta.dirname,
  '../examples/high-intake-farm-two-rows-of-studs-no-foam.json',
);

test('the traces are read by keyboard and as a table, through cavity and member', async ({
  page,
}) => {
  await openDemoWall(page, 'Mill Race house', 'North gable, option A');
  const trace = page.getByRole('slider', { name: /Temperature and dew point/ });
  await trace.focus();
  await page.keyboard.press('ArrowUp');
  const inner = await trace.getAttribute('aria-valuetext');
  expect(inner).toMatch(/°F, dew point .*RH, at/);
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowUp');
  await expect(trace).not.toHaveAttribute('aria-valuetext', inner!);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog')).toContainText('Saturation pressure');
  await page.keyboard.press('Escape');
  await page.mouse.move(5, 400);

  await page.getByRole('button', { name: 'Table' }).click();
  const table = page.getByRole('dialog').getByRole('row');
  await expect(table).toHaveCount(7); // The head, five counted layers, the outer surface.
  const cavity = await table.filter({ hasText: 'Oriented strand board' }).innerText();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Member', exact: true }).click();
  await expect(page).toHaveURL(/path=member/);
  await page.getByRole('button', { name: 'Table' }).click();
  await expect
    .poll(() => table.filter({ hasText: 'Oriented strand board' }).innerText())
    .not.toBe(cavity);
});

test('a link leads to the same layer, month and path', async ({ page }) => {
  await openDemoWall(page, 'Mill Race house', 'North gable, option B');
  const address = page.url().split('?')[0]!;
  await page.goto(`${address}?month=7&path=member&layer=L4`);
  await expect(page.getByRole('combobox', { name: 'Month shown' })).toHaveText(/July/);
  await expect(page.locator('#row-L4')).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('July, through the member')).toBeVisible();
  await page.goto(address.replace(/walls\/[^/]+/, 'walls/00000000-0000-4000-8000-000000000000'));
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
});

test('a baseline is laid over while b is held, or by choice until it is taken off', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  const thickness = await readingText(page, 'Thickness');
  await page
    .getByRole('list', { name: 'Layers, outdoors first' })
    .getByRole('button')
    .first()
    .click();
  await page.keyboard.press('Delete');
  await expect(reading(page, 'Thickness')).not.toHaveText(thickness);

  // The wall as it was opened, as long as the key is down.
  await page.keyboard.down('b');
  await expect(page.locator('[data-baseline]')).toContainText('as it was opened, 7.53 in.');
  await expect(page.locator('[data-reading="Thickness"]')).toContainText(/was 7\.53, −/);
  await expectAccessible(page);
  await page.keyboard.up('b');
  await expect(page.locator('[data-baseline]')).toBeHidden();
  await expect(page.locator('[data-reading="Thickness"]')).not.toContainText('was');

  // Another wall of the project, until it is taken off.
  await page.getByRole('button', { name: /: walls$/ }).click();
  await page.getByRole('menuitem', { name: 'Lay a baseline over' }).click();
  await expect(page.locator('[data-baseline]')).toBeVisible();
  await page.getByRole('combobox', { name: 'Baseline laid over' }).click();
  await page.getByRole('option', { name: 'Garage link, paint only' }).click();
  await expect(page.locator('[data-baseline]')).toContainText('Garage link, paint only');
  await expect(page.locator('[data-reading="Effective R"]')).toContainText(/was 16\.1, \+/);
  await page.getByRole('button', { name: 'Take it off' }).click();
  await expect(page.locator('[data-baseline]')).toBeHidden();

  // A saved state is laid over, then gone back to as a step that can be undone.
  await saved(page);
  const now = await readingText(page, 'Thickness');
  const states = async (): Promise<void> => {
    await page.getByRole('button', { name: /: walls$/ }).click();
    await page.getByRole('menuitem', { name: 'Saved states…' }).click();
  };
  await states();
  await expect(page.locator('[data-revision="2"]')).toContainText('Take out');
  await expectAccessible(page);
  await page.locator('[data-revision="1"]').getByRole('button', { name: 'Lay over' }).click();
  await expect(page.locator('[data-baseline]')).toContainText('rev. 1, 7.53 in.');
  await page.getByRole('button', { name: 'Take it off' }).click();
  await states();
  await page.locator('[data-revision="1"]').getByRole('button', { name: 'Go back to it' }).click();
  await expect(reading(page, 'Thickness')).toHaveText(/7\.53/);
  await page.keyboard.press('Control+z');
  await expect.poll(() => readingText(page, 'Thickness')).toBe(now);
});

test('a fix is shown before it is done', async ({ page }) => {
  await openDemoWall(page, 'Quarry Row infill', 'Steel studs, cavity fill only');
  await expect(verdict(page, 'steel-frame')).toHaveAttribute('data-status', 'fail');
  const fix = verdict(page, 'effective-r').getByRole('button').last();
  const before = await reading(page, 'Thickness').innerText();
  await fix.hover();
  await expect(page.locator('[data-reading="Thickness"]')).toContainText('→');
  expect(await reading(page, 'Thickness').innerText()).toBe(before);
  await page.mouse.move(5, 400);
  await expect(page.locator('[data-reading="Thickness"]')).not.toContainText('→');
});

test('a wall file dropped on the projects starts one with the brief it carries', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('button', { name: 'New project' })).toBeVisible();
  const text = await readFile(EXAMPLE, 'utf8');
  const dropped = await page.evaluateHandle((content) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([content], 'two-rows.json', { type: 'application/json' }));
    return transfer;
  }, text);
  await page.dispatchEvent('body', 'drop', { dataTransfer: dropped });
  await expect(rows(page)).toHaveCount(8);
  await expect(page.getByText('This wall has its own')).toHaveCount(0);
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByRole('combobox', { name: 'Climate' })).toHaveText(/Very cold/);
});

test('on a phone everything is there, one under the other', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await openDemoWall(page, 'Lower Ford house', 'Inner vapor barrier, foam outside');
  await expect(verdict(page, 'vapor-trap')).toHaveAttribute('data-status', 'fail');
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);
});

test('the quick line says what it did not use, and what it passes over only when insisted on', async ({
  page,
}) => {
  await newProject(page, 'Said plainly');
  await newWall(page, 'Typed wall');
  await page.keyboard.press('/');
  await page.keyboard.type('hardboard 1/2 16 oc');
  const first = page.getByRole('option').first();
  await expect(first.locator('s')).toHaveText('16 oc');
  await expect(first).toContainText('“16 oc” is not used here');
  await expectAccessible(page);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'Not inserted' })).toContainText('16 oc');
  await expect(rows(page)).toHaveCount(0);
  await page.keyboard.press('Control+Enter');
  await expect(rows(page)).toHaveCount(1);
  await page.keyboard.press('Escape');
  await typeLayer(page, '2x4 r-13 fiberglass');
  await expect(rows(page).filter({ hasText: /2×4.*fiberglass/i })).toHaveCount(1);
});
