export * from './contract.ts';
export * from './desk.ts';
export * from './errands.ts';
export type { HistoryStep } from './history.ts';
export * from './members.ts';
export * from './returns.ts';
