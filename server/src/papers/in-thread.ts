export { doPaperJob as run } from './job.ts';
