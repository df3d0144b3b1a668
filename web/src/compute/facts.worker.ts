import { answer } from './facts-job.ts';
import { serve } from './serve.ts';

serve(answer);
