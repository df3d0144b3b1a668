export { drawingFile, drawingsOf, type DrawingOf } from './drawings.ts';
export { makePaper, sheetOf, type PaperOf, type PaperRequest } from './make.ts';
export type { Decided } from './sheets/comparison.ts';
export * from './types.ts';
export { projectTables } from './tables/index.ts';
export { workbookOf } from './workbook.ts';
