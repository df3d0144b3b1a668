import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import readWorkbook from 'read-excel-file/node';
import { expectAccessible, madePdf, newProject, openCopyOfDemoWall } from './bench.ts';

const place = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name, exact: true });
const part = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Papers' }).getByRole('link', { name, exact: true });

/** The place Papers of a copy of the demo project. */
async function openPapers(page: Page): Promise<void> {
  await openCopyOfDemoWall(page, 'Mill Race house', 'North gable, option B');
  await place(page, 'Papers').click();
  await expect(page.getByRole('heading', { name: 'Wall sheet' })).toBeVisible();
}

/** What a button saves. */
async function savedBy(page: Page, button: string): Promise<{ name: string; bytes: Uint8Array }> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: button, exact: true }).click();
  const file = await download;
  await expect(page.getByText(file.suggestedFilename())).toBeVisible();
  return {
    name: file.suggestedFilename(),
    bytes: new Uint8Array(await readFile(await file.path())),
  };
}

test('every sheet is chosen, made and says what it is; the address opens the same choice', async ({
  page,
}) => {
  await openPapers(page);
  await expectAccessible(page);
  const simulate = page.getByLabel(/Simulate its two standard years/);
  for (const [label, words] of [
    ['Code submittal', /Effective R, by solved section/],
    ['Crew sheet', /In this order, from the frame outward/],
    ['Comparison', /Side by side/],
    ['Elevations', /from outdoors/],
    ['Plate sheets', /Marks from the left end as seen from outdoors/],
    ['Edge details', /Built in this order/],
    ['Order', /Request for quotation/],
  ] as const) {
    await page.getByRole('radio', { name: new RegExp(`^${label}`) }).check();
    await expect(page.getByRole('heading', { name: label })).toBeVisible();
    if (label === 'Code submittal') await simulate.uncheck();
    const { name, pages } = await madePdf(page);
    expect(name).toMatch(/\.pdf$/);
    const text = pages.join(' ');
    expect(text).toMatch(words);
    expect(text).toContain('The adopted local code governs');
  }

  // One elevation, in metric, on A4: all of it in the address.
  await page.getByRole('radio', { name: /^Plate sheets/ }).check();
  await page.getByRole('combobox', { name: 'Elevations' }).click();
  await page.getByRole('option', { name: 'North gable' }).click();
  await page.getByRole('combobox', { name: 'Units on it' }).click();
  await page.getByRole('option', { name: /Millimeters/ }).click();
  await page.getByRole('combobox', { name: 'Paper' }).click();
  await page.getByRole('option', { name: 'A4' }).click();
  await expect(page).toHaveURL(/sheet=plates/);
  await expect(page).toHaveURL(/paper=a4/);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Plate sheets' })).toBeVisible();
  const { pages } = await madePdf(page);
  const text = pages.join(' ');
  expect(text).toContain('North gable');
  expect(text).not.toContain('South');
  expect(text).toMatch(/Mark, mm/);
});

test('a sheet that takes long shows that it is made and can be stopped; what fails is said', async ({
  page,
}) => {
  await openPapers(page);
  let release = (): void => {};
  await page.route('**/papers/wall**', async (route) => {
    await new Promise<void>((resolve) => (release = resolve));
    await route.abort().catch(() => undefined);
  });
  const make = page.getByRole('button', { name: 'Make the PDF' });
  await make.click();
  await expect(page.getByText('Wall sheet is being made…')).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(make).toBeEnabled();
  await expect(page.getByText('Wall sheet is being made…')).toBeHidden();
  release();
  await page.unroute('**/papers/wall**');
  await page.route('**/papers/wall**', (route) => route.abort());
  await make.click();
  await expect(page.getByRole('alert')).toContainText('Eldrun does not answer');
  await page.unroute('**/papers/wall**');
});

test('drawings for other programs, and tables whose cells are read back', async ({ page }) => {
  await openPapers(page);
  await part(page, 'Drawings').click();
  await expectAccessible(page);
  const section = await savedBy(page, 'Wall section as SVG');
  expect(strFromU8(section.bytes)).toContain('OUTDOORS');
  const dxf = await savedBy(page, 'Wall section as DXF');
  expect(dxf.name).toMatch(/\.dxf$/);
  expect(strFromU8(dxf.bytes)).toContain('AC1021');
  const png = await savedBy(page, 'Wall section as PNG');
  expect(strFromU8(png.bytes.slice(1, 4))).toBe('PNG');
  const elevations = await savedBy(page, 'Elevations as DXF');
  expect(Object.keys(unzipSync(elevations.bytes))).toContain('north-frame.dxf');

  await part(page, 'Tables').click();
  await expectAccessible(page);
  const workbook = await savedBy(page, 'All as one workbook (XLSX)');
  const sheets = await readWorkbook(Buffer.from(workbook.bytes));
  const members = sheets.find(({ sheet }) => sheet === 'Members')!.data;
  expect(members[0]).toContain('Length (in.)');
  expect(members.length).toBeGreaterThan(100);
  const csv = await savedBy(page, 'Layers as CSV');
  expect(strFromU8(csv.bytes)).toContain('mineral-wool-batt');

  // A project without a house has no order, and nothing to draw but its walls.
  await newProject(page, `Without a house, ${Date.now()}`);
  await place(page, 'Papers').click();
  await expect(page.getByText('The project has no wall yet.')).toBeVisible();
  await page.getByRole('radio', { name: /^Plate sheets/ }).check();
  await expect(page.getByText('No wall of the house is drawn yet.')).toBeVisible();
  await part(page, 'Drawings').click();
  await expect(page.getByText('There is nothing to draw yet')).toBeVisible();
  await part(page, 'Tables').click();
  await page.getByRole('button', { name: 'Order as CSV' }).click();
  await expect(page.getByRole('alert')).toContainText('“Order” is none of the project’s');
});

test('walls go out as a model and come in again; a model that is none is refused', async ({
  page,
}) => {
  await openPapers(page);
  await part(page, 'Models').click();
  await expectAccessible(page);
  const ifc = await savedBy(page, 'Save as IFC');
  const gbxml = await savedBy(page, 'Save as gbXML');
  await expect(page.getByText(/gbXML has no frames, U is along/).first()).toBeVisible();
  const read = (name: string, bytes: Uint8Array) =>
    page
      .getByLabel('Model file')
      .setInputFiles({ name, mimeType: 'text/plain', buffer: Buffer.from(bytes) });
  await read('poem.ifc', new TextEncoder().encode('ISO-10303-21; a poem'));
  await expect(page.getByRole('alert')).toContainText('Nothing is taken from poem.ifc');
  await read(ifc.name, ifc.bytes);
  await expect(page.getByText(`4 walls of ${ifc.name}`)).toBeVisible();
  await expect(page.getByText('nothing is lost')).toHaveCount(4);
  await read(gbxml.name, gbxml.bytes);
  await expect(page.getByText(`4 walls of ${gbxml.name}`)).toBeVisible();
  await expect(page.getByText(/The model has no frame/)).toHaveCount(4);
  const taken = page.getByRole('list').filter({ hasText: 'The model has no frame' });
  await taken.getByRole('link', { name: 'North gable, option B' }).first().click();
  await expect(page.getByRole('list', { name: 'Layers, outdoors first' })).toContainText(
    'Mineral wool',
  );
});

test('a project is saved as a bundle and restored from it; a damaged one is refused', async ({
  page,
}) => {
  await openPapers(page);
  await part(page, 'Bundle').click();
  await expectAccessible(page);
  const { name, bytes } = await savedBy(page, 'Save the bundle');
  expect(Object.keys(unzipSync(bytes))).toContain('readme.txt');
  await page.getByRole('main').getByRole('link', { name: 'all projects' }).click();
  const chooser = page.getByLabel('Bundle file');
  const zip = (buffer: Buffer) => ({ name, mimeType: 'application/zip', buffer });
  await chooser.setInputFiles(zip(Buffer.from(bytes.slice(0, bytes.length / 2))));
  await expect(page.getByText('Nothing was changed').first()).toBeVisible();
  await chooser.setInputFiles(zip(Buffer.from(bytes)));
  await expect(page.getByText(/restored\)” is restored/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Brief' })).toBeVisible();
  await place(page, 'Order').click();
  await expect(page.locator('[data-line^="sheathing | osb"]')).toBeVisible();
});

test('a link to a place, a lens, a layer, a month, a compared pair or a sheet opens just that', async ({
  page,
}) => {
  await openPapers(page);
  const project = /projects\/([^/]+)/.exec(page.url())![1]!;
  const { walls } = (await (await page.request.get(`/api/projects/${project}`)).json()) as {
    walls: { id: string; name: string }[];
  };
  const [a, b] = walls as [(typeof walls)[0], (typeof walls)[0]];
  const at = (path: string) => page.goto(`/projects/${project}/${path}`);

  await at(`walls/${b.id}/moisture?month=3&layer=L4`);
  await expect(page.getByRole('combobox', { name: 'Month shown' })).toHaveText(/March/);
  await expect(page.locator('#row-L4')).toHaveAttribute('aria-pressed', 'true');
  await at(`options?walls=${a.id},${b.id}&against=${b.id}`);
  await expect(page.locator('[data-row="r"]').getByRole('cell')).toHaveCount(2);
  await at('elevations/north?lens=sheathing');
  await expect(page).toHaveURL(/lens=sheathing/);
  await expect(page.locator('[data-part="sheathing"]').first()).toBeAttached();
  await at('edges/openings/north~W2');
  await expect(page.getByRole('heading', { name: /three positions/ })).toBeVisible();
  await expect(page.getByText(/W2/).first()).toBeVisible();
  await at(`papers?sheet=crew&wall=${a.id}`);
  await expect(page.getByRole('heading', { name: 'Crew sheet' })).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Of the wall' })).toContainText(a.name);
  await at('papers/models');
  await expect(page.getByRole('heading', { name: 'Building models' })).toBeVisible();
});
