import { expect, test, type Page } from '@playwright/test';
import {
  expectAccessible,
  newProject,
  newWall,
  openCopyOfDemoWall,
  openDemoWall,
  openDialog,
  madePdf,
  saved,
  reading,
  rows,
} from './bench.ts';

const strip = (page: Page) => page.getByRole('region', { name: 'Judgment' });

/** Types a line into the quick line and takes its first reading. */
async function typeLayer(page: Page, line: string, key = 'Enter'): Promise<void> {
  await page.getByRole('combobox', { name: 'Quick line: type a layer' }).fill(line);
  await page.getByRole('option').first().waitFor();
  await page.keyboard.press(key);
}

test('drawing, readings and judgment are in sight at once, with the worst verdicts', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemoWall(page, 'Mill Race house', 'Garage link, paint only');
  await expect(strip(page)).toHaveAttribute('data-basis', 'hourly');
  await expect(strip(page).getByRole('button', { name: /variable vapor retarder/ })).toBeVisible();
  const open = page.locator('[data-verdict]:visible');
  for (const part of [strip(page), reading(page, 'Carbon'), open.nth(4)])
    await expect(part).toBeInViewport({ ratio: 0.99 });

  // The counts lead to the verdicts; those that pass are folded until then.
  const passing = page.locator('[data-verdict][data-status="pass"]').first();
  await expect(passing).toBeHidden();
  await strip(page).getByRole('button', { name: /pass$/ }).click();
  await expect(passing).toBeVisible();
  await expectAccessible(page);

  // Under way down the page the readings stay in a line.
  await expect(page.locator('.slim')).toHaveCount(0);
  await page.setViewportSize({ width: 1280, height: 500 });
  await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight));
  await expect(page.locator('.slim')).toContainText(/Effective R 16\.1/);
  await expect(page.getByRole('link', { name: 'Eldrun, all projects' })).toBeInViewport();

  for (const [width, height] of [
    [820, 1180],
    [1920, 1080],
  ] as const) {
    await page.setViewportSize({ width, height });
    await page.evaluate(() => window.scrollTo(0, 0));
    await expect(strip(page)).toBeInViewport({ ratio: 0.99 });
    await expect(page.locator('.callouts .thickness').first()).toBeInViewport({ ratio: 0.99 });
  }
});

test('a double-stud wall and a steel wall by name, several layers in a line, and on paper', async ({
  page,
}) => {
  await newProject(page, 'By name');
  await newWall(page, 'Two rows');
  await typeLayer(page, 'drywall, smart vapor retarder, double stud 12 in 24 oc cellulose, osb');
  await expect(rows(page)).toHaveCount(6);
  await typeLayer(page, 'wrap + rain screen + cedar');
  await expect(rows(page)).toHaveCount(9);
  await expect(reading(page, 'Effective R')).toHaveText(/^[34]\d\.\d/);
  await expect(rows(page).first()).toContainText('Wood lap siding');

  // What the line says of a place holds; a place that the wall has not is told, and the line stays.
  await typeLayer(page, '1 in xps under the wrap');
  await expect(rows(page).nth(3)).toContainText('Extruded polystyrene');
  await typeLayer(page, '1 in xps over brick');
  await expect(
    page.getByText('Not inserted: No layer of this wall answers to “brick”'),
  ).toBeVisible();
  await expect(page.getByRole('combobox', { name: /Quick line/ })).toHaveValue(
    '1 in xps over brick',
  );

  // In the empty line Ctrl+Z is the wall's, and the last step has its name above.
  await page.getByRole('combobox', { name: /Quick line/ }).fill('');
  await expect(page.getByRole('button', { name: /^Undo: insert extruded/i })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(rows(page)).toHaveCount(9);

  // Right outside the selected layer, whatever custom says.
  await rows(page).filter({ hasText: 'Oriented strand board' }).getByRole('button').first().click();
  await typeLayer(page, '1/2 plywood', 'Shift+Enter');
  await expect(rows(page).nth(3)).toContainText('Softwood plywood');
  await page.keyboard.press('Control+z');

  await expect(strip(page)).toHaveAttribute('data-basis', 'hourly');
  await saved(page);
  await page.getByRole('link', { name: 'Wall sheet…' }).click();
  const { name, pages } = await madePdf(page);
  expect(name).toMatch(/Two-rows-wall\.pdf$/);
  expect(pages).toHaveLength(2);
  expect(pages[0]).toContain('Two rows');
  expect(pages[0]).toContain('Wood lap siding');
  expect(pages[0]).toMatch(/R \d\d\.\d/);
  expect(pages[0]).toContain('checks pass');
  expect(pages.join(' ')).toMatch(/Inner surface film R 0\.7/);
  expect(pages.join(' ')).toMatch(/January −?\d+ °F/);
  expect(pages[1]).toMatch(/revision \d+/);
  expect(pages[1]).toContain('The adopted local code governs');
  await page.getByRole('link', { name: 'Wall', exact: true }).click();

  await page.getByRole('button', { name: /: walls$/ }).click();
  await page.getByRole('menuitem', { name: 'New wall…' }).click();
  const dialog = await openDialog(page, 'New wall');
  await dialog.getByRole('textbox').fill('Steel');
  await page.keyboard.press('Enter');
  await expect(rows(page)).toHaveCount(0);
  await typeLayer(page, '5/8 type x; 600S162-54 16 oc mineral wool; 1/2 glass mat sheathing');
  await typeLayer(page, '3 in z-girts 24 oc mineral wool, metal panel');
  await expect(rows(page)).toHaveCount(5);
  await expect(rows(page).nth(3)).toContainText('C-stud');
  await expect(rows(page).nth(1)).toContainText(/mineral wool board/i);
  await expect(reading(page, 'Effective R')).toHaveText(/^\d+\.\d/);
});

test('on a tablet held upright a wall is worked by touch', async ({ browser }) => {
  const context = await browser.newContext({
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
    isMobile: true,
  });
  const page = await context.newPage();
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await expect(strip(page)).toBeInViewport({ ratio: 0.99 });
  await rows(page).filter({ hasText: 'Mineral wool board' }).getByRole('button').first().tap();
  await page.getByRole('button', { name: /^Edit Mineral wool board/ }).tap();
  const panel = await openDialog(page);
  await panel.getByLabel('Thickness').fill('3');
  await panel.getByLabel('Thickness').press('Enter');
  await expect(rows(page).filter({ hasText: 'Mineral wool board' })).toContainText('3 in.');
  await panel.getByRole('button', { name: 'Close' }).tap();
  await page.getByRole('button', { name: /^Undo: thickness of/ }).tap();
  await expect(rows(page).filter({ hasText: 'Mineral wool board' })).toContainText('1 1/2 in.');
  const small = () =>
    page.getByRole('button').evaluateAll((controls) =>
      controls
        .map((control) => ({ control, box: control.getBoundingClientRect() }))
        // What only other buttons open is a pixel large.
        .filter(({ box }) => box.width > 1 && Math.min(box.height, box.width) < 24)
        .map(({ control }) => control.outerHTML),
    );
  // A notice that comes up is small at first.
  await expect.poll(small).toEqual([]);
  const overflow = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(overflow).toBeLessThanOrEqual(0);
  await expectAccessible(page);
  await context.close();
});

test('lists are filtered and sorted, and the walk is taken once', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Failing', exact: true }).click();
  await expect(page.getByRole('link', { name: /Garage link, paint only/ }).first()).toBeVisible();
  await expect(page.getByRole('link', { name: /North gable, option B/ })).toHaveCount(0);
  await page.getByRole('searchbox', { name: 'Find a project or a wall' }).fill('no such wall');
  await expect(page.getByText('No wall answers to that')).toBeVisible();
  await page.getByRole('searchbox', { name: 'Find a project or a wall' }).fill('');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Take the walk' }).click();
  const walk = page.getByRole('complementary', { name: 'A walk through the bench' });
  await expect(walk).toContainText('1 of 5');
  await expect(page.locator('.walked')).toBeVisible();
  for (let step = 2; step <= 5; step++) {
    await walk.getByRole('button', { name: 'Next' }).click();
    await expect(walk).toContainText(`${step} of 5`);
  }
  await expectAccessible(page);
  await walk.getByRole('button', { name: 'Done' }).click();
  await expect(walk).toBeHidden();
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Projects' })).toBeVisible();
  await expect(page.getByText('New here?')).toBeHidden();
});

test('whatever is typed is answered, and nothing of it is changed', async ({ page }) => {
  await newProject(page, 'Typed');
  await newWall(page, 'Anything');
  const line = page.getByRole('combobox', { name: 'Quick line: type a layer' });
  for (const [typed, answer] of [
    ['300 in xps', 'over three times the thickest'],
    ['🧱🧱🧱', 'No material answers to “🧱🧱🧱”'],
    ['osb '.repeat(500), 'at most 300 characters'],
  ] as const) {
    await line.fill(typed);
    await expect(page.getByRole('listbox')).toContainText(answer);
    await page.keyboard.press('Enter');
    await expect(line).toHaveValue(typed);
    await expect(rows(page)).toHaveCount(0);
  }
  // A pasted list is several layers, not one word.
  await line.fill('');
  await line.evaluate((field, text) => {
    const data = new DataTransfer();
    data.setData('text/plain', text);
    field.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, 'drywall\t1/2\n2x4 16 oc r-13\n7/16 osb\n');
  await expect(line).toHaveValue('drywall 1/2 + 2x4 16 oc r-13 + 7/16 osb');
  await page.keyboard.press('Enter');
  await expect(rows(page)).toHaveCount(3);
});
