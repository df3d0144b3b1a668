import { answer } from './house-job.ts';
import { serve } from './serve.ts';

serve(answer);
