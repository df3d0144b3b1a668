import { expect, test, type Locator } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { openCopyOfDemoWall, openDialog, readingText } from './bench.ts';

/** What each place of a house shows stands on its paper, word for word. */

const FOOT = 0.3048;

/** A house to be compared: a copy of a demo project, and what it is built as and chooses where that is not the demo's own. */
interface House {
  project: string;
  wall: string;
  units: 'imperial' | 'metric';
  /** Documents to be made, by kind. @param walls ids of its walls by name */
  documents: (walls: Record<string, string>) => Record<string, object>;
}

const WOOD_FIBER = 'Wood-fiber wall with service cavity';
const BRICK = 'Brick veneer on timber frame';

const HOUSES: House[] = [
  {
    project: 'Mill Race house',
    wall: 'North gable, option B',
    units: 'imperial',
    documents: () => ({}),
  },
  {
    // Another construction, other units, and next to nothing of it as is usual.
    project: 'Tarn Bank cottage',
    wall: WOOD_FIBER,
    units: 'metric',
    documents: (walls) => ({
      house: {
        format: 'eldrun-house',
        version: 1,
        name: 'Cottage',
        assemblies: { A: walls[WOOD_FIBER], B: walls[BRICK] },
        elevations: [
          {
            id: 'north',
            name: 'Lane side',
            assembly: 'A',
            length: 24 * FOOT,
            height: 8 * FOOT,
            facing: 0,
            ends: { right: { meets: 'west', runs: 'through' } },
            openings: [
              { id: 'W1', kind: 'window', x: 2, sill: 0.9, width: 1.2, height: 1.2 },
              { id: 'D1', kind: 'door', x: 5, sill: 0, width: 0.95, height: 2.1 },
            ],
          },
          {
            id: 'west',
            name: 'Chimney side',
            assembly: 'B',
            length: 5,
            height: 8 * FOOT,
            facing: 270,
            ends: { left: { meets: 'north', runs: 'butts' } },
          },
        ],
        nailing: 'staple-16',
        sheets: {
          sheathing: { width: 1.25, length: 2.5, gap: 0.004 },
          outside: [{ width: 0.6, length: 1.8, stagger: 0.25 }],
        },
        rolls: { membrane: { width: 1.5, horizontalLap: 0.2, verticalLap: 0.3 } },
        trade: { 'furring-short': 0.02, 'clear-siding': 0.25 },
      },
      details: {
        format: 'eldrun-details',
        version: 1,
        name: 'Edges',
        groups: {
          base: { vent: 'strip' },
          opening: { carrier: 'buck', position: 'sheathing' },
        },
        controls: { A: { air: 'L3' } },
      },
      site: {
        format: 'eldrun-site',
        version: 1,
        name: 'Site',
        start: '2026-05-04',
        calendar: { workdays: [1, 2, 3, 4], holidays: ['2026-05-07'], hours: 9 },
        crews: {
          framing: 2,
          siding: 2,
          windows: 2,
          services: 1,
          insulation: 2,
          finish: 1,
          testing: 1,
        },
        choices: { racking: 'inside', windows: 'after-insulation', airtightness: 'at-the-end' },
      },
    }),
  },
];

/** Text as it is compared: letters and numbers alone. A line can break anywhere, and a sentence begin with a capital. */
const plain = (text: string): string => text.replace(/[^\p{L}\p{N}%°$+−±]/gu, '').toLowerCase();

/** What the sheets are called at the head of their pages. */
const TITLES = {
  elevation: 'Elevations',
  wall: 'Wall sheet',
  submittal: 'Code submittal',
  crew: 'Crew sheet',
  edges: 'Edge details',
  order: 'Order',
  site: 'Site',
} as const;
type Sheet = keyof typeof TITLES;

/** A page without the numbers of its lists, which are read after the first line of what they count. */
function withoutNumbers(page: string): string {
  let next = 1;
  return page
    .split('\n')
    .map((line) => {
      const number = [next, 1].find((one) => line.endsWith(`${one}.`));
      if (number === undefined) return line;
      next = number + 1;
      return line.slice(0, -`${number}.`.length);
    })
    .join('\n');
}

/** Pages without what stands at the head and the foot of each of them, read last: a sentence can run on from one to the next. */
function withoutMargins(pages: readonly string[], title: string): string[] {
  const bare = pages.map((page) => page.replace(/page\d+of\d+/, ''));
  if (bare.length < 2) return bare;
  let same = 0;
  while (bare.every((page) => same < page.length && page.at(-1 - same) === bare[0]!.at(-1 - same)))
    same++;
  const margin = same - bare[0]!.slice(-same).indexOf(plain(title));
  return bare.map((page) => page.slice(0, page.length - margin));
}

const cellsOf = (rows: Locator): Promise<string[][]> =>
  rows.evaluateAll((all) =>
    all.map((row) => [...row.querySelectorAll('th, td')].map((cell) => cell.textContent ?? '')),
  );

for (const house of HOUSES)
  test(`what a place shows and what its paper says are the same: ${house.project}`, async ({
    page,
  }) => {
    test.slow();
    await openCopyOfDemoWall(page, house.project, house.wall);
    const [, project, wall] = /projects\/([^/]+)\/walls\/([^/]+)/.exec(page.url())!;
    const listed = (await (await page.request.get(`/api/projects/${project}`)).json()) as {
      walls: { id: string; name: string }[];
    };
    const made = house.documents(
      Object.fromEntries(listed.walls.map(({ id, name }) => [name, id])),
    );
    for (const [kind, document] of Object.entries(made)) {
      const answer = await page.request.post(`/api/projects/${project}/documents`, {
        data: { kind, document },
      });
      expect(answer.status(), await answer.text()).toBe(201);
    }

    const papers = new Map<Sheet, string>();
    const paperOf = async (sheet: Sheet): Promise<string> => {
      const known = papers.get(sheet);
      if (known !== undefined) return known;
      const ofWall = ['wall', 'submittal', 'crew'].includes(sheet)
        ? `&wall=${wall}&hourly=false`
        : '';
      const answer = await page.request.get(
        `/api/projects/${project}/papers/${sheet}?units=${house.units}${ofWall}`,
        // A connection that lay idle may be closed at the moment that it is used again.
        { maxRetries: 3 },
      );
      expect(answer.ok(), answer.ok() ? '' : await answer.text()).toBe(true);
      const pdf = await getDocumentProxy(new Uint8Array(await answer.body()));
      const { text } = await extractText(pdf, { mergePages: false });
      const pages = text.map((one) => plain(withoutNumbers(one)));
      const said = withoutMargins(pages, TITLES[sheet]).join('');
      papers.set(sheet, said);
      return said;
    };
    /** All of them stand on a sheet: which do not. */
    const expectOn = async (sheet: Sheet, texts: readonly string[]): Promise<void> => {
      expect(texts.length, `nothing was read for ${sheet}`).toBeGreaterThan(0);
      const said = await paperOf(sheet);
      const missing = texts.filter((text) => !said.includes(plain(text)));
      expect(missing, `not on the ${sheet} sheet`).toEqual([]);
    };
    const place = (name: string): Promise<void> =>
      page
        .getByRole('navigation', { name: 'Places' })
        .getByRole('link', { name, exact: true })
        .click();
    const part = (of: string, name: string): Promise<void> =>
      page.getByRole('navigation', { name: of }).getByRole('link', { name, exact: true }).click();

    await test.step('the readings of the wall', async () => {
      await page.reload();
      const shown = [];
      for (const label of [
        'Effective R',
        'Lost to framing',
        'Sheathing margin',
        'Thickness',
        'Cost',
        'Carbon',
      ]) {
        const value = await readingText(page, label);
        shown.push(
          label === 'Effective R' && house.units === 'imperial'
            ? `${label} R ${value}`
            : `${label} ${value}`,
        );
      }
      await expectOn('wall', shown);
      await expectOn(
        'submittal',
        shown.slice(0, 1).map((one) => one.replace('Effective R ', '')),
      );
    });

    await test.step('how the wall is put together', async () => {
      await page.getByRole('button', { name: `${house.wall}: walls` }).click();
      await page.getByRole('menuitem', { name: 'How it is put together…' }).click();
      const dialog = await openDialog(page, 'How it is put together');
      await expect(dialog.locator('[data-placed]').first()).toBeVisible();
      const rows = await cellsOf(dialog.locator('[data-placed]'));
      const tables = rows.map((cells) => cells.slice(0, 3).join(' '));
      await expectOn('wall', tables);
      await expectOn('submittal', tables);
      await expectOn(
        'crew',
        rows.map(([, how]) => how!),
      );
      await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);
    });

    await test.step('how its layers are laid on an elevation', async () => {
      await place('Elevations');
      await part('Elevations', 'Framing');
      const found = page.locator('.look li').filter({ has: page.locator('.mark:not(.pass)') });
      await expect(found.first()).toBeVisible();
      await expectOn('elevation', await found.locator('button').allTextContents());
      for (const lens of ['Sheathing', 'Membrane', 'Boards', 'Furring', 'Cladding']) {
        await part('Elevations', lens);
        const rows = await cellsOf(page.getByRole('region', { name: 'This wall' }).locator('tr'));
        const said = rows.filter(([, value]) => value === 'chosen' || value === 'usual');
        if (said.length > 0)
          await expectOn(
            'crew',
            said.map(([, , how]) => how!),
          );
      }
    });

    await test.step('the order', async () => {
      await place('Order');
      const lines = page.locator('[data-line]');
      await expect(lines.first()).toBeVisible();
      const shown = await lines.evaluateAll((all) =>
        all.map((row) => {
          const [, what, net, , , order, , usd, from] = [...row.querySelectorAll('th, td')].map(
            (cell) => cell.cloneNode(true) as HTMLElement,
          );
          what!.querySelectorAll('.missing').forEach((one) => one.remove());
          const money = usd!.textContent.trim() === '–' ? 'no price' : usd!.textContent;
          return (
            [what, net, order].map((cell) => cell!.textContent).join(' ') +
            money +
            from!.textContent
          );
        }),
      );
      await expectOn('order', shown);
      await expectOn('order', (await page.locator('[data-totals]').innerText()).split('·'));
    });

    await test.step('the edges', async () => {
      await place('Edges');
      await expect(page.locator('[data-sum]')).toContainText('a year');
      for (const name of ['Corners', 'Base and top']) {
        await part('Edges', name);
        const edges = page.locator('[data-edge]');
        await expect(edges.first()).toBeVisible();
        // The coldest surface of the last one: all are solved.
        await expect(edges.last().locator('td').nth(1)).not.toHaveText('…');
        for (let n = 0; n < (await edges.count()); n++) {
          const [, length, psi, coldest] = (await cellsOf(edges.nth(n)))[0]!;
          await edges.nth(n).getByRole('button').click();
          await expect(edges.nth(n)).toHaveClass(/here/);
          const facts = await cellsOf(page.locator('[data-measure]'));
          const steps = await page.locator('.steps li').allTextContents();
          const findings = await page
            .locator('.findings li')
            .evaluateAll((all) =>
              all
                .filter((one) => !one.querySelector('.mark.pass'))
                .map((one) =>
                  [...one.querySelectorAll('summary, p')].map((of) => of.textContent).join(' '),
                ),
            );
          await expectOn('edges', [
            `${length} in all`,
            ...(psi!.includes('none') ? [] : [psi!, coldest!]),
            ...facts.map((cells) => cells.join(' ')),
            ...steps,
            ...findings,
          ]);
        }
      }
    });

    await test.step('the site', async () => {
      await place('Site');
      const plan = page.locator('[data-plan]');
      await expect(plan).toContainText('Done on');
      await expectOn('site', [`to ${await plan.locator('strong').first().innerText()}`]);
      const steps = page.locator('[data-step]');
      await expect(steps.first()).toBeVisible();
      for (let n = 0; n < Math.min(6, await steps.count()); n++) {
        await steps.nth(n).click();
        const panel = page.locator('[data-step-panel]');
        const days = await panel.locator('p').first().innerText();
        const [when, by] = days.split(' · ');
        const [elevation, kind] = (await panel.locator('h2').innerText()).split(': ');
        const [crew, hours] = by!.replace(' h', '').split(', ');
        await expectOn('site', [`${when}${elevation}${kind}${crew}${hours}`]);
      }
      await part('Site', 'Checks');
      await page
        .getByRole('group', { name: 'Which checks' })
        .getByRole('button', { name: 'all', exact: true })
        .click();
      const checks = await page.locator('[data-check]').evaluateAll((all) =>
        all.map((shown) => {
          const one = shown.cloneNode(true) as HTMLElement;
          one.querySelectorAll('.mark').forEach((mark) => mark.remove());
          const [what, more, ...entries] = [...one.querySelectorAll('.text > p:not(:has(a))')].map(
            (of) => of.textContent.trim(),
          );
          const parts = more!.split(' · ').filter((text) => !/^(before|◆)/.test(text));
          return [
            what,
            ...parts,
            ...(entries
              .at(-1)
              ?.split(/, measured|: /)
              .slice(0, 1) ?? []),
          ].join(' ');
        }),
      );
      await expectOn('site', checks);
    });
  });
