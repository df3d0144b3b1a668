import { dewPoint, saturationOverWater, saturationPressure } from './psychrometrics.ts';
import { monthLengths, type WeatherYear } from './weather.ts';

/** Standard pressure at a height, Pa (ISO 2533). */
function pressureAt(elevation: number): number {
  return 101325 * (1 - 2.25577e-5 * elevation) ** 5.25588;
}

/**
 * Writes a year of weather in the open EPW format. What a year does not have is written as missing.
 *
 * @param source what the head says of where the figures come from
 */
export function writeEpw(weather: WeatherYear, source: string): string {
  const { name, latitude, longitude, timeZone, elevation, hours } = weather;
  const design = [
    `Heating,1,${weather.designTemperature.toFixed(1)}`,
    `Cooling,7,,${weather.coolingDesignTemperature.toFixed(1)}`,
  ].join(',');
  const head = [
    `LOCATION,${name.replaceAll(',', ' ')},-,-,${source},000000,${latitude.toFixed(2)},${longitude.toFixed(2)},${timeZone.toFixed(1)},${elevation.toFixed(1)}`,
    `DESIGN CONDITIONS,1,${source},,${design}`,
    'TYPICAL/EXTREME PERIODS,0',
    'GROUND TEMPERATURES,0',
    `HOLIDAYS/DAYLIGHT SAVINGS,${hours > 8760 ? 'Yes' : 'No'},0,0,0`,
    `COMMENTS 1,${source}`,
    'COMMENTS 2,',
    'DATA PERIODS,1,1,Data,Sunday,1/ 1,12/31',
  ];
  const pressure = Math.round(pressureAt(elevation));
  const at = (values: Float64Array | null, h: number, digits: number, missing: number): string =>
    values ? values[h]!.toFixed(digits) : String(missing);
  const rows: string[] = [];
  let h = 0;
  monthLengths(hours).forEach((days, m) => {
    for (let day = 1; day <= days; day++)
      for (let hour = 1; hour <= 24; hour++, h++) {
        const t = weather.temperature[h]!;
        const vapor = weather.relativeHumidity[h]! * saturationPressure(t);
        const dew = vapor >= 610.5 ? dewPoint(vapor) : dewOverWater(vapor);
        const humidity = Math.min(110, (100 * vapor) / saturationOverWater(t));
        rows.push(
          [
            `2001,${m + 1},${day},${hour},60,?`,
            `${t.toFixed(1)},${dew.toFixed(1)},${humidity.toFixed(0)},${pressure}`,
            `9999,9999,${at(weather.longwave, h, 0, 9999)}`,
            `${at(weather.globalHorizontal, h, 0, 9999)},${at(weather.directNormal, h, 0, 9999)},${at(weather.diffuseHorizontal, h, 0, 9999)}`,
            '999999,999999,999999,9999',
            `${at(weather.windDirection, h, 0, 999)},${at(weather.windSpeed, h, 1, 999)}`,
            '99,99,9999,99999,9,999999999,999,.999,999,99,999',
            `${at(weather.rain, h, 1, 999)},1`,
          ].join(','),
        );
      }
  });
  return `${[...head, ...rows].join('\n')}\n`;
}

/** Dew point over supercooled water: the inverse of `saturationOverWater`. */
function dewOverWater(vaporPressure: number): number {
  const logarithm = Math.log(vaporPressure / 610.5);
  return (237.3 * logarithm) / (17.269 - logarithm);
}
