import { serve } from './serve.ts';
import { answer } from './wetting-job.ts';

serve(answer);
