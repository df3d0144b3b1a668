import { JOBS } from './jobs.ts';
import { serve } from './serve.ts';

serve(JOBS, self);
