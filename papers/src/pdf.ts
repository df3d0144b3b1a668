import { MM_PER_INCH } from '@eldrun/core/units';
import { createRequire } from 'node:module';
import type { Content, TDocumentDefinitions, TableCell } from 'pdfmake/interfaces.js';
import { paperSize, svgFile, type Drawn } from '@eldrun/drawing';
import type { Block, Cell, Finding, PaperSetting, Sheet } from './types.ts';
import { fontFiles } from './fonts.ts';

/** Stands at the foot of every page that leaves the program. */
const DEFERS =
  'The adopted local code governs, with its amendments; structure, bracing and fire belong to licensed professionals. Figures hold for what is drawn and built tight.';

/** Margins of a page, points: room for the head and the foot. */
const MARGINS = { left: 42, top: 62, right: 42, bottom: 58 };

/** Points in a mm. */
const MM = 72 / MM_PER_INCH;

const SMALL = 7;
/** So many pictures stand beside each other. */
const BESIDE = 3;

const GRAY = '#444444';
const RULE = '#999999';

const STATUS_WORDS: Record<Finding['status'], string> = {
  fail: 'FAIL',
  unknown: 'UNKNOWN',
  caution: 'CAUTION',
  info: 'Note',
  pass: 'Pass',
};

/** Signs that the font of papers does not have, as it has them. */
const SIGNS: Record<string, string> = {
  '→': '–',
  '◆': '■',
  '▲': '■',
  '✕': '×',
  '↑': '+',
  '↓': '−',
};

/** A text with signs that the font has. */
export const plain = (text: string): string =>
  text
    .replace(/[→◆▲✕↑↓]/g, (sign) => SIGNS[sign]!)
    // The point of an inch ends a sentence too.
    .replace(/\bin\.\.(?!\.)/g, 'in.');

const cellOf = (cell: Cell, align: 'left' | 'right', strong: boolean): TableCell => {
  const { text, strong: set = false } = typeof cell === 'string' ? { text: cell } : cell;
  return { text: plain(text), alignment: align, bold: strong || set, noWrap: align === 'right' };
};

/** Thin lines between rows, a thick one under the head and over what is a sum. */
function lines(sums: number) {
  return {
    hLineWidth: (i: number, { table }: { table: { body: unknown[] } }) =>
      i === 0 || i === table.body.length
        ? 0
        : i === 1 || i === table.body.length - sums
          ? 0.9
          : 0.3,
    vLineWidth: () => 0,
    hLineColor: () => RULE,
    paddingLeft: (i: number) => (i === 0 ? 0 : 4),
    paddingRight: () => 4,
    paddingTop: () => 1.5,
    paddingBottom: () => 1.5,
  };
}

/** A drawing as large as it is on paper, what it is and its scale below. */
function drawingOf({ drawn, caption }: { drawn: Drawn; caption: string }): Content[] {
  const { scene, scale } = drawn;
  const [width, height] = paperSize(scene, scale.ratio);
  return [
    { svg: svgFile(scene, scale.ratio), width: width * MM, height: height * MM },
    { text: `${plain(caption)} · ${scale.text}`, fontSize: SMALL, color: GRAY },
  ];
}

function contentOf(block: Block): Content {
  switch (block.kind) {
    case 'heading':
      return { text: plain(block.text), style: 'heading', headlineLevel: 1 };
    case 'text':
      return { text: plain(block.text), bold: block.strong ?? false, margin: [0, 2, 0, 2] };
    case 'list': {
      const items = block.items.map((text) => ({
        text: plain(text),
        margin: [0, 0.5] as [number, number],
      }));
      return block.numbered ? { ol: items } : { ul: items };
    }
    case 'findings':
      return {
        table: {
          widths: [46, '*'],
          dontBreakRows: true,
          body: block.items.map(({ status, title, reason, fix }) => [
            { text: STATUS_WORDS[status], bold: status === 'fail' || status === 'caution' },
            {
              text: [
                { text: `${plain(title).replace(/\.$/, '')}. `, bold: true },
                plain(reason),
                ...(fix ? [{ text: ` Smallest change: ${plain(`${fix}.`)}`, bold: true }] : []),
              ],
            },
          ]),
        },
        layout: 'noBorders',
      };
    case 'facts':
      return {
        columns: [0, 1, 2].map((column) => ({
          width: '*',
          stack: block.items
            .filter((_, i) => i % 3 === column)
            .map(({ label, value, about }) => ({
              margin: [0, 2, 8, 2] as [number, number, number, number],
              stack: [
                { text: plain(label), fontSize: SMALL, color: GRAY },
                { text: plain(value), bold: true, fontSize: 11 },
                ...(about ? [{ text: plain(about), fontSize: SMALL }] : []),
              ],
            })),
        })),
        margin: [0, 4, 0, 4],
      };
    case 'table': {
      const { columns, rows, sums = 0 } = block;
      const align = columns.map(({ align = 'left' }) => align);
      return {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: columns.map(({ width = 'auto' }) => width),
          body: [
            columns.map(({ label }, i) => cellOf(label, align[i]!, true)),
            ...rows.map((row, n) =>
              row.map((cell, i) => cellOf(cell, align[i]!, n >= rows.length - sums)),
            ),
          ],
        },
        layout: lines(sums),
        fontSize: 8,
        margin: [0, 2, 0, 4],
      };
    }
    case 'drawing':
      return { stack: drawingOf(block), margin: [0, 4, 0, 6], unbreakable: true };
    case 'pictures': {
      const { items } = block;
      return Array.from({ length: Math.ceil(items.length / BESIDE) }, (_, row) => ({
        columns: Array.from({ length: BESIDE }, (_, column) => {
          const item = items[row * BESIDE + column];
          return { width: '*' as const, stack: item ? drawingOf(item) : [] };
        }),
        columnGap: 10,
        margin: [0, 3, 0, 3] as [number, number, number, number],
        unbreakable: true,
      }));
    }
    case 'blanks':
      return {
        unbreakable: true,
        margin: [0, 10, 0, 0],
        table: {
          widths: block.labels.map(() => '*' as const),
          body: [
            block.labels.map((text) => ({
              text: plain(text),
              fontSize: SMALL,
              color: GRAY,
              margin: [0, 14, 0, 0] as [number, number, number, number],
              border: [false, false, false, true] as [boolean, boolean, boolean, boolean],
            })),
          ],
        },
      };
    case 'page':
      return { text: '', pageBreak: 'after' };
  }
}

/** What stands on a sheet; a table that is to stay whole does, with the heading over it. */
function contentsOf(blocks: readonly Block[]): Content[] {
  const contents: Content[] = [];
  for (let i = 0; i < blocks.length; i++) {
    const block = blocks[i]!;
    const next = blocks[i + 1];
    const whole = (one?: Block): boolean => one?.kind === 'table' && one.whole === true;
    if (block.kind === 'heading' && whole(next)) {
      contents.push({ stack: [contentOf(block), contentOf(next!)], unbreakable: true });
      i++;
    } else if (whole(block)) contents.push({ stack: [contentOf(block)], unbreakable: true });
    else contents.push(contentOf(block));
  }
  return contents;
}

/** The head of a page: what it is and of what, whose it is and when. */
function headOf({ title, subject }: Sheet, { project, revision, date }: PaperSetting): Content {
  return {
    margin: [MARGINS.left, 24, MARGINS.right, 0],
    table: {
      widths: ['*', 'auto'],
      body: [
        [
          {
            text: [
              { text: `${plain(title)}  `, fontSize: SMALL + 1 },
              { text: plain(subject), bold: true, fontSize: 13 },
            ],
          },
          {
            text: [project, revision && `revision ${revision}`, date]
              .filter((part) => part !== '')
              .map(plain)
              .join(' · '),
            alignment: 'right',
            margin: [0, 4, 0, 0],
          },
        ],
      ],
    },
    layout: {
      hLineWidth: (i: number) => (i === 1 ? 1.2 : 0),
      vLineWidth: () => 0,
      paddingLeft: () => 0,
      paddingRight: () => 0,
    },
  };
}

function footOf({ title, subject }: Sheet, { project, revision, date }: PaperSetting) {
  return (page: number, pages: number): Content => ({
    margin: [MARGINS.left, 8, MARGINS.right, 0],
    fontSize: SMALL,
    stack: [
      { text: DEFERS, color: GRAY },
      {
        margin: [0, 3, 0, 0],
        columns: [
          {
            width: '*',
            text: [project, title, subject, revision && `revision ${revision}`, date, 'Eldrun']
              .filter((part) => part !== '')
              .map(plain)
              .join(' · '),
          },
          { width: 'auto', text: `page ${page} of ${pages}` },
        ],
      },
    ],
  });
}

function definitionOf(sheet: Sheet, setting: PaperSetting): TDocumentDefinitions {
  const { title, subject } = sheet;
  return {
    pageSize: setting.size === 'a4' ? 'A4' : 'LETTER',
    pageOrientation: sheet.landscape ? 'landscape' : 'portrait',
    pageMargins: [MARGINS.left, MARGINS.top, MARGINS.right, MARGINS.bottom],
    info: {
      title: `${title}: ${subject}`,
      subject: setting.project,
      creator: 'Eldrun',
      producer: 'Eldrun',
      // The same paper of the same day is the same file.
      creationDate: new Date(`${setting.date}T12:00:00Z`),
    },
    language: 'en-US',
    displayTitle: true,
    header: () => headOf(sheet, setting),
    footer: footOf(sheet, setting),
    content: contentsOf(sheet.blocks),
    defaultStyle: { font: 'Roboto', fontSize: 9, lineHeight: 1.12 },
    styles: { heading: { fontSize: 10.5, bold: true, margin: [0, 9, 0, 2] } },
    // A heading does not stand alone at the foot of a page.
    pageBreakBefore: (node, { getFollowingNodesOnPage }) =>
      node.headlineLevel === 1 && getFollowingNodesOnPage().length === 0,
  };
}

/** What of the package is used here; its own types are of its page in a browser. */
interface Pdfmake {
  setFonts(fonts: Record<string, Record<string, string>>): void;
  setUrlAccessPolicy(policy: (url: string) => boolean): void;
  setLocalAccessPolicy(policy: (path: string) => boolean): void;
  createPdf(definition: TDocumentDefinitions): { getBuffer(): Promise<Uint8Array> };
}

let ready: Pdfmake | null = null;

function pdfmake(): Pdfmake {
  if (ready) return ready;
  const made = createRequire(import.meta.url)('pdfmake') as Pdfmake;
  const fonts = fontFiles();
  made.setFonts({ Roboto: fonts });
  // Nothing is fetched, and no file is read but the fonts.
  made.setUrlAccessPolicy(() => false);
  made.setLocalAccessPolicy((path) => Object.values(fonts).includes(path));
  return (ready = made);
}

/**
 * A sheet as a PDF: lines and areas as such, text as text, its fonts within it.
 *
 * @returns the file
 */
export async function pdfOf(sheet: Sheet, setting: PaperSetting): Promise<Uint8Array> {
  return pdfmake().createPdf(definitionOf(sheet, setting)).getBuffer();
}
