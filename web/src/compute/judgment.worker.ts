import { answer } from './judgment-job.ts';
import { serve } from './serve.ts';

serve(answer);
