import { expect, test } from '@playwright/test';
import { documentSaved, expectAccessible, openCopyOfDemoWall } from './bench.ts';

test('prices are typed, undone, and taken from a table; walls cost by them', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  const cost = page.getByRole('button', { name: /^Cost/ });
  const before = await cost.textContent();
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Prices', exact: true }).click();
  await page.getByRole('button', { name: 'All materials' }).click();
  await page.getByRole('searchbox', { name: 'Search' }).fill('osb');
  const osb = page.getByLabel('Price of Oriented strand board (OSB), USD');
  await expect(osb).toHaveValue('0.75');
  await expectAccessible(page);
  await osb.fill('cheap');
  await osb.press('Enter');
  await expect(page.getByRole('alert')).toContainText('a number from 0');
  await osb.fill('5');
  await osb.press('Enter');
  await expect(page.getByRole('row').filter({ has: osb })).toContainText('×');
  await documentSaved(page);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(osb).toHaveValue('0.75');

  const table = (text: string) => ({
    name: 'quoted.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  const chooser = page.getByLabel('File of prices');
  await chooser.setInputFiles(table('id,usd,per\nosb,2,ft2\nno-such-board,3,ft2\n'));
  await expect(page.getByText('Nothing is taken from quoted.csv')).toBeVisible();
  await expect(page.getByText(/line 3, id/)).toBeVisible();
  await expect(osb).toHaveValue('0.75');
  await chooser.setInputFiles(table('id,usd,per,source\nosb,2.5,ft2,by mail\nxps,,,\n'));
  await expect(page.getByText('1 prices are taken from quoted.csv')).toBeVisible();
  await expect(osb).toHaveValue('2.50');
  await documentSaved(page);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await download).suggestedFilename()).toMatch(/-prices\.csv$/);

  // The wall costs more by it, and the decision made before says that its figures changed.
  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await expect(cost).toContainText('$');
  await expect(cost).not.toHaveText(before!);
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Decisions' }).click();
  await page.getByRole('link', { name: /Outside walls/ }).click();
  await expect(page.getByText('Changed since it was decided')).toBeVisible();
});

test('more wall is held against better windows, in energy, money and carbon', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Money and energy' }).click();
  const row = (id: string) => page.locator(`[data-row="${id}"] td`);
  const said = page.getByRole('list', { name: 'What it comes to' });
  await expect(said).toContainText('beyond the 30 that are counted');
  await expect(said).toContainText('Not in the sum: warm sheathing');
  await expect(row('saves').last()).toContainText('$');
  await expectAccessible(page);

  const cooling = await row('cooling').first().textContent();
  const depth = page.getByLabel('Overhang or porch roof, south: how far out');
  await depth.fill('8 ft');
  await depth.press('Enter');
  await expect(row('cooling').first()).not.toHaveText(cooling!);
  await documentSaved(page);
  await page.getByRole('combobox', { name: 'Heated with' }).click();
  await page.getByRole('option', { name: 'Heating oil' }).click();
  await expect(page.getByLabel('USD a gallon')).toHaveValue('3.90');
  await page.getByLabel('Years').fill('0');
  await page.getByLabel('Years').press('Enter');
  await expect(page.getByText('Years: not done')).toBeVisible();
  await documentSaved(page);
  await page.reload();
  await expect(depth).toHaveValue('96 in.');
  await expect(page.getByLabel('USD a gallon')).toHaveValue('3.90');

  // Another wall becomes what the others are held against.
  await page.getByRole('button', { name: 'Baseline: C North gable, all outside' }).click();
  await expect(page).toHaveURL(/against=/);
  await expect(row('saves').first()).toBeEmpty();
});
