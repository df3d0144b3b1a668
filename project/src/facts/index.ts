export { factsOfWall, type FactId, type PlacingFacts } from './placing.ts';
