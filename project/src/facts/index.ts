export {
  factsOfWall,
  NO_HOUSE_YET,
  placingRows,
  type FactId,
  type PlacingFacts,
} from './placing.ts';
