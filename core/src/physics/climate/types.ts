/** Twelve values, January first. */
export type Monthly = readonly number[];

/** A climate of the library: monthly means of a kind of place, and what its design day is. SI, °C, shares. */
export interface Climate {
  name: string;
  zone: string;
  regime: string;
  latitude: number;
  elevation: number;
  designTemperature: number;
  coolingDesignTemperature: number;
  monthly: {
    temperature: Monthly;
    relativeHumidity: Monthly;
    dailyRange: Monthly;
    globalHorizontal: Monthly;
    windSpeed: Monthly;
    rain: Monthly;
  };
  hdd18: number;
  cdd10: number;
  drivingRainIndex: number;
  drivingRainClass: 'very-low' | 'low' | 'moderate' | 'severe';
  label: string;
  note?: string;
}

/** Days of the months; February has 28 (wall-file rule 9). */
export const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;

export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;
