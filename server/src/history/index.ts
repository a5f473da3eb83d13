export { history } from './routes';
export { historyStore, type HistoryStore, type NewEntry } from './store';
export { verifyHistories } from './verify';
