import { ref } from 'vue';
import {
  csvOf,
  cuttingTable,
  InputError,
  linePricesOfCsv,
  orderTable,
  type OrderTable,
} from '@eldrun/core';
import { useNotices } from '../../notices.ts';
import { useProject } from '../../stores/project.ts';
import { downloadBlob, downloadText, fileName } from '../../wall-files.ts';
import type { OrderState } from './order-state.ts';
import { receivingTable } from './receiving.ts';

/** The largest file of prices, bytes. */
const MOST = 1 << 20;

/** Widths of columns in a workbook, characters. */
const WIDE = 28;
const NARROW = 11;

/** What goes out of an order as files, and what comes into it. */
export function useOrderFiles(state: OrderState) {
  const project = useProject();
  const notices = useNotices();
  const writing = ref(false);
  const name = (): string => fileName(`${project.document!.name} order`);

  const tables = (): OrderTable[] => [
    orderTable('Order', state.lines.value, project.units),
    orderTable(
      'By wall',
      state.all.value.filter(({ elevation }) => elevation !== null),
      project.units,
      state.wallName,
    ),
    cuttingTable(state.lines.value, project.units),
    receivingTable(state, project.units),
  ];

  function saveCsv(): void {
    downloadText(`${name()}.csv`, csvOf(tables()[0]!), 'text/csv');
  }

  /** A workbook with a sheet for each table: numbers are numbers. */
  async function saveWorkbook(): Promise<void> {
    writing.value = true;
    try {
      const { default: write } = await import('write-excel-file/universal');
      const sheets = tables().map(({ name: sheet, header, rows }) => ({
        sheet,
        data: [
          header.map((value) => ({ value, fontWeight: 'bold' as const })),
          ...rows.map((row) => row.map((cell) => (cell === '' ? null : cell))),
        ],
        columns: header.map((column) => ({
          width: /^(line|name|size|pieces|not_counted)/.test(column) ? WIDE : NARROW,
        })),
        stickyRowsCount: 1,
      }));
      downloadBlob(`${name()}.xlsx`, await write(sheets).toBlob());
    } catch (error) {
      notices.wrong('The workbook was not written', error);
    } finally {
      writing.value = false;
    }
  }

  /** Takes prices of lines over; where a line of the file is wrong, none. */
  async function takePrices(file: File): Promise<void> {
    try {
      if (file.size > MOST) throw new InputError('', 'the file is too large', 'at most 1 MiB');
      const { commands, without } = linePricesOfCsv(
        await file.text(),
        state.lines.value,
        project.units,
      );
      if (!(await state.run(`Prices of ${file.name}`, ...commands))) return;
      notices.undoable(
        `${commands.length} prices are taken from ${file.name}`,
        without > 0 ? `${without} lines without a price were passed over.` : '',
        () => state.record.travel('undo'),
      );
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      notices.wrong(`Nothing is taken from ${file.name}`, error);
    }
  }

  return { saveCsv, saveWorkbook, takePrices, writing };
}
