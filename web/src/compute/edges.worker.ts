import { answer } from './edges-job.ts';
import { serve } from './serve.ts';

serve(answer);
