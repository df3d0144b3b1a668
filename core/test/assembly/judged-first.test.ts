import { describe } from '@jest/globals';
import { testSimulated } from '../judged-by-peers.ts';

describe('walls that peers judged, the first third', () => testSimulated(0));
