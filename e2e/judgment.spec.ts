import { expect, test, type Page } from '@playwright/test';
import {
  expectAccessible,
  newProject,
  newWall,
  openCopyOfDemoWall,
  openDialog,
  reading,
  rows,
  typeLayer,
} from './bench.ts';

const judgment = (page: Page) => page.getByRole('region', { name: 'Judgment' });

/** Waits for a judgment that stands on simulated years: both at once, for the one before may stand on years too. */
async function simulated(page: Page, moisture: RegExp): Promise<void> {
  const shown = async (): Promise<string> => {
    const { basis, judgment: found } = await judgment(page).evaluate(
      (element) => (element as HTMLElement).dataset as Record<string, string>,
    );
    return `${basis} ${found}`;
  };
  await expect
    .poll(shown, { timeout: 60_000 })
    .toMatch(new RegExp(`^hourly (${moisture.source})$`));
}

const CLASSIC = [
  '1/2 gypsum board',
  '6 mil polyethylene',
  '2x6 16 oc r20 fiberglass batt',
  '7/16 osb',
  'nonwoven wrap',
  '3/4 furring open gap',
  'fiber cement lap',
];

test('the classic cold-climate wall: an estimate, then simulated; a leaky house, undone at once', async ({
  page,
}) => {
  await newProject(page, 'Judged house');
  await newWall(page, 'Classic');
  for (const layer of CLASSIC) await typeLayer(page, layer);
  await expect(rows(page)).toHaveCount(CLASSIC.length);
  await expect(judgment(page)).toContainText('it relies on its air barrier');
  await expect(judgment(page)).toContainText('estimate');
  await simulated(page, /pass/);
  await expect(judgment(page)).toContainText('simulated');
  await expect(judgment(page)).toContainText('sealed at joints');
  await expectAccessible(page);

  // Five times the usual leak: a caution or worse, with its reason, and the test as its first mend.
  await page.getByRole('link', { name: 'Brief' }).click();
  await page.getByRole('combobox', { name: 'Air leak' }).click();
  await page.getByRole('option', { name: /50 Pa/ }).click();
  await page.getByLabel('By area of the envelope').fill('15 m³/(h·m²)');
  await page.getByLabel('By area of the envelope').press('Enter');
  await page.getByRole('link', { name: 'Wall', exact: true }).click();
  await simulated(page, /caution|fail/);
  await expect(judgment(page)).toContainText(/mold index|moisture/i);
  const tested = judgment(page).getByRole('button', { name: /^Seal the air barrier/ });
  await expect(tested).toBeVisible({ timeout: 60_000 });
  await tested.click();
  await simulated(page, /pass/);

  // A step that fails by itself, and back: the earlier judgment is there at once, without a run.
  await typeLayer(page, '2 foil-faced polyiso');
  await expect(judgment(page)).toHaveAttribute('data-judgment', 'fail');
  await expect(judgment(page)).toContainText('by itself');
  await expect(judgment(page)).toContainText('shut in between two low-permeance layers');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(rows(page)).toHaveCount(CLASSIC.length);
  await expect(judgment(page)).toHaveAttribute('data-basis', 'hourly', { timeout: 2_000 });
  await expect(judgment(page)).toHaveAttribute('data-judgment', 'pass');
  await expect(judgment(page).getByRole('progressbar')).toHaveCount(0);
});

test('a vapor-closed layer inside where it is hot and humid fails, and the fix takes it out', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Lower Ford house', 'Inner vapor barrier, foam outside');
  await expect(judgment(page)).toHaveAttribute('data-judgment', 'fail');
  const out = judgment(page).getByRole('button', { name: /^Take out polyethylene/ });
  await expect(out).toBeVisible({ timeout: 60_000 });
  await out.hover();
  await expect(page.locator('[data-reading="Cost"]')).toContainText('→');
  await out.click();
  await simulated(page, /pass|caution/);
});

test('how sure: samples run, stop, and say what matters', async ({ page }) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option A');
  await expect(reading(page, 'Effective R')).toBeVisible();
  await judgment(page).getByRole('button', { name: 'How sure?' }).click();
  const dialog = await openDialog(page, /How sure/);
  await dialog.getByLabel('Air leak').fill('0.5');
  await dialog.getByLabel('Air leak').press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('1 to 20');
  await dialog.getByLabel('Air leak').fill('4');
  await dialog.getByLabel('Air leak').press('Enter');
  await dialog.getByRole('button', { name: 'Run' }).click();
  await expect(dialog.locator('[data-sure]')).toBeVisible({ timeout: 60_000 });
  await dialog.getByRole('button', { name: 'Stop' }).click();
  await expect(dialog.getByRole('button', { name: 'Run again' })).toBeVisible();
  await expect(dialog.locator('[data-sure]')).toContainText(/\d+ % of \d+ fail/);
  // What was run stays; so few rank nothing, and samples of other ranges are not kept with the wall.
  await expect(dialog.locator('[data-sure]')).toContainText('Fewer than 30 samples rank nothing');
  await expectAccessible(page);
});
