export { buildApp, LENDER, type Cavren } from './app';
export { recalculateAll } from './calculation/index';
export { readConfig, type Config } from './config/index';
export { verifyHistories } from './history/index';
