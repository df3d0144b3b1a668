export {
  drawingFile,
  drawingsOf,
  DRAWING_FORMATS,
  DRAWN,
  type DrawingFormat,
  type DrawingOf,
  type DrawnKind,
  type NamedDrawing,
} from './drawings.ts';
export { makePaper, sheetOf, type PaperOf, type PaperRequest } from './make.ts';
export { DEFERS, pdfOf } from './pdf.ts';
export { orderLines, type OrderedHouse } from './sheets/order.ts';
export type { ComparedFile, Decided } from './sheets/comparison.ts';
export * from './types.ts';
