// What reads and writes sites: Joi loads only where one of them is asked for.
export { parseSite, validateProjectSite } from './schema.ts';
