import { expect, test } from '@playwright/test';
import { Cluster } from '../scripts/postgres.mjs';
import { newProject, newWall, reading, rows, saved, typeLayer } from './bench.ts';

test('a stale save is refused and both states are kept', async ({ page, context }) => {
  await newProject(page, 'Two pages');
  await newWall(page, 'Shared wall');
  await typeLayer(page, 'gypsum board');
  await typeLayer(page, '2x4 cellulose');
  await saved(page);

  const other = await context.newPage();
  await other.goto(page.url());
  await expect(rows(other)).toHaveCount(2);

  await typeLayer(other, 'plywood');
  await saved(other);
  await page.bringToFront();
  await typeLayer(page, 'osb');

  const dialog = page.getByRole('dialog', { name: 'Somebody saved a newer state' });
  await expect(dialog).toBeVisible();
  await dialog.getByRole('button', { name: /Keep both/ }).click();
  await expect(page.getByText('Shared wall (my version)').first()).toBeVisible();
  await expect(rows(page).first()).toContainText('Oriented strand board');

  await other.reload();
  await expect(rows(other)).toHaveCount(3);
  await expect(rows(other).first()).toContainText('plywood');
});

test('the database goes away in mid-edit and nothing is lost', async ({ page }) => {
  const cluster = new Cluster(process.env['ELDRUN_DATA']!);
  await newProject(page, 'Power cut');
  await newWall(page, 'Patient wall');
  await typeLayer(page, 'gypsum board');
  await saved(page);

  const port = cluster.runningPort();
  cluster.stop();
  try {
    await typeLayer(page, '2x6 24 oc cellulose');
    await expect(page.locator('[data-state="offline"]')).toBeVisible({ timeout: 15_000 });
    await typeLayer(page, 'plywood');
    await expect(rows(page)).toHaveCount(3);
    await expect(reading(page, 'Effective R')).toBeVisible();
  } finally {
    await cluster.start({ port });
  }
  await expect(page.locator('[data-state="saved"]')).toBeVisible({ timeout: 20_000 });
  await page.reload();
  await expect(rows(page)).toHaveCount(3);
});

test('an edit survives a reload that comes before its save', async ({ page }) => {
  await newProject(page, 'Quick reload');
  await newWall(page, 'Reloaded wall');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  await page.route('**/api/documents/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await typeLayer(page, 'osb');
  await page.unroute('**/api/documents/*');
  await page.reload();
  await expect(rows(page)).toHaveCount(2);
  await saved(page);
});
