import { ref } from 'vue';
import { csvOf, type WrittenTable } from '@eldrun/core/csv';
import { cuttingTable, linePricesOfCsv, receivingTable, orderTable } from '@eldrun/core/order';
import { InputError } from '@eldrun/core/errors';
import { fileName } from '@eldrun/core/document';
import { useNotices } from '../../persistence/notices.ts';
import { useProject } from '../../project/project.ts';
import { downloadBlob, downloadText } from '../../persistence/wall-files.ts';
import type { OrderState } from './order-state.ts';

/** The largest file of prices, bytes. */
const MOST = 1 << 20;

/** What goes out of an order as files, and what comes into it. */
export function useOrderFiles(state: OrderState) {
  const project = useProject();
  const notices = useNotices();
  const writing = ref(false);
  const name = (): string => fileName(`${project.document!.name} order`);

  const tables = (): WrittenTable[] => [
    orderTable('Order', state.lines.value, project.units),
    orderTable(
      'By wall',
      state.all.value.filter(({ elevation }) => elevation !== null),
      project.units,
      state.wallName,
    ),
    cuttingTable(state.lines.value, project.units),
    receivingTable(state.received.value, project.units),
  ];

  function saveCsv(): void {
    downloadText(`${name()}.csv`, csvOf(tables()[0]!), 'text/csv');
  }

  /** A workbook with a sheet for each table: numbers are numbers. */
  async function saveWorkbook(): Promise<void> {
    writing.value = true;
    try {
      const { workbookOf } = await import('@eldrun/papers/workbook');
      downloadBlob(`${name()}.xlsx`, new Blob([await workbookOf(tables())]));
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
