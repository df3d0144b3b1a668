import { expect, test } from '@playwright/test';
import {
  expectAccessible,
  newProject,
  newWall,
  openDemoWall,
  openDialog,
  reading,
  readingText,
  rows,
  saved,
  verdict,
} from './bench.ts';

test('projects: create, rename, duplicate, archive, take back, delete', async ({ page }) => {
  await newProject(page, 'Short-lived');
  await page.goto('/');
  await expectAccessible(page);
  const project = (name: string) =>
    page.getByRole('listitem').filter({ has: page.getByRole('link', { name, exact: true }) });
  await project('Short-lived').getByRole('button', { name: 'Rename' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Shorter-lived');
  await page.getByRole('dialog').getByRole('button', { name: 'Rename' }).click();
  await project('Shorter-lived').getByRole('button', { name: 'Duplicate' }).click();
  await expect(project('Shorter-lived (copy)')).toBeVisible();
  await project('Shorter-lived').getByRole('button', { name: 'Archive' }).click();
  await expect(project('Shorter-lived')).toHaveCount(0);
  await page.getByRole('button', { name: 'Show archived' }).click();
  await project('Shorter-lived').getByRole('button', { name: 'Delete for good' }).click();
  await expect(project('Shorter-lived')).toHaveCount(0);
});

test('the brief changes what the walls are held to', async ({ page }) => {
  await openDemoWall(page, 'Tarn Bank cottage', 'Wood-fiber wall with service cavity');
  const before = await reading(page, 'Sheathing margin').innerText();
  await page.getByRole('link', { name: 'Brief' }).click();
  await expect(page.getByRole('row', { name: /January/ })).toBeVisible();
  await expectAccessible(page);

  await page.getByLabel('Least effective R').fill('U 0.1');
  await page.keyboard.press('Enter');
  await page.getByLabel('Largest thickness').fill('banana');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('not a length');
  await page.getByLabel('Largest thickness').fill('13"');
  await page.keyboard.press('Enter');
  await page.getByRole('combobox', { name: 'Climate' }).click();
  await page.getByRole('option', { name: /Very cold/ }).click();
  await saved(page);

  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await expect(verdict(page, 'effective-r')).toContainText('misses the target of 10.00 m²K/W');
  await expect(verdict(page, 'thickness-limit')).toContainText('330.2 mm');
  await expect(reading(page, 'Sheathing margin')).not.toHaveText(before);
});

test('numbers open, months step, rows are dragged and refused', async ({ page }) => {
  await openDemoWall(page, 'Mill Race house', 'North gable, option B');
  await expectAccessible(page);
  for (const name of [
    'Effective R',
    'Lost to framing',
    'Sheathing margin',
    'Thickness',
    'Cost',
    'Carbon',
  ]) {
    await page.locator(`[data-reading="${name}"]`).click();
    const dialog = await openDialog(page);
    await expect(dialog).toContainText('Follows');
    await expect(dialog).toContainText('Leaves out');
    await page.keyboard.press('Escape');
    await expect(dialog).toBeHidden();
  }
  await page.keyboard.press(']');
  await expect(page.getByRole('combobox', { name: 'Month shown' })).toHaveText(/February/);
  await expect(page).toHaveURL(/month=2/);

  // Cladding cannot go behind the sheathing; the outside board may go behind the membrane.
  const row = (text: string) => rows(page).filter({ hasText: text });
  await row('Fiber-cement').dragTo(row('Oriented strand board'), { steps: 8 });
  await expect(rows(page).first()).toContainText('Fiber-cement');
  await row('Vapor-open').dragTo(row('Mineral wool board'), { steps: 8 });
  await expect(rows(page).nth(2)).toContainText('Vapor-open');
  await page.keyboard.press('Control+z');
  await expect(rows(page).nth(2)).toContainText('Mineral wool board');
  await row('Vapor-open').getByRole('button').first().click();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(rows(page).nth(2)).toContainText('Vapor-open');
  await page.keyboard.press('Control+z');
  await expect(rows(page).nth(2)).toContainText('Mineral wool board');

  // Thickness by key and typed; a wrong one stays out.
  await row('Mineral wool board').getByRole('button').first().click();
  await page.keyboard.press('+');
  await expect(row('Mineral wool board')).toContainText('2 in.');
  await page.keyboard.press('Enter');
  const panel = await openDialog(page);
  await panel.getByLabel('Thickness').fill('0');
  await panel.getByLabel('Thickness').press('Enter');
  await expect(panel.getByRole('alert')).toContainText('above zero');
  await panel.getByLabel('Thickness').fill('3-1/2');
  await panel.getByLabel('Thickness').press('Enter');
  await expect(row('Mineral wool board')).toContainText('3 1/2 in.');
});

test('the frame editor: preset, spacing, a member wider than its spacing', async ({ page }) => {
  await openDemoWall(page, 'Lower Ford house', 'Dries both ways');
  await rows(page).filter({ hasText: '2×4' }).getByRole('button').first().click();
  await page.keyboard.press('Enter');
  const panel = await openDialog(page);
  const effective = async () => Number(await readingText(page, 'Effective R'));
  const before = await effective();
  await panel.getByRole('combobox', { name: 'Framing factor' }).click();
  await page.getByRole('option', { name: /12 in. on center: 29 %/ }).click();
  await expect(rows(page).filter({ hasText: '2×4 at 12 in.' })).toBeVisible();
  await expect.poll(effective).toBeLessThan(before);
  await panel.getByLabel('Spacing', { exact: true }).fill('1');
  await panel.getByLabel('Spacing', { exact: true }).press('Enter');
  await expect(page.getByRole('alert').first()).toContainText('wider than its spacing');
  await expect(rows(page).filter({ hasText: '2×4 at 12 in.' })).toBeVisible();
});

test('a material of the project is added, validated and used', async ({ page }) => {
  await newProject(page, 'Own material');
  await page.getByRole('link', { name: 'Materials' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Add a material' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Reed panel');
  await page.getByLabel('R per inch').fill('-1');
  await page.getByLabel('Vapor value').fill('2');
  await page.getByRole('button', { name: 'Save for this project' }).click();
  await expect(page.getByRole('alert')).toContainText('conductivity');
  await page.getByLabel('R per inch').fill('2.6');
  await page.getByLabel('Sold as, in.').fill('1, 2');
  await page.getByRole('button', { name: 'Save for this project' }).click();
  await expect(page.getByRole('heading', { name: 'Reed panel' })).toBeVisible();

  await newWall(page, 'Reed wall');
  await page.keyboard.press('/');
  await page.keyboard.type('2 reed panel');
  await page.keyboard.press('Enter');
  await expect(rows(page).first()).toContainText('Reed panel');
  await page.getByRole('button', { name: 'Shelf' }).click();
  await page.getByLabel(/Filter by name/).fill('wood siding');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Wood lap siding/ })
    .click();
  await expect(rows(page)).toHaveCount(2);
});

test('the brief by month and by class, and a climate for the whole project', async ({ page }) => {
  await newProject(page, 'Monthly');
  await page.getByRole('combobox', { name: 'Humidity' }).click();
  await page.getByRole('option', { name: 'Relative humidity by month' }).click();
  await page.getByLabel('Jan', { exact: true }).fill('25');
  await page.getByLabel('Feb', { exact: true }).fill('0');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('alert')).toContainText('above 0 and at most 100 %');
  await page.keyboard.press('Escape');
  await page.getByRole('combobox', { name: 'Temperature' }).click();
  await page.getByRole('option', { name: 'By month', exact: true }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByLabel('Jan', { exact: true }).last()).toHaveValue('25 %');
  await page.getByRole('combobox', { name: 'Humidity' }).click();
  await page.getByRole('option', { name: 'Humidity class (EN ISO 13788)' }).click();
  await expect(page.getByRole('combobox', { name: 'Class' })).toHaveText(/3: homes/);
  await saved(page);
});

test('a library material is overridden for the project and given back', async ({ page }) => {
  await newProject(page, 'Override');
  await page.getByRole('link', { name: 'Materials' }).click();
  await page.getByLabel('Search').fill('osb');
  await page.getByRole('button', { name: 'Oriented strand board (OSB)' }).click();
  await page.getByRole('button', { name: 'Override for this project' }).click();
  await page.getByLabel('R per inch').fill('1.11');
  await page.getByRole('button', { name: 'Save for this project' }).click();
  await expect(page.getByText('overrides the library')).toBeVisible();
  await page.getByRole('button', { name: /Back to the library/ }).click();
  await expect(page.getByText('overrides the library')).toBeHidden();

  // A copy is a material of its own, and what is not typed anew is as it was.
  await page.getByRole('button', { name: 'Copy this material and change it' }).click();
  await page.getByLabel('R per inch').fill('1.4');
  await page.getByRole('button', { name: 'Save for this project' }).click();
  await expect(
    page.getByRole('heading', { name: 'Oriented strand board (OSB), changed' }),
  ).toBeVisible();
});

test('a page that is older than the server says so, and is loaded anew at a click', async ({
  page,
}) => {
  await page.goto('/');
  const newer = page.getByText('A newer version of Eldrun is here');
  // What a browser says of a file that is gone; it is listened to once the page has nothing else to do.
  await expect
    .poll(async () => {
      await page.evaluate(() => window.dispatchEvent(new Event('vite:preloadError')));
      return newer.count();
    })
    .toBe(1);
  await page.evaluate(() => Object.assign(window, { opened: 'before' }));
  await page.getByRole('button', { name: 'Load it' }).click();
  await expect.poll(() => page.evaluate(() => 'opened' in window)).toBe(false);
  await expect(newer).toHaveCount(0);
});
