import { readFile } from 'node:fs/promises';
import { expect, test, type Locator, type Page } from '@playwright/test';
import {
  documentSaved,
  expectAccessible,
  openCopyOfDemoWall,
  openDialog,
  rows,
  saved,
} from './bench.ts';

const rail = (page: Page, place: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: place, exact: true });
const goTo = (page: Page, part: string) =>
  page
    .getByRole('navigation', { name: 'Edges' })
    .getByRole('link', { name: part, exact: true })
    .click();
const measure = (page: Page, id: string) => page.locator(`[data-measure="${id}"] .value`);
const position = (page: Page, at: string) => page.locator(`[data-position="${at}"]`);

/** A number that is there, in the order of the page. */
async function figure(of: Locator): Promise<number> {
  await expect(of).toHaveText(/\d/);
  return parseFloat((await of.innerText()).replace('−', '-'));
}

/** Inches with their fraction, `1 5/16 in.` */
async function inches(of: Locator): Promise<number> {
  await expect(of).toHaveText(/\d/);
  const [, whole = '0', top, bottom] = /^([\d.]+)?(?: ?(\d+)\/(\d+))? in\./.exec(
    (await of.innerText()).trim(),
  )!;
  return Number(whole) + (top ? Number(top) / Number(bottom) : 0);
}

async function openEdges(page: Page): Promise<void> {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await rail(page, 'Edges').click();
  await expect(page.locator('[data-sum]')).toContainText('a year');
}

test('an inch of board more: box, trim, overhang, ψ and the order follow; then a position for all windows', async ({
  page,
}) => {
  await openEdges(page);
  await expect(position(page, 'insulation')).toContainText('chosen');
  await expectAccessible(page);
  const before = {
    box: await inches(measure(page, 'box')),
    trim: await inches(measure(page, 'trim')),
    psi: await figure(position(page, 'sheathing').locator('[data-psi]')),
  };
  await goTo(page, 'Base and top');
  await page.locator('[data-edge="eave"] button').click();
  const overhang = await inches(measure(page, 'rough'));
  await rail(page, 'Order').click();
  const boxes = page.locator('[data-line^="opening-box | opening-box"]');
  await expect(boxes).toContainText('7.72 in. deep');

  // The outside board an inch thicker, in the wall.
  await rail(page, 'Wall').click();
  await rows(page).filter({ hasText: 'Mineral wool board' }).getByRole('button').first().click();
  await page.getByRole('button', { name: /^Edit Mineral wool board/ }).click();
  const panel = await openDialog(page);
  await panel.getByLabel('Thickness').fill('2 1/2');
  await panel.getByLabel('Thickness').press('Enter');
  await panel.getByRole('button', { name: 'Close' }).click();
  await saved(page);

  await rail(page, 'Edges').click();
  await expect(page.locator('[data-sum]')).toContainText('a year');
  // In the insulation half of it goes to the box, half to the trim.
  await expect.poll(() => inches(measure(page, 'box'))).toBeCloseTo(before.box + 0.5, 1);
  expect(await inches(measure(page, 'trim'))).toBeCloseTo(before.trim + 0.5, 1);
  await expect
    .poll(() => figure(position(page, 'sheathing').locator('[data-psi]')))
    .not.toBe(before.psi);
  await goTo(page, 'Base and top');
  await page.locator('[data-edge="eave"] button').click();
  expect(await inches(measure(page, 'rough'))).toBeCloseTo(overhang + 1, 1);
  await rail(page, 'Order').click();
  await expect(boxes).toContainText('8 1/4 in. deep');

  // At the cladding, all of them: undone in one step.
  await rail(page, 'Edges').click();
  await position(page, 'cladding').getByRole('button', { name: 'Choose for all openings' }).click();
  await expect(position(page, 'cladding')).toContainText('chosen');
  await documentSaved(page);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(position(page, 'insulation')).toContainText('chosen');

  // One opening of its own, by its link.
  await page.getByRole('combobox', { name: 'Openings' }).click();
  await page.getByRole('option', { name: /^W2/ }).click();
  await expect(page).toHaveURL(/openings\/north~W2/);
  await position(page, 'sheathing').getByRole('button', { name: 'Choose for W2' }).click();
  await expect(position(page, 'sheathing')).toContainText('chosen');
  await page.getByRole('combobox', { name: 'Openings' }).click();
  await page.getByRole('option', { name: 'All openings' }).click();
  await expect(position(page, 'insulation')).toContainText('chosen');
  await documentSaved(page);
  await page.reload();
  await expect(position(page, 'insulation')).toContainText('chosen');

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a file' }).click();
  const file = JSON.parse(await readFile(await (await download).path(), 'utf8')) as {
    details: { openings: Record<string, object> };
    assemblies: Record<string, { layers: object[] }>;
  };
  expect(file.details.openings['north/W2']).toEqual({ position: 'sheathing' });
  expect(Object.values(file.assemblies)[0]!.layers.length).toBeGreaterThan(5);
});

test('a seal left out is found in the drawing, the findings and the chain; a bad length is said; edges and holes are kept', async ({
  page,
}) => {
  await openEdges(page);
  await page.getByText('Seals and laps of every jamb').click();
  await page.getByRole('checkbox', { name: /^Tape from the wall to the box/ }).uncheck();
  await expect(page.getByText('Air line broken: Tape from the wall to the box')).toBeVisible();
  await expect(
    position(page, 'insulation').getByRole('img', { name: /air line broken at: Tape/ }),
  ).toBeVisible();
  await goTo(page, 'Continuity');
  const air = page.locator('[data-chain="air"]');
  await expect(air).toContainText('edges broken');
  await expectAccessible(page);
  await air.getByRole('link', { name: /^Fail Jamb/ }).click();
  await page.getByText('Seals and laps of every jamb').click();
  await page.getByRole('checkbox', { name: /^Tape from the wall to the box/ }).check();
  await expect(page.getByText('Air line unbroken')).toBeVisible();

  // Bad input is said where it is typed, and nothing is taken over.
  await page.getByText('Sizes and how it is made, of all openings').click();
  const depth = page.getByLabel('Window frame, depth, in.');
  await depth.fill('40');
  await depth.press('Enter');
  await expect(page.getByText(/too large/)).toBeVisible();
  await depth.press('Escape');
  await depth.fill('15');
  await depth.press('Enter');
  await expect(page.getByText(/The window stands .* into the room/).first()).toBeVisible();

  await goTo(page, 'Corners');
  await expect(page.getByRole('img', { name: /^Outside corner, plan, to scale/ })).toBeVisible();
  await page.getByRole('button', { name: 'Add the edge' }).click();
  await expect(page.getByRole('img', { name: /^Inside corner, plan, to scale/ })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByRole('img', { name: /^Outside corner, plan/ })).toBeVisible();

  await goTo(page, 'Penetrations');
  await expect(page.getByText('2 open')).toBeVisible();
  await page.getByRole('checkbox', { name: 'filled' }).check();
  await expect(page.getByText('1 open')).toBeVisible();
  const count = page.getByLabel('How many pass P3');
  await count.fill('none');
  await count.press('Enter');
  await expect(page.getByText(/“none” is no count/)).toBeVisible();
  await count.fill('1');
  await count.press('Enter');
  await expect(page.getByText(/P3: 2 in one hole/)).toBeHidden();
  await expectAccessible(page);
  await documentSaved(page);
  await page.reload();
  await expect(page.getByText('1 open')).toBeVisible();
});
