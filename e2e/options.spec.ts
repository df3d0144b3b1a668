import { expect, test } from '@playwright/test';
import { expectAccessible, openCopyOfDemoWall, openDialog, rows, saved } from './bench.ts';

test('three options are compared, one is decided on, and the record is flagged when a wall changes', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  const option = (name: string) => page.locator(`[data-option="${name}"]`);
  const row = (id: string) => page.locator(`[data-row="${id}"] td`);
  await expect(option('North gable, option B').getByRole('img')).toBeVisible();
  await expect(row('r').nth(3)).toContainText(/\d/);
  await expectAccessible(page);

  // The garage is another job; B is what the others are held against.
  await page.getByRole('button', { name: 'Take Garage link, paint only out' }).click();
  await expect(row('r')).toHaveCount(3);
  await page.getByRole('button', { name: 'Compare against North gable, option B' }).click();
  await expect(page).toHaveURL(/against=/);
  await expect(row('r').nth(0)).toContainText('−5.9');
  await expect(row('r').nth(1)).not.toContainText(/[+−]/);
  await expect(row('r').nth(2)).toContainText('best');
  await expect(row('thickness').nth(0)).toContainText('best');
  await page.reload();
  await expect(row('r').nth(0)).toContainText('−5.9');

  // A usual way of building, laid on the brief beside them.
  await page.getByRole('button', { name: 'Add a variant…' }).click();
  const adding = await openDialog(page, 'Add a variant');
  await expectAccessible(page);
  await adding.getByRole('button', { name: 'Split, foam outside' }).click();
  await expect(page.getByRole('heading', { name: 'Only in “Split, foam outside”' })).toBeVisible();
  await page.getByRole('button', { name: 'Compare', exact: true }).click();
  await expect(row('judgment').nth(3)).toContainText('Pass');
  await expect(row('fire').nth(3)).toContainText('foam plastic');

  // What counts is said by the person, and nothing is weighed before.
  await expect(row('weighed')).toHaveCount(0);
  await page.getByText('What counts for you').click();
  await page.getByLabel('Weight of effective R').fill('9');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('weight');
  await page.getByLabel('Weight of effective R').fill('3');
  await page.keyboard.press('Enter');
  await expect(row('weighed').filter({ hasText: '100' })).toHaveCount(1);

  await page.getByRole('button', { name: 'Record the decision…' }).click();
  const recording = await openDialog(page, 'Record the decision');
  await recording.getByLabel('What is decided on').fill('Gable');
  await recording.getByRole('combobox', { name: 'Built is' }).click();
  await page.getByRole('option', { name: 'North gable, option B' }).click();
  await recording.getByLabel('Why', { exact: true }).fill('Warm enough, and thin enough.');
  await recording.getByLabel(/option A is not built because/).fill('Too cold.');
  await recording.getByLabel('Decided by').fill('The builder');
  await recording.getByRole('button', { name: 'Record' }).click();
  await expect(page.getByRole('heading', { name: 'Gable: North gable, option B' })).toBeVisible();
  await expect(page.getByText('are as they were decided on')).toBeVisible();
  await expectAccessible(page);
  await page
    .getByLabel('Why', { exact: true })
    .fill('Warm enough, thin enough, and dries outward.');
  await page.keyboard.press('Tab');
  await page.getByLabel('On', { exact: true }).fill('2026-02-30');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is no day');
  await page.keyboard.press('Escape');
  await expect(page.locator('main [data-state="saved"]')).toContainText('rev. 2');

  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('link', { name: 'Eldrun, all projects' })).toBeHidden();
  await expect(page.getByRole('paragraph').filter({ hasText: 'dries outward' })).toBeVisible();
  await page.emulateMedia({ media: null });

  // The chosen wall changes after.
  await page.getByRole('link', { name: 'Compare' }).click();
  await page.getByRole('link', { name: 'North gable, option B' }).click();
  await rows(page).filter({ hasText: 'Mineral wool board' }).getByRole('button').first().focus();
  await page.keyboard.press('+');
  await saved(page);
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Decisions' }).click();
  const line = page.getByRole('listitem').filter({ has: page.getByText('Gable', { exact: true }) });
  await expect(line).toContainText('changed since');
  await line.getByRole('link').click();
  await expect(page.getByText('“North gable, option B” changed: 1 layer.')).toBeVisible();
  await expect(page.getByRole('row', { name: /Thickness/ })).toContainText('now');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Decide anew' }).click();
  await expect(page.getByText('are as they were decided on')).toBeVisible();

  // A climate that the decision was not made for.
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('combobox', { name: 'Climate' }).click();
  await page.getByRole('option', { name: /Very cold/ }).click();
  await saved(page);
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Decisions' }).click();
  await expect(line).toContainText('changed since');
  await line.getByRole('button', { name: 'Move to the bin' }).click();
  await expect(line).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(line).toBeVisible();
});

test('every combination of what may vary is explored within a limit, and one is kept', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Options', exact: true }).click();
  await page.getByRole('link', { name: 'Explore', exact: true }).click();
  await page.getByRole('combobox', { name: 'From' }).click();
  await page.getByRole('option', { name: 'North gable, option B' }).click();
  await expect(page.getByText('Next best step from now')).toBeVisible();
  await expect(page.getByRole('row', { name: /Cost added/ })).toBeVisible();

  await page.getByLabel('Thickness at most').fill('10');
  await page.keyboard.press('Enter');
  await page.getByLabel('Effective R at least').fill('banana');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('limits.r');
  await page.keyboard.press('Escape');
  await expectAccessible(page);

  await page.getByRole('button', { name: 'Explore', exact: true }).click();
  const said = page.locator('[data-explored]');
  await expect(said).toContainText(/[\d,]+ of [\d,]+ walls in \d+ s/);
  await expect(said).toContainText(/\d+ that none beats/);
  await expect(page.getByText(/[\d,]+ out$/).first()).toBeVisible();
  const members = page.getByRole('table', { name: 'Walls that none beats' }).getByRole('row');
  await expect(members.nth(1)).toContainText(/R \d/);
  await expectAccessible(page);

  // The picked one is drawn and told against the wall as it is; then it is an option among others.
  await members.nth(1).getByRole('button').click();
  const side = page.getByRole('region', { name: 'The picked wall' });
  await expect(side.getByRole('img')).toBeVisible();
  await side.getByRole('button', { name: 'Keep as a variant' }).click();
  await expect(page.locator('[data-option="North gable, option B, explored"]')).toBeVisible();
  await expect(page.locator('[data-row="thickness"] td')).toHaveCount(2);

  // A limit that nothing meets says which, and by how much.
  await page.getByRole('link', { name: 'Explore', exact: true }).click();
  await page.getByLabel('Thickness at most').fill('6');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Explore', exact: true }).click();
  await expect(page.getByText('No wall meets the limits.')).toContainText(
    /The thickness excludes most.*against 6 in\./,
  );
});
