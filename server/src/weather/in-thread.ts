export { readWeather as run } from './read.ts';
