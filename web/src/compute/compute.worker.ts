import { JOBS } from './jobs.ts';
import { serve, type Port } from './serve.ts';

serve(JOBS, self);
