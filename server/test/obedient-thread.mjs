import { parentPort } from 'node:worker_threads';

/** What a thread of a test runs: it does what it is told. */
const COMMANDS = {
  fail: () => ({ failed: new Error('failed') }),
  crash: () => {
    throw new Error('crashed');
  },
  refuse: () => ({ refused: { path: 'file', problem: 'is none', allowed: 'some' } }),
  hang: () => {
    for (;;);
  },
  hoard: () => {
    for (const all = []; ;) all.push(new Array(1e6).fill(all.length));
  },
  tell: () => {
    for (const share of [0.25, 0.75]) parentPort.postMessage({ progress: { share } });
    return { done: 'told' };
  },
};

parentPort.on('message', ({ job }) => {
  parentPort.postMessage({ begun: true });
  parentPort.postMessage(COMMANDS[job]?.() ?? { done: job + 1 });
});
