import { expect, test, type Locator, type Page } from '@playwright/test';
import {
  expectAccessible,
  openCopyOfDemoWall,
  openDemoWall,
  madePdf,
  reading,
  rows,
  saved,
  verdict,
} from './bench.ts';

const card = (page: Page, place: 'cladding' | 'furring') =>
  page.locator(`[data-connection="${place}"]`);
const finding = (of: Locator, id: string) => of.locator(`[data-finding="${id}"]`);

/** The lens Attach of a demo wall in a copy of its project, with a cladding of 11 lb/ft². */
async function openHeavy(page: Page): Promise<void> {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.keyboard.press('a');
  await expect(card(page, 'furring')).toBeVisible();
  const weight = page.getByLabel('Cladding, lb/ft²');
  await weight.fill('11');
  await weight.press('Enter');
  await expect(card(page, 'furring').locator('[data-use="weight"]')).toHaveText('50 %');
}

const choose = async (of: Locator, field: string, option: string | RegExp): Promise<void> => {
  await of.getByRole('combobox', { name: field }).click();
  await of.page().getByRole('option', { name: option }).click();
};

const part = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Part of the lens' }).getByRole('button', { name }).click();

/** Dollars a square foot. */
const cost = async (of: Locator): Promise<number> =>
  parseFloat((await of.locator('[data-cost]').innerText()).replace('$', ''));

test('thicken the board: the next screw is sold, spacing and cost follow, the furring’s connection fails while the cladding’s holds', async ({
  page,
}) => {
  await openHeavy(page);
  const furring = card(page, 'furring');
  await choose(furring, 'Fastener', /Structural screw, 1\/4 in/);
  await expect(furring.locator('[data-next]')).toHaveText('5 in.');
  await expect(verdict(page, 'attachment')).not.toHaveAttribute('data-status', 'fail');
  await expectAccessible(page);
  const before = await cost(furring);

  await rows(page).filter({ hasText: 'Mineral wool board' }).first().click();
  await expect(async () => {
    await page.keyboard.press('+');
    await expect(furring.locator('[data-next]')).toHaveText('7 in.', { timeout: 500 });
  }).toPass();
  const row = page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: '4 in.' }) });
  await expect(row).toHaveClass(/here/);
  await expect(finding(furring, 'strength-furring')).toContainText('Does not hold');
  await expect(finding(card(page, 'cladding'), 'strength-cladding')).toContainText('Holds');
  await expect(furring.locator('[data-use="weight"]')).toHaveClass(/over/);
  expect(await cost(furring)).toBeGreaterThan(before);

  // The smallest change: closer together, which costs more; undone with one step.
  const dear = await cost(furring);
  await finding(furring, 'strength-furring').getByRole('button', { name: 'Every 12 in.' }).click();
  await expect(finding(furring, 'strength-furring')).toContainText('Holds');
  expect(await cost(furring)).toBeGreaterThan(dear);
  await expect(page.getByText('A licensed engineer has to size this').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(finding(furring, 'strength-furring')).toContainText('Does not hold');
  await saved(page);
});

test('the screws chosen are ordered by their length, and counted in the R', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.keyboard.press('a');
  const furring = card(page, 'furring');
  await choose(furring, 'Fastener', 'Lag screw, 1/4 in., with washer');
  await expect(furring.locator('[data-next]')).toHaveText('5 in.');
  const r = await reading(page, 'Effective R').innerText();
  await page.getByRole('button', { name: 'Count them in the R', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Count them in the R', exact: true })).toHaveCount(
    0,
  );
  await expect(reading(page, 'Effective R')).not.toHaveText(r);
  await saved(page);
  await page
    .getByRole('navigation', { name: 'Places' })
    .getByRole('link', { name: 'Order', exact: true })
    .click();
  await expect(page.locator('[data-line^="fasteners | lag-250-127"]')).toBeVisible();
});

test('brackets that take half of the R are found, and others offered', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.keyboard.press('a');
  await page.getByText('Brackets, clips and standoffs').click();
  await page.getByRole('button', { name: 'Add brackets' }).click();
  await expect(page.locator('[data-bridge-share]')).toHaveText(/4\d %/);
  await expect(verdict(page, 'point-bridges')).toContainText('Brackets and clips take 4');
  const worse = page.getByLabel('How many');
  await worse.fill('many');
  await worse.press('Enter');
  await expect(page.getByRole('alert')).toContainText('perArea');
});

test('an acrylic finish over cement base is told from a tested system; papers and responsibility are recorded', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.keyboard.press('a');
  for (const gone of ['Fiber-cement lap siding', 'Furring, open gap']) {
    const before = await rows(page).count();
    await rows(page).filter({ hasText: gone }).click();
    await page.keyboard.press('Delete');
    await expect(rows(page)).toHaveCount(before - 1);
  }
  await page.keyboard.press('/');
  await page.keyboard.type('7/8 acrylic finish stucco');
  await expect(page.getByRole('option').first()).toBeVisible();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await part(page, 'Cladding system');
  await expect(page.locator('[data-standing]')).toHaveText('Not shown to be a tested system.');
  await expect(page.locator('[data-need="edge-wraps"]')).toContainText('no document yet');
  await expect(page.locator('[data-need="drainage"]')).toContainText('not in the layers');
  await expect(verdict(page, 'cladding-system')).toContainText('Acrylic finish over a cement base');
  await expectAccessible(page);
  await page.getByLabel('Who answers for it').fill('General contractor');
  await page.getByLabel('Who answers for it').press('Enter');
  await page.getByRole('button', { name: 'Record that parts are mixed' }).click();
  await expect(page.locator('[data-mixed]')).toContainText('General contractor');

  await part(page, 'Proof');
  const asked = page.locator('[data-proof="system"] [data-kind="edge-details"]');
  await expect(asked).toContainText('missing');
  await asked.getByRole('button', { name: /Record/ }).click();
  await page.getByLabel('Document', { exact: true }).fill('Details of every end');
  await page.getByLabel('Document', { exact: true }).press('Enter');
  await page.getByLabel('Valid until').fill('soon');
  await page.getByLabel('Valid until').press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no day');
  await page.getByLabel('Valid until').fill('2031-01-31');
  await page.getByLabel('Valid until').press('Enter');
  await page.getByRole('button', { name: 'Record it' }).click();
  await expect(asked).toContainText('there');
  await expectAccessible(page);
  await saved(page);
});

test('what does not stick is said; a peel test on site is recorded', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.keyboard.press('a');
  await part(page, 'What sticks to what');
  const panel = page.getByRole('region', { name: 'How the cladding is held' });
  await choose(panel, 'Tape or membrane at openings', 'Rubberized-asphalt tape');
  await choose(panel, 'Window flanges', 'Vinyl window flange');
  const pair = page.locator('[data-pair="tape-bitumen vinyl-flange"]');
  await expect(pair).toContainText('does not hold');
  const other = page.locator('[data-pair="tape-bitumen wrap"]');
  await expect(other).toContainText('ask both makers');
  await other.getByRole('button', { name: /Record a peel test/ }).click();
  await page.getByLabel('By', { exact: true }).fill('Site lead');
  await page.getByLabel('By', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'It held' }).click();
  await expect(other).toContainText('held the peel test');
  await expectAccessible(page);
  await saved(page);
});

test('how the cladding is held is printed on a page of its own, and reads on a tablet', async ({
  page,
}) => {
  await openDemoWall(page, 'Mill Race house', 'North gable, all outside');
  await page.keyboard.press('a');
  await expect(card(page, 'furring')).toContainText('10 in.');
  await page.getByRole('link', { name: 'Wall sheet…' }).click();
  const { pages } = await madePdf(page);
  expect(pages).toHaveLength(3);
  expect(pages[2]).toContain('Preliminary sizing for a licensed engineer');
  expect(pages[2]).toMatch(
    /Furring to stud Structural screw, 1\/4 in\., wide head 10 in\. 16 in\./,
  );
  expect(pages[2]).toContain('Pre-fix: drill the strips');
  expect(pages[2]).toContain('evaluation report expired');
  await page.goBack();
  await expect(card(page, 'furring')).toContainText('10 in.');
  for (const size of [
    { width: 820, height: 1180 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    await expect(card(page, 'furring')).toBeVisible();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth);
    expect(wide).toBeLessThanOrEqual(size.width);
    await expectAccessible(page);
  }
});

test('wind and seismic category of the brief go into every wall', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  const places = page.getByRole('navigation', { name: 'Places' });
  await places.getByRole('link', { name: 'Brief' }).click();
  await choose(page.locator('main'), 'Seismic design category', 'D1');
  const speed = page.getByLabel('Basic wind speed, mph');
  await speed.fill('500');
  await speed.press('Enter');
  await expect(page.getByRole('alert')).toContainText('loads.wind.speed');
  await speed.fill('140');
  await speed.press('Enter');
  await saved(page);
  await places.getByRole('link', { name: 'Wall', exact: true }).click();
  await expect(reading(page, 'Effective R')).toHaveText(/^[\d.]+/);
  await page.keyboard.press('a');
  await expect(page.getByText('seismic design category D1').first()).toBeVisible();
  await expect(page.getByText(/suction\s+28\.\d psf/)).toBeVisible();
});
