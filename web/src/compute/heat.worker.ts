import { answer } from './heat-job.ts';
import { serve } from './serve.ts';

serve(answer);
