export * from './contract.ts';
export type { HistoryStep } from './history.ts';
export * from './members.ts';
