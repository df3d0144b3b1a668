// What reads and writes houses: Joi loads only where one of them is asked for.
export { elevationsOfCsv, houseCsv } from './csv.ts';
export { parseHouse, validateHouse, validateProjectHouse } from './schema.ts';
