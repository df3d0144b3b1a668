import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import readWorkbook from 'read-excel-file/node';
import { documentSaved, expectAccessible, openCopyOfDemoWall } from './bench.ts';

const figures = (page: Page) => page.locator('[data-totals]');
const line = (page: Page, start: string) => page.locator(`[data-line^="${start}"]`);
const goTo = (page: Page, part: string) =>
  page.getByRole('navigation', { name: 'Order' }).getByRole('link', { name: part }).click();

/** The place Order of a copy of the demo house, its lengths cut. */
async function openOrder(page: Page): Promise<void> {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Order', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Order', exact: true })).toBeVisible();
  await expect(line(page, 'sheathing | osb')).toBeVisible();
}

const table = (text: string) => ({
  name: 'prices.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(text),
});

test('from an elevation to an order whose cells are read back', async ({ page }) => {
  await openOrder(page);
  const sheets = () => line(page, 'sheathing | osb').locator('td').nth(4).innerText();
  const before = await sheets();
  await expectAccessible(page);

  // A longer wall takes more sheets.
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  const length = page.getByLabel('Length of South');
  await length.fill(`39'`);
  await length.press('Enter');
  await documentSaved(page);
  await page.getByRole('link', { name: 'Order', exact: true }).click();
  await expect(line(page, 'sheathing | osb')).toBeVisible();
  expect(parseInt(await sheets(), 10)).toBeGreaterThan(parseInt(before, 10));

  // Waste asked for, a price typed, and both undone with what they belong to.
  const total = await figures(page).innerText();
  const waste = page.getByLabel('Waste of Sheathing, %');
  await waste.fill('60');
  await waste.press('Enter');
  await expect(figures(page)).not.toHaveText(total);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(figures(page)).toHaveText(total);
  const price = page.getByLabel(/^Price of one sheet of Oriented strand board/);
  await price.fill('dear');
  await price.press('Enter');
  await expect(page.getByText(/“dear” is not a number/)).toBeVisible();
  await price.fill('30');
  await price.press('Enter');
  await expect(line(page, 'sheathing | osb')).toContainText('quoted or typed');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as XLSX' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toMatch(/-order\.xlsx$/);
  const book = await readWorkbook(await readFile(await file.path()));
  expect(book.map(({ sheet }) => sheet)).toEqual(['Order', 'By wall', 'Cutting', 'Receiving']);
  const [header, ...rows] = book[0]!.data;
  const cell = (row: (typeof rows)[number], column: string) => row[header!.indexOf(column)];
  const osb = rows.find((row) => String(cell(row, 'line')).startsWith('sheathing | osb'))!;
  expect(cell(osb, 'order')).toBe(parseInt(await sheets(), 10));
  expect(cell(osb, 'usd_each')).toBe(30);
  expect(cell(osb, 'usd')).toBe(30 * (cell(osb, 'order') as number));
  expect(cell(osb, 'price_from')).toBe('quoted or typed');
  const sum = rows.reduce((all, row) => all + ((cell(row, 'usd') as number | null) ?? 0), 0);
  await expect(figures(page)).toContainText(`$${Math.round(sum).toLocaleString('en-US')}`);
  // Every length of the cutting list holds what is cut from it.
  const [, ...cuts] = book[2]!.data;
  expect(cuts.length).toBeGreaterThan(10);
  for (const [, , , stock, pieces] of cuts) {
    const lengths = String(pieces).split(' + ').map(Number);
    const used = lengths.reduce((all, one) => all + one, 0) + (lengths.length - 1) / 96;
    expect(used).toBeLessThanOrEqual((stock as number) + 0.002);
  }
});

test('prices come from a table, and a comma for a point is named', async ({ page }) => {
  await openOrder(page);
  const chooser = page.getByLabel('File of prices');
  const key = 'sheathing | osb | 1.22 × 2.44 m';
  await chooser.setInputFiles(table(`line,usd_each,unit\n${key},27,5,sheet\n`));
  await expect(page.getByText('Nothing is taken from prices.csv')).toBeVisible();
  await expect(page.getByText(/line 2: has 4 fields/)).toBeVisible();
  await expect(line(page, 'sheathing | osb')).toContainText('price book');
  await chooser.setInputFiles(table(`line;usd_each;unit\n${key};27,5;sheet\n`));
  await expect(page.getByText('1 prices are taken from prices.csv')).toBeVisible();
  await expect(page.getByLabel(/^Price of one sheet of Oriented strand board/)).toHaveValue(
    '27.50',
  );

  // Against the same house without the outside board.
  await page.getByRole('combobox', { name: 'against' }).click();
  await page.getByRole('option', { name: 'North gable, option A' }).click();
  await expect(page.locator('[data-compared]')).toContainText('−$');
  const differs = page
    .getByRole('row')
    .filter({ hasText: 'Outside insulation: Mineral wool board' });
  await expect(differs.getByRole('cell').nth(1)).toHaveText('–');

  // The stack of lumber, as the takeoff counts it.
  await goTo(page, 'Cutting');
  await expect(
    page.getByRole('heading', { name: /^Framing: .* 1 1\/2 × 5 1\/2 in\./ }),
  ).toContainText('of what no plan can do without');
  await expectAccessible(page);
});

test('a yard is short, what can stand in is judged again, and goods are looked at as they come in', async ({
  page,
}) => {
  await openOrder(page);
  await goTo(page, 'Quotations');
  await page.getByRole('combobox', { name: 'Yard' }).click();
  await page.getByRole('option', { name: /^Lower Yard/ }).click();
  await page.getByRole('button', { name: /^Ask for a quotation/ }).click();
  const offer = page.locator('[data-quotation]');
  await expect(offer).toContainText(/■ \d+ lines are short/);
  await documentSaved(page);
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take these prices' }).click();
  await expect(page.getByText(/prices of Lower Yard are in the order/)).toBeVisible();

  // What can stand in for the short one, put into the wall: the order asks for the other.
  await page
    .getByRole('button', { name: /^What can stand in for Gypsum board, paper-faced/ })
    .click();
  const put = page.getByRole('button', { name: /^Put .* into the walls$/ }).first();
  await expect(put).toBeVisible({ timeout: 20_000 });
  await expect(page.getByText(/^R [\d.]+, was R [\d.]+$/).first()).toBeVisible();
  const other = /^Put (.*) into the walls$/.exec((await put.getAttribute('aria-label'))!)![1]!;
  expect(other).toMatch(/^Gypsum/);
  await put.click();
  await expect(page.getByText(`${other} stands in for Gypsum board, paper-faced`)).toBeVisible();
  await goTo(page, 'Takeoff');
  await expect(line(page, 'finish | gypsum-board |')).toHaveCount(0);
  await expect(line(page, 'finish | ')).toContainText(other);

  // What fails is not available.
  await goTo(page, 'Receiving');
  const osb = page.locator('[data-received^="sheathing | osb"]');
  await osb.getByRole('button', { name: /^Record a delivery/ }).click();
  await expect(osb).toContainText('not looked at: the stamp');
  const seen = (group: string, answer: string) =>
    osb.getByRole('group', { name: group }).getByRole('button', { name: answer }).click();
  await seen('Stamp', 'right');
  await seen('Exposure class', 'wrong');
  const thickness = osb.getByLabel('Thickness, measured');
  await thickness.fill('7/16');
  await thickness.press('Enter');
  await expect(osb).toContainText('The stamp says neither exposure 1 nor exterior'.slice(4));
  await expect(osb).toContainText('not available');
  await seen('Exposure class', 'right');
  const damaged = osb.getByLabel('Of it damaged');
  await damaged.fill('2');
  await damaged.press('Enter');
  await expect(osb).toContainText('2 of');
  await expect(osb.getByRole('cell').nth(3)).toHaveText('2 sheets');
  await documentSaved(page);
  await page.reload();
  await expect(osb.getByRole('cell').nth(3)).toHaveText('2 sheets');
  await expectAccessible(page);
});

test('a yard that never answers is not waited for, and nothing is lost', async ({ page }) => {
  await openOrder(page);
  await goTo(page, 'Quotations');
  await expect(page.getByRole('combobox', { name: 'Yard' })).toBeVisible();
  const total = await figures(page).innerText();
  // Its answer never comes.
  await page.route('**/api/suppliers/*/quotations', () => undefined);
  await page.getByRole('button', { name: /^Ask for a quotation/ }).click();
  await expect(page.getByText('Waiting for Upper Yard…')).toBeVisible();
  await page.getByRole('button', { name: 'Stop waiting' }).click();
  await expect(page.getByText('Upper Yard did not answer', { exact: true })).toBeVisible();
  await expect(page.getByText('its lines have no offer')).toBeVisible();
  await expect(figures(page)).toHaveText(total);
  await documentSaved(page);

  // A house without walls has nothing to order, and says where they are drawn.
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  for (const wall of ['North gable', 'East', 'South', 'West'])
    await page.getByRole('button', { name: `Remove ${wall}`, exact: true }).click();
  await documentSaved(page);
  await page.getByRole('link', { name: 'Order', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Draw the walls first' })).toBeVisible();
});
