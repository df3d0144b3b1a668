export * from './trade.ts';
