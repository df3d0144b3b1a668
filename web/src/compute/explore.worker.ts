import { Explorer, type ExploreRequest } from './explore-job.ts';

const explorer = new Explorer((answer) => self.postMessage(answer));
self.onmessage = ({ data }: MessageEvent<ExploreRequest>) => explorer.answer(data);
