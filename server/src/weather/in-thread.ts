import { parentPort } from 'node:worker_threads';
import { readWeather } from './read.ts';

parentPort!.on('message', (file: Uint8Array) => parentPort!.postMessage(readWeather(file)));
