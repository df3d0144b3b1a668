import { execFile } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { expect, test } from '@playwright/test';
import type { ResultFile } from '@eldrun/core/evaluation';
import type { WallFile } from '@eldrun/core/build-up';
import {
  newProject,
  newWall,
  reading,
  readingText,
  rows,
  saved,
  typeLayer,
  verdict,
} from './bench.ts';

const LAYERS = [
  'gypsum board',
  'variable vapor retarder',
  '2x6 at 16 in. mineral wool',
  'OSB',
  'vapor-open membrane',
  '1.5 in. mineral-wool board',
  'furring with open gap',
  'fiber-cement lap',
];

test('a wall from the quick line to a file and back', async ({ page }, testInfo) => {
  await newProject(page, 'Beck Side house');
  await newWall(page, 'West wall');
  for (const layer of LAYERS) await typeLayer(page, layer);
  await expect(rows(page).first()).toContainText('Fiber-cement lap');
  await expect(rows(page).last()).toContainText('Gypsum board');
  await expect(rows(page).nth(5)).toContainText('2×6 at 16 in., mineral wool');

  // 2x6 at 16 in. with mineral wool R 23 and R 6 outside, framing factor 25 %: between R 20 and R 26.
  const shown = await readingText(page, 'Effective R');
  const withBoard = Number(shown);
  expect(withBoard).toBeGreaterThan(20);
  expect(withBoard).toBeLessThan(26);

  // Without the outside board the sheathing is colder, and the code's row asks for one again.
  const margin = await readingText(page, 'Sheathing margin');
  await page.keyboard.press('ArrowUp');
  await rows(page).filter({ hasText: 'Mineral wool board' }).getByRole('button').first().focus();
  await page.keyboard.press('Delete');
  await expect(rows(page)).toHaveCount(7);
  await expect(reading(page, 'Sheathing margin')).not.toHaveText(margin);
  await expect(verdict(page, 'sheathing-dew-point')).toHaveAttribute('data-status', 'info');
  const row = verdict(page, 'code-insulation');
  await expect(row).toHaveAttribute('data-status', 'caution');
  await row.getByRole('button', { name: /mineral wool board/ }).click();
  await expect(row).toHaveAttribute('data-status', 'pass');
  const rowsAfterFix = await rows(page).count();
  expect(rowsAfterFix).toBeGreaterThan(7);

  // Two steps back: the wall as it was typed. A reload finds it, and its undo, unchanged.
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(7);
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(8);
  await expect(reading(page, 'Effective R')).toHaveText(shown);
  await saved(page);
  await page.reload();
  await expect(rows(page)).toHaveCount(8);
  await expect(reading(page, 'Effective R')).toHaveText(shown);
  await page.keyboard.press('Shift+Control+z');
  await expect(rows(page)).toHaveCount(7);
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(8);

  // Metric, by key.
  await page.keyboard.press('u');
  await expect(page.locator('[data-reading="Effective R"]')).toContainText('m²K/W');
  const metric = Number((await readingText(page, 'Effective R')).split(' ')[0]);
  expect(metric).toBeCloseTo(withBoard * 0.17611, 1);

  // As a file, and the same file in a new project.
  const downloading = page.waitForEvent('download');
  await page.getByRole('button', { name: /: walls$/ }).click();
  await page.getByRole('menuitem', { name: 'Save as a file' }).click();
  const download = await downloading;
  const file = join(testInfo.outputDir, 'west-wall.json');
  await download.saveAs(file);
  const wall = JSON.parse(await readFile(file, 'utf8')) as WallFile;
  expect(wall.format).toBe('eldrun-wall');
  expect(wall.outdoor).toEqual({ climate: 'cold-humid' });

  await newProject(page, 'Beck Side house, second look');
  await newWall(page, 'To be replaced');
  await page.getByLabel('Open a wall file').setInputFiles(file);
  await expect(rows(page)).toHaveCount(8);
  await expect(page.getByText('West wall', { exact: true }).first()).toBeVisible();
  await expect(reading(page, 'Effective R')).toHaveText(shown);

  // Its own climate is kept where the new project's brief says another, until it follows the brief.
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('combobox', { name: 'Climate' }).click();
  await page.getByRole('option', { name: /Hot desert/ }).click();
  await saved(page);
  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await page.getByLabel('Open a wall file').setInputFiles(file);
  await expect(page.getByText('This wall has its own climate')).toBeVisible();
  await expect(reading(page, 'Effective R')).toHaveText(shown);
  await page.getByRole('button', { name: 'Follow the brief' }).click();
  await expect(page.getByText('This wall has its own')).toBeHidden();

  // The command says the same.
  const command = join(import.meta.dirname, '../cli/bin/eldrun.mjs');
  const { stdout } = await promisify(execFile)(process.execPath, [
    command,
    'check',
    file,
    '--json',
  ]);
  const result = JSON.parse(stdout) as ResultFile;
  expect((result.thermal.effective.r / 0.1761101838).toFixed(1)).toBe(shown);
});

test('a file that is no wall is refused with its field, and nothing is made of it', async ({
  page,
}) => {
  await newProject(page, 'Refusals');
  await newWall(page, 'Only wall');
  const bad = {
    format: 'eldrun-wall',
    version: 1,
    name: '<script>alert(1)</script>',
    convention: 'iso',
    indoor: { temperature: 20, humidity: { kind: 'fixed', relativeHumidity: 0.4 } },
    outdoor: { climate: 'cold-humid' },
    layers: [{ id: 'L1', kind: 'sheet', material: 'osb', thickness: -1 }],
  };
  await page.getByLabel('Open a wall file').setInputFiles({
    name: 'bad.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(bad)),
  });
  await expect(page.getByRole('alert')).toContainText('layers[0].thickness');
  await page.getByRole('button', { name: /: walls$/ }).click();
  await expect(page.getByRole('menuitem', { name: /Only wall/ })).toBeVisible();
  await expect(page.getByRole('menuitem', { name: /script/ })).toHaveCount(0);
});
