import { readFile, rename } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { Cluster } from '../scripts/postgres.mjs';
import {
  expectAccessible,
  newProject,
  newWall,
  openDialog,
  reading,
  rows,
  saved,
  typeLayer,
} from './bench.ts';

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

test('the database is killed in mid-edit, comes back by itself, and nothing is lost', async ({
  page,
}) => {
  const cluster = new Cluster(process.env['ELDRUN_DATA']!);
  await newProject(page, 'Power cut');
  await newWall(page, 'Patient wall');
  await typeLayer(page, 'gypsum board');
  await saved(page);

  // Without its settings it cannot come back at once.
  const settings = join(cluster.data, 'postgresql.conf');
  await rename(settings, `${settings}.away`);
  process.kill(cluster.postmaster()!.pid, 'SIGKILL');
  try {
    await typeLayer(page, '2x6 24 oc cellulose');
    await expect(page.locator('[data-state="offline"]')).toBeVisible({ timeout: 15_000 });
    await typeLayer(page, 'plywood');
    await expect(rows(page)).toHaveCount(3);
    await expect(reading(page, 'Effective R')).toBeVisible();
  } finally {
    await rename(`${settings}.away`, settings);
  }
  await expect(page.locator('.rail [data-state="saved"]')).toBeVisible({ timeout: 90_000 });
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

test('a deleted wall is taken back from its notice, or later from the bin', async ({ page }) => {
  await newProject(page, 'Second thoughts');
  await newWall(page, 'Wanted after all');
  await typeLayer(page, 'gypsum board');
  await typeLayer(page, '2x4 cellulose');
  await saved(page);

  const remove = async () => {
    await page.getByRole('button', { name: /: walls$/ }).click();
    await page.getByRole('menuitem', { name: 'Delete' }).click();
    await expect(page.getByRole('heading', { name: 'No wall yet' })).toBeVisible();
  };
  await remove();
  await page.getByRole('alert').getByRole('button', { name: 'Undo' }).click();
  await expect(rows(page)).toHaveCount(2);

  await remove();
  await page.reload();
  await page.getByRole('button', { name: 'Bin…' }).click();
  const bin = page.getByRole('dialog', { name: 'Bin' });
  await bin
    .getByRole('listitem')
    .filter({ hasText: 'Wanted after all' })
    .getByRole('button', { name: 'Take back' })
    .click();
  await expect(rows(page)).toHaveCount(2);
  await expectAccessible(page);

  await remove();
  await page.getByRole('button', { name: 'Bin…' }).click();
  await bin.getByRole('button', { name: 'Empty the bin…' }).click();
  await bin.getByRole('button', { name: 'Empty it' }).click();
  await expect(bin).toContainText('Nothing is in the bin');
});

test('what another page saved is told, and taken with a key', async ({ page, context }) => {
  await newProject(page, 'Two at a table');
  await newWall(page, 'Talked about');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(rows(other)).toHaveCount(1);

  await typeLayer(other, '2x6 24 oc cellulose');
  await saved(other);
  await page.bringToFront();
  const notice = page.getByRole('status').filter({ hasText: 'Another page saved' });
  await expect(notice).toBeVisible();
  await expect(rows(page)).toHaveCount(1);
  await page.keyboard.press('n');
  await expect(rows(page)).toHaveCount(2);
  await expect(notice).toBeHidden();
  await typeLayer(page, 'osb');
  await saved(page);
  await expect(rows(page)).toHaveCount(3);
});

test('where the browser’s storage is full an edit is saved all the same, and said', async ({
  page,
}) => {
  await newProject(page, 'No room');
  await newWall(page, 'Kept by the server');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  await page.evaluate(() => {
    const plain = Object.getOwnPropertyDescriptor(Storage.prototype, 'setItem')!;
    Object.defineProperty(Storage.prototype, 'setItem', {
      value(this: Storage, key: string, value: string) {
        if (key.startsWith('eldrun-wall')) throw new DOMException('full', 'QuotaExceededError');
        (plain.value as (key: string, value: string) => void).call(this, key, value);
      },
    });
  });
  await page.route('**/api/documents/*', async (route) => {
    if (route.request().method() === 'PATCH')
      await expect(page.getByText('Not kept on this device')).toBeVisible();
    await route.continue();
  });
  await typeLayer(page, '2x4 cellulose');
  await saved(page);
  await page.unroute('**/api/documents/*');
  await page.reload();
  await expect(rows(page)).toHaveCount(2);
});

test('what two pages left unsaved is offered on the next opening, and nothing is dropped unasked', async ({
  page,
  context,
}) => {
  await newProject(page, 'Two drafts');
  await newWall(page, 'Edited twice');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  const at = page.url();
  const other = await context.newPage();
  await other.goto(at);
  await expect(rows(other)).toHaveCount(1);
  const isSave = (url: URL) => url.pathname.startsWith('/api/documents/');
  await context.route(isSave, (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  for (const [one, layer] of [
    [page, 'plywood'],
    [other, 'osb'],
  ] as const) {
    await one.bringToFront();
    await typeLayer(one, layer);
    await expect(one.locator('[data-state="offline"]')).toBeVisible();
    await expect(one.getByText('Not kept on this device')).toBeHidden();
    await one.close();
  }
  await context.unroute(isSave);

  const next = await context.newPage();
  await next.goto(at);
  const dialog = await openDialog(next, 'Another page left unsaved edits');
  await expect(rows(next).first()).toContainText('Oriented strand board');
  await expect(dialog.getByRole('list', { name: 'What differs' })).toContainText('plywood', {
    ignoreCase: true,
  });
  await expectAccessible(next);
  await dialog.getByRole('button', { name: 'Keep them as a wall of their own' }).click();
  await expect(next.getByText('Edited twice (left unsaved)').first()).toBeVisible();
  await expect(rows(next).first()).toContainText('plywood', { ignoreCase: true });
  await expect(dialog).toBeHidden();
  await next.goto(at);
  await expect(rows(next).first()).toContainText('Oriented strand board');
  await saved(next);
});

test('unsaved edits of a wall that is gone for good find their way into a project', async ({
  page,
}) => {
  await newProject(page, 'Gone for good');
  await newWall(page, 'Lost and found');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  const at = page.url();
  const [, project, wall] = /projects\/([^/]+)\/walls\/([^/]+)/.exec(at)!;
  const isSave = (url: URL) => url.pathname.startsWith('/api/documents/');
  await page.route(isSave, (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await typeLayer(page, 'osb');
  await expect(page.locator('[data-state="offline"]')).toBeVisible();
  await page.request.delete(`/api/documents/${wall}`);
  await page.request.delete(`/api/projects/${project}/bin`);

  await page.goto(at);
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
  await page.getByRole('combobox', { name: 'Project they go into' }).click();
  await page.getByRole('option', { name: 'Gone for good' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Put “Lost and found”, 2 layers, into it' }).click();
  await expect(rows(page)).toHaveCount(2);
  await saved(page);
});

test('what the server refuses for good is said, and can be kept as a file', async ({ page }) => {
  await newProject(page, 'Refused');
  await newWall(page, 'Kept as a file');
  await typeLayer(page, 'gypsum board');
  await saved(page);
  const message = `It cannot be: ${'a long reason '.repeat(60)}`;
  await page.route('**/api/documents/*', (route) =>
    route.request().method() === 'PATCH'
      ? route.fulfill({ status: 422, json: { error: { code: 'invalid', message, path: '' } } })
      : route.continue(),
  );
  await typeLayer(page, '2x4 cellulose');
  await expect(page.locator('[data-state="refused"]')).toContainText('a long reason');
  await expectAccessible(page);
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const wall = JSON.parse(await readFile(await (await file).path(), 'utf8')) as {
    layers: unknown[];
  };
  expect(wall.layers).toHaveLength(2);
  // What can be saved again is saved with the next edit.
  await page.unroute('**/api/documents/*');
  await typeLayer(page, 'osb');
  await saved(page);
});
