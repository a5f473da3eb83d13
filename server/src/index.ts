export { buildApp, LENDER, type Cavren } from './app';
export { readConfig, type Config } from './config/index';
export { verifyHistories } from './history/index';
