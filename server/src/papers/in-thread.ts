import { parentPort } from 'node:worker_threads';
import { doPaperJob, type PaperJob } from './job.ts';

parentPort!.on('message', (job: PaperJob) => {
  void doPaperJob(job).then((answer) =>
    parentPort!.postMessage(answer, 'file' in answer ? [answer.file.bytes.buffer] : []),
  );
});
