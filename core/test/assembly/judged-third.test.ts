import { describe } from '@jest/globals';
import { testSimulated } from '../judged-by-peers.ts';

describe('walls that peers judged, the third third', () => testSimulated(2));
