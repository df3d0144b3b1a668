import { expect, test, type Page } from '@playwright/test';
import { documentSaved, expectAccessible, openCopyOfDemoWall } from './bench.ts';

const drawing = (page: Page) => page.locator('svg.drawing');
const opening = (page: Page, id: string) =>
  drawing(page).getByRole('button', { name: new RegExp(`^${id},`) });
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const figures = (page: Page) => page.locator('[data-figures]');
const plateSheet = (page: Page) => page.getByRole('table', { name: /marks from the left end/ });

test('a wall with two windows and a door is drawn, moved by key and by hand, framed leaner, and its sheets mended', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Walls of the house' })).toBeVisible();
  await page.getByRole('combobox', { name: 'A wall built as' }).click();
  await page.getByRole('option', { name: 'North gable, option B' }).first().click();
  await page.getByRole('button', { name: 'Add a wall' }).click();
  await expect(page.getByRole('heading', { name: /^Wall 5, 20′$/ })).toBeVisible();

  // Two windows and a door: two by a button, one by hand.
  await page.getByRole('button', { name: 'Door', exact: true }).click();
  await expect(opening(page, 'D3')).toBeVisible();
  await field(page, 'Left edge').fill(`3'`);
  await field(page, 'Left edge').press('Enter');
  await expect(opening(page, 'D3')).toHaveAccessibleName(/left edge at 36$/);
  await page.getByRole('button', { name: 'Window', exact: true }).click();
  await expect(opening(page, 'W8')).toBeVisible();
  const ground = (await drawing(page).locator('.ground').boundingBox())!;
  const inch = ground.width / 240;
  const at = (x: number, z: number) =>
    [ground.x + x * inch, ground.y + ground.height - (z + 1.5) * inch] as const;
  await page.mouse.move(...at(192, 40));
  await page.mouse.down();
  await page.mouse.move(...at(210, 60), { steps: 4 });
  await page.mouse.move(...at(222, 84), { steps: 4 });
  await page.mouse.up();
  await expect(opening(page, 'W9')).toHaveAccessibleName(/window 30 × 44, left edge at 192/);
  await expect(page.getByText(/Heads in line at 84 in.: .*W9/)).toBeVisible();
  await expectAccessible(page);

  // Moved by a key: its marks, the counted factor and R follow.
  await page.locator('summary', { hasText: 'Plate sheet' }).click();
  const sheet = plateSheet(page);
  await expect(sheet.getByRole('rowheader').nth(3)).toHaveText('15 1/4');
  const marks = await sheet.innerText();
  const before = await figures(page).innerText();
  await opening(page, 'W8').focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect.poll(() => sheet.innerText()).not.toBe(marks);
  const named = await opening(page, 'W8').getAttribute('aria-label');
  await page.keyboard.press('ArrowLeft');
  await expect(opening(page, 'W8')).not.toHaveAccessibleName(named!);

  // And by hand.
  const box = (await opening(page, 'W8').boundingBox())!;
  const keyed = (await opening(page, 'W8').getAttribute('aria-label'))!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 - 12 * inch, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await expect(opening(page, 'W8')).not.toHaveAccessibleName(keyed);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(opening(page, 'W8')).toHaveAccessibleName(keyed);

  // Wider: less wood, more R is not to be had for glass, but the count says so.
  await field(page, 'Rough width').fill('48');
  await field(page, 'Rough width').press('Enter');
  await expect.poll(() => figures(page).innerText()).not.toBe(before);

  // Corners of two studs.
  const wide = await figures(page).innerText();
  const corners = page.getByRole('checkbox', { name: 'Two-stud corners' });
  await expect(page.locator('[data-switch="corners"]')).toContainText('−2 pcs');
  await corners.check();
  await expect(corners).toBeChecked();
  await expect.poll(() => figures(page).innerText()).not.toBe(wide);
  const r = (text: string): number => Number(/R ([\d.]+),/.exec(text)![1]);
  expect(r(await figures(page).innerText())).toBeGreaterThan(r(wide));

  // The 8 ft panels are too short; 9 ft ones close the wall.
  const bare = page.getByRole('button', { name: /^Sheathing: Sheets of 96 in. leave/ });
  await bare.click();
  await expect(page).toHaveURL(/lens=sheathing/);
  await page.getByRole('combobox', { name: 'Sheets', exact: true }).click();
  await page.getByRole('option', { name: '4 × 9 ft' }).click();
  await expect(bare).toBeHidden();
  await documentSaved(page);
  for (const lens of ['Membrane', 'Boards', 'Furring', 'Cladding']) {
    await page
      .getByRole('navigation', { name: 'Elevations' })
      .getByRole('link', { name: lens })
      .click();
    await expect(page.getByRole('heading', { name: 'This wall' })).toBeVisible();
    await expect(page.getByRole('rowheader').first()).not.toHaveText('Nothing');
  }
  await page.reload();
  await expect(opening(page, 'W9')).toBeVisible();
});

test('walls are typed, mirrored, taken from a table and refused; what is wrong is named', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  const row = (id: string) => page.locator(`[data-wall="${id}"]`);
  await expect(row('north')).toContainText('W1, W2, D1');
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Duplicate North gable' }).click();
  await expect(row('wall-1')).toContainText('North gable (copy)');
  await page.getByRole('button', { name: 'Mirror North gable', exact: true }).click();
  await page.getByRole('link', { name: 'North gable', exact: true }).click();
  await expect(page.getByText(/from the right, 16 in/)).toBeVisible();
  // 348 − 62 − 36
  await expect(opening(page, 'W1')).toHaveAccessibleName(/left edge at 250$/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();

  // Bad input is told in place; what is possible but wrong is named, and the rest is laid out.
  await opening(page, 'W1').focus();
  const left = field(page, 'Left edge');
  await left.fill('somewhere');
  await left.press('Enter');
  await expect(page.getByText('“somewhere” is not a length')).toBeVisible();
  await left.fill('180');
  await left.press('Enter');
  await expect(
    page.getByRole('button', { name: /in the way of “W1”|in the way of “W2”/ }),
  ).toBeVisible();
  await expect(opening(page, 'D1')).toBeVisible();

  await page
    .getByRole('navigation', { name: 'Elevations' })
    .getByRole('link', { name: 'House' })
    .click();
  const chooser = page.getByLabel('File of walls');
  const table = (text: string) => ({
    name: 'walls.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(text),
  });
  await chooser.setInputFiles(
    table('row,wall,name,length_in,height_in,x_in,sill_in,width_in\nwall,a,Shed,0,96,,,\n'),
  );
  await expect(page.getByText('Nothing is taken from walls.csv')).toBeVisible();
  await expect(page.getByText(/line 2, length/)).toBeVisible();
  await expect(row('north')).toBeVisible();
  await chooser.setInputFiles(
    table(
      "row,wall,name,length_in,height_in,x_in,sill_in,width_in\nwall,a,Shed,12',96,,,\nwindow,a,W1,,36,40,36,30\n",
    ),
  );
  await expect(page.getByText('1 wall is taken from walls.csv')).toBeVisible();
  await expect(row('a')).toContainText('W1');
  await expect(row('north')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click();
  await expect(row('north')).toBeVisible();

  // The count over all walls goes into the wall itself.
  const counted = page.getByRole('listitem').filter({ hasText: 'North gable, option B' });
  await expect(counted).toContainText('23.0 % stated');
  await counted.getByRole('button', { name: 'Take the count into the wall' }).click();
  await expect(counted).not.toContainText('23.0 % stated');
  await expect(counted.getByRole('button')).toHaveCount(0);

  // Trade figures are the user's.
  await page.locator('summary', { hasText: 'Trade figures' }).click();
  const cap = page.getByLabel('Cap fasteners of a wrap, apart');
  await cap.fill('12');
  await cap.press('Enter');
  await expect(page.getByRole('row', { name: /Cap fasteners/ })).toContainText('your own');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as a house file' }).click();
  expect((await download).suggestedFilename()).toMatch(/house\.json$/);
});

test('a pipe near freezing is found and moved in, a notch too deep is refused, and a box is moved by key', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  await page.getByRole('link', { name: 'West', exact: true }).click();
  await page
    .getByRole('navigation', { name: 'Elevations' })
    .getByRole('link', { name: 'Services' })
    .click();
  const row = (id: string) => page.locator(`[data-service="${id}"]`);
  await expect(row('P1')).toContainText(/P1 freezes on the design day: \d+ °F/);
  await expect(row('B1')).toContainText('leaves 3 1/2 in. for insulation behind it');
  await expectAccessible(page);
  await row('P1')
    .getByRole('button', { name: /^Move P1 to/ })
    .click();
  await expect(row('P1')).toContainText('P1 stays clear of freezing');

  // A notch may take a quarter of a stud that bears.
  const thick = field(page, 'C1: thick');
  await thick.fill('1 5/8');
  await thick.press('Enter');
  await page.getByRole('combobox', { name: 'C1 passes wood' }).click();
  await page.getByRole('option', { name: 'notched' }).click();
  await expect(row('C1')).toContainText(/a bearing stud may lose 25 %, 1 3\/8 in\./);
  await expect(page.getByRole('button', { name: /^Service: C1: a notch/ }).first()).toBeVisible();
  await page.getByRole('checkbox', { name: 'Its studs bear' }).uncheck();
  await expect(row('C1')).not.toContainText('may lose');

  // Against the stud it is told how far it is clear; moved there by key.
  const box = drawing(page).getByRole('button', { name: /^B1, box/ });
  await box.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(row('B1')).toContainText('B1 meets the stud');
  await page.keyboard.press('ArrowRight');
  await expect(row('B1')).not.toContainText('B1 meets the stud');
  await documentSaved(page);

  // A service cavity takes what is no deeper than it is.
  await expect(page.getByRole('table').filter({ hasText: 'In a service cavity' })).toContainText(
    '0.8 h',
  );
  await page.getByRole('button', { name: 'Recessed cabinet' }).click();
  await expect(row('R2')).toBeVisible();
  await page.getByRole('button', { name: 'Remove R2' }).click();
  await expect(row('R2')).toHaveCount(0);
});

test('a save elsewhere is taken up at once, and costs an open page two requests at most', async ({
  page,
}) => {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  const [, wall] = /walls\/([^/]+)/.exec(page.url())!;
  await page.getByRole('link', { name: 'Elevations', exact: true }).click();
  await expect(page.getByRole('cell', { name: 'A · North gable, option B' }).first()).toBeVisible();
  const saved = (await (await page.request.get(`/api/walls/${wall}`)).json()) as {
    revision: number;
    document: { name: string };
  };
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('/api/')) asked.push(request.url());
  });
  await page.request.patch(`/api/walls/${wall}`, {
    data: {
      revision: saved.revision,
      document: { ...saved.document, name: 'As somebody else named it' },
      steps: ['Rename'],
    },
  });
  await expect(page.getByRole('cell', { name: 'A · As somebody else named it' })).toHaveCount(4);
  expect(asked.length).toBeLessThanOrEqual(2);
});
