/** A reading held against what was predicted for its place and day. */
export interface JudgedReading {
  /** Reading less prediction, kg/kg. */
  off: number;
  status: 'pass' | 'caution' | 'fail';
  says: string;
}

/** Meter and wood scatter by so much; what is off by more has a reason, kg/kg. */
const SCATTER = 0.03;

/**
 * A moisture reading against its prediction and its limit.
 *
 * @param value as measured, kg/kg
 * @param predicted by the hourly run on measured or made weather, kg/kg; null where there is none
 * @param limit at or under which it may be closed in, kg/kg
 */
export function judgedReading(
  value: number,
  predicted: number | null,
  limit: number,
): JudgedReading {
  const off = predicted === null ? 0 : value - predicted;
  if (value > limit)
    return {
      off,
      status: 'fail',
      says:
        predicted !== null && predicted <= limit
          ? 'wetter than its limit, and than rain alone explains: look for a leak'
          : 'wetter than its limit: wait and measure again',
    };
  if (predicted !== null && off > SCATTER)
    return {
      off,
      status: 'caution',
      says: 'wetter than predicted: look for where water comes from',
    };
  if (predicted !== null && off < -SCATTER)
    return { off, status: 'pass', says: 'drier than predicted' };
  return { off, status: 'pass', says: predicted === null ? 'dry enough' : 'as predicted' };
}
