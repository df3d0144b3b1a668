export { drawingFile, drawingsOf, type DrawingOf } from './drawings.ts';
export { makePaper, sheetOf, type PaperOf, type PaperRequest } from './make.ts';
export type { ComparedFile, Decided } from './sheets/comparison.ts';
export * from './types.ts';
export { projectTables, type TabledProject } from './tables/index.ts';
export { workbookOf } from './workbook.ts';
