export {
  factsOfWall,
  NO_HOUSE_YET,
  placingRows,
  type FactId,
  type PlacingFacts,
  type PlacingRow,
} from './placing.ts';
