import { describe } from '@jest/globals';
import { testSimulated } from '../judged-by-peers.ts';

describe('walls that peers judged, the second third', () => testSimulated(1));
